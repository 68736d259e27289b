/** How letters are written where a keyboard lacks them. */
const WRITTEN: readonly [RegExp, string][] = [
  [/ø|ö/g, 'oe'],
  [/å/g, 'aa'],
  [/æ|ä/g, 'ae'],
  [/ü/g, 'ue'],
  [/ß/g, 'ss'],
];
/** Letters at least, before one of them may be wrong: short names are too near to each other. */
const LEAST = 5;

/** A name as it is, and as it is written without letters that not every keyboard has; lower case. */
export function spellings(word: string): string[] {
  const plain = word.normalize('NFC').toLowerCase();
  const written = WRITTEN.reduce((text, [letter, letters]) => text.replace(letter, letters), plain);
  return [
    ...new Set([
      plain,
      written,
      plain.normalize('NFD').replace(/\p{M}/gu, '').replace(/ø/g, 'o').replace(/æ/g, 'ae').replace(/ß/g, 'ss'),
    ]),
  ];
}

/**
 * Patterns that a name fits with one letter wrong, missing or too much; `_` stands for any one letter.
 *
 * @example nearPatterns('Vind') // ['vind']
 * @example nearPatterns('Holm').length // 1: too short for a mistake
 */
export function nearPatterns(word: string): string[] {
  const patterns = new Set<string>();
  for (const spelling of spellings(word)) {
    patterns.add(spelling);
    if (spelling.length < LEAST) continue;
    for (let at = 0; at <= spelling.length; at++) {
      const [before, after] = [spelling.slice(0, at), spelling.slice(at)];
      patterns.add(`${before}_${after}`);
      if (after) patterns.add(`${before}_${after.slice(1)}`).add(`${before}${after.slice(1)}`);
    }
  }
  return [...patterns];
}
