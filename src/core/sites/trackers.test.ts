import { bitOf, commonName, keyOfTracker, phasesOf } from './trackers';

test.each([
  ['visits_8d1f00ab3c12', 'visits_*'],
  ['c_123456_9', 'c_*_9'],
  ['lang', 'lang'],
  ['a1b2', 'a1b2'],
  ['3f2504e0-4f89-11d3-9a0c-0305e82c3301.x', '*.x'],
])('%s is known as %s', (name, common) => {
  expect(commonName(name)).toBe(common);
});

test('a name of a machine without end is cut', () => {
  expect(commonName('x'.repeat(5000))).toHaveLength(120);
});

test('phases add up and come apart again', () => {
  expect(phasesOf(bitOf('before') | bitOf('yes'))).toEqual(['before', 'yes']);
  expect(phasesOf(0)).toEqual([]);
});

test('the same name of another host is another thing', () => {
  const one = { kind: 'cookie', name: 'no' } as const;
  expect(keyOfTracker({ ...one, host: 'a.example' })).not.toBe(keyOfTracker({ ...one, host: 'b.example' }));
});
