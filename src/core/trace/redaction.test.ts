import { REMOVED } from '../words/sections';
import fc from 'fast-check';
import { detect } from '../detect/detect';
import { applyRedactions, forbidden, mergeRedactions, proposeRedactions, tracesIn } from './redaction';

const THREAD = `Hello Mette,

Another rider had the same trouble, see below. Our solicitor gave legal advice on the clip. It is fine.

Larkmere Support

On Tue Nov 03 2026, Jonas Vind <jonas@inbox.example> wrote:
> Hi,
> The same clip broke on my bike last spring. My number is +45 10 77 88 99.
>
> Jonas Vind`;
const OWN = ['Mette Holmgaard', 'Mette', 'mette@mail.example', '+4510123456', 'support@larkmere.example'];

test('others, their quoted words and legal advice are proposed; the person’s own stay', () => {
  const proposed = proposeRedactions(THREAD, ['Jonas Vind', 'jonas@inbox.example'], detect(THREAD), OWN);
  expect(proposed.map(({ why }) => why)).toEqual(['privileged', 'quoted-words']);
  const { text, removed } = applyRedactions(THREAD, proposed, 'en');
  expect(text).toBe(
    `Hello Mette,\n\nAnother rider had the same trouble, see below.${REMOVED.en} It is fine.\n\nLarkmere Support\n\n${REMOVED.en}`,
  );
  expect(removed.join('\n')).toContain('legal advice on the clip');
  expect(tracesIn(text, forbidden(removed))).toEqual([]);
});

test('words of the person that somebody quotes are theirs', () => {
  const text = 'Thanks!\n\nOn Tue Nov 03 2026, Mette Holmgaard <mette@mail.example> wrote:\n> ring me';
  expect(proposeRedactions(text, [], detect(text), OWN)).toEqual([]);
});

test('a name is found wherever it stands, in any case', () => {
  expect(
    applyRedactions(
      'JONAS VIND rode with jonas vind.',
      proposeRedactions('JONAS VIND rode with jonas vind.', ['Jonas Vind'], [], OWN),
      'en',
    ).text,
  ).toBe(`${REMOVED.en} rode with ${REMOVED.en}.`);
});

test('what must stand nowhere: short passages whole, long ones by their long lines', () => {
  expect(forbidden(['Jonas Vind', 'abc', '> Hi,\n> The same clip broke on my bike last spring.'])).toEqual([
    'jonas vind',
    'the same clip broke on my bike last spring.',
  ]);
  expect(tracesIn('{"from":"JONAS   Vind"}', ['jonas vind', 'other'])).toEqual(['jonas vind']);
});

const text = fc.string({ maxLength: 200, unit: fc.constantFrom('a', 'b', 'Ø', ' ', '\n', '>', '🚲') });
const spans = fc
  .array(fc.tuple(fc.nat(220), fc.nat(220)), { maxLength: 8 })
  .map((pairs) => pairs.map(([x, y]) => ({ start: Math.min(x, y), end: Math.max(x, y), why: 'reviewer' as const })));

test('merged spans are in order and apart; applying twice the same is applying once; what is kept is a subsequence', () => {
  fc.assert(
    fc.property(text, spans, (words, redactions) => {
      const merged = mergeRedactions(redactions);
      for (const [i, one] of merged.entries()) if (i > 0) expect(one.start).toBeGreaterThanOrEqual(merged[i - 1]!.end);
      expect(mergeRedactions(merged)).toEqual(merged);
      let expected = '';
      for (let i = 0; i < words.length; i++)
        if (!merged.some(({ start, end }) => i >= start && i < end)) expected += words[i];
      expect(applyRedactions(words, redactions, 'en').text.replaceAll(REMOVED.en, '')).toBe(expected);
    }),
    { numRuns: 300, seed: 20261124 },
  );
});
