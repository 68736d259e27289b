import anyAscii from 'any-ascii';

/** Two letters that stand for one, in the order in which they are looked for: aa for å, ae for ä and æ, oe for ö and ø. */
export const PAIRS: readonly (readonly [pair: string, letter: string])[] = [
  ['aa', 'a'],
  ['ae', 'a'],
  ['oe', 'o'],
  ['ue', 'u'],
];

const onePair = (text: string): string =>
  PAIRS.reduce((spelled, [pair, letter]) => spelled.replaceAll(pair, letter), text);

/** First and last of the Latin letters beyond ASCII. */
const BLOCKS = [
  [0xdf, 0x24f],
  [0x1e00, 0x1eff],
] as const;

/** Latin letters with signs, in lower case, each with what it is written as without them. */
export const LETTERS: ReadonlyMap<string, string> = new Map(
  BLOCKS.flatMap(([first, last]) =>
    Array.from({ length: last - first + 1 }, (_, i) => String.fromCharCode(first + i))
      .filter((letter) => /\p{Ll}/u.test(letter))
      .map((letter): [string, string] => [letter, onePair(anyAscii(letter).toLowerCase())])
      .filter(([, plain]) => /^[a-z]+$/.test(plain)),
  ),
);

/**
 * A text with its letters written in one way: Jørgen, Jörgen, Joergen and Jorgen are one. Other scripts stay.
 *
 * @param text in lower case
 */
export function oneSpelling(text: string): string {
  return onePair(text.replace(/[^\0-\x7f]/g, (letter) => LETTERS.get(letter) ?? letter));
}

/**
 * The longest part of a name that stands in a text however its letters are written: what lies between vowels, letters
 * with signs and blanks. Empty where no such part is longer than one letter.
 *
 * @example surePart('Mette Holmgård') // 'lmg'
 */
export function surePart(name: string): string {
  const parts = name.toLowerCase().split(/[aeiouy\s]+|[^\x21-\x7e]+/);
  const longest = parts.reduce((long, part) => (part.length > long.length ? part : long), '');
  return longest.length > 1 ? longest : '';
}
