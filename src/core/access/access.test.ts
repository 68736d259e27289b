import { ACCESS, ACTS, reachOf } from './roles';
import { maskEmail, maskIdentifier, maskLast, maskName } from './mask';

describe('who may', () => {
  test('an administrator sees no personal data by that role', () => {
    for (const act of ['requests.see', 'persons.see', 'ledger.see', 'imports.run'] as const)
      expect(reachOf(['administrator'], act)).toBeNull();
  });
  test('roles add up to the widest reach', () => {
    expect(reachOf(['auditor'], 'requests.see')).toBe('masked');
    expect(reachOf(['auditor', 'coordinator'], 'requests.see')).toBe('own');
    expect(reachOf(['coordinator', 'supervisor'], 'requests.see')).toBe('all');
    expect(reachOf([], 'desk.see')).toBeNull();
  });
  test('every act has somebody who may', () => {
    for (const act of ACTS) expect(Object.keys(ACCESS[act]).length).toBeGreaterThan(0);
  });
});

describe('masks', () => {
  test('keep the shape and hide the value', () => {
    expect(maskEmail('mette@mail.example')).toBe('m••••@mail.example');
    expect(maskLast('+45 10 12 34 56', 2)).toBe('+•• •• •• •• 56');
    expect(maskName('Mette Holmgaard')).toBe('M. H.');
    expect(maskIdentifier('device-id', 'abc-1')).toBe('•••••');
  });
});
