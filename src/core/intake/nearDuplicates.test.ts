import fc from 'fast-check';
import { foldAlike, LEAST_ALIKE, nearDuplicates } from './nearDuplicates';

const LETTER =
  'Hello, the chain guard I bought in spring rattles on cobbles. Can you send me a new clip for it? You ' +
  'can reach me after four on my phone. Best regards, Mette';

test('a letter, the same with another greeting, and another letter', () => {
  const pairs = nearDuplicates([
    { id: 'a', text: LETTER },
    { id: 'b', text: LETTER.replace('Hello', 'Dear support') },
    { id: 'c', text: 'My order should have come on Tuesday. Could you tell me where it is now?' },
    { id: 'd', text: LETTER.toUpperCase() },
  ]);
  expect(pairs.map(({ a, b }) => `${a}${b}`)).toEqual(['ad', 'ab']);
  expect(pairs[0]!.similarity).toBe(1);
  expect(pairs[1]!.similarity).toBeGreaterThan(0.85);
});

test('empty texts are like nothing, short ones like themselves', () => {
  expect(
    nearDuplicates([
      { id: 'a', text: '' },
      { id: 'b', text: ' … ' },
    ]),
  ).toEqual([]);
  expect(
    nearDuplicates([
      { id: 'a', text: 'Hello' },
      { id: 'b', text: 'hello' },
    ]),
  ).toEqual([{ a: 'a', b: 'b', similarity: 1 }]);
});

test('a crowd of the same text folds as one', () => {
  const items = Array.from({ length: 3000 }, (_, i) => ({ id: `m${i}`, text: LETTER }));
  const groups = foldAlike(
    items.map(({ id }) => id),
    nearDuplicates(items),
    0.9,
  );
  expect([...groups.keys()]).toEqual(['m0']);
});

const word = fc.constantFrom(
  'chain',
  'guard',
  'clip',
  'saddle',
  'order',
  'tour',
  'may',
  'post',
  'frame',
  'bell',
  'light',
  'lock',
);
const text = fc.array(word, { minLength: 0, maxLength: 40 }).map((words) => words.join(' '));

/** The slow obvious model: every pair, exactly. */
function model(items: readonly { id: string; text: string }[]): Map<string, number> {
  const set = (words: string[]) =>
    new Set(
      words.length === 0
        ? []
        : words.length < 3
          ? [words.join(' ')]
          : words.slice(2).map((_, i) => words.slice(i, i + 3).join(' ')),
    );
  const found = new Map<string, number>();
  for (let i = 0; i < items.length; i++)
    for (let j = i + 1; j < items.length; j++) {
      const [a, b] = [set(items[i]!.text.split(' ').filter(Boolean)), set(items[j]!.text.split(' ').filter(Boolean))];
      const both = [...a].filter((one) => b.has(one)).length;
      const similarity = a.size + b.size === 0 ? 0 : both / (a.size + b.size - both);
      if (similarity >= LEAST_ALIKE) found.set(`${items[i]!.id}|${items[j]!.id}`, similarity);
    }
  return found;
}

test('no pair is reported that the model does not have, with the model’s similarity; what is missed is rare and little alike', () => {
  let [all, missed] = [0, 0];
  fc.assert(
    fc.property(fc.array(text, { maxLength: 12 }), fc.nat(), (texts, at) => {
      // Half of them are another one with a word changed.
      const items = texts.flatMap((one, i) => [
        { id: `${i}`, text: one },
        {
          id: `${i}x`,
          text: one
            .split(' ')
            .map((own, n) => (n === at % 40 ? 'changed' : own))
            .join(' '),
        },
      ]);
      const expected = model(items);
      const pairs = nearDuplicates(items);
      for (const { a, b, similarity } of pairs) expect(expected.get(`${a}|${b}`)).toBeCloseTo(similarity, 10);
      // Joined at its similarity or above: a copy is paired with the first of its kind only.
      const together = (x: string, y: string, at: number) =>
        [
          ...foldAlike(
            items.map(({ id }) => id),
            pairs,
            at,
          ),
        ].some(([first, rest]) => [first, ...rest].includes(x) && [first, ...rest].includes(y));
      for (const [key, similarity] of expected) {
        const [x, y] = key.split('|') as [string, string];
        all++;
        if (!together(x, y, similarity - 1e-9)) missed++;
        if (similarity > 0.9) expect(together(x, y, 0.9)).toBe(true);
      }
    }),
    { numRuns: 60, seed: 20261124 },
  );
  expect(missed / all).toBeLessThan(0.02);
});

test('folding follows from one to the next, keeps the order, and leaves what is not alike enough', () => {
  const pairs = [
    { a: 'a', b: 'b', similarity: 0.95 },
    { a: 'b', b: 'c', similarity: 0.9 },
    { a: 'c', b: 'd', similarity: 0.7 },
    { a: 'x', b: 'a', similarity: 1 },
  ];
  expect([...foldAlike(['a', 'b', 'c', 'd'], pairs, 0.9)]).toEqual([
    ['a', ['b', 'c']],
    ['d', []],
  ]);
  expect([...foldAlike(['c', 'b', 'a', 'd'], pairs, 0.95)]).toEqual([
    ['c', []],
    ['b', ['a']],
    ['d', []],
  ]);
});
