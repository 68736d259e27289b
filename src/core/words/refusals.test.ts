import { sayKeptCode, sayRefusal } from './refusals';

test('words carry the values', () => {
  expect(sayRefusal({ code: 'extension-too-late', announcedOn: '2026-12-16', extendBy: '2026-12-15' })).toBe(
    'The last day to announce an extension was Tue 15 Dec 2026.',
  );
});

test('what is kept as a code alone is said; of one that nobody knows any more, the code', () => {
  expect(sayKeptCode('file-empty')).toMatch(/empty/);
  expect(sayKeptCode('of-old')).toBe('The cause is “of-old”.');
});
