import anyAscii from 'any-ascii';
import damerauLevenshtein from 'talisman/metrics/damerau-levenshtein';
import type { Level } from '../matching/weights';

/** How the kinds of streets are shortened; the long form stands for all. */
const KINDS: readonly [RegExp, string][] = [
  [/(strasse|straße|str\.?|straat)$/u, 'strasse'],
  [/\b(str\.?|strasse|straat)\b/gu, 'strasse'],
  [/\b(st\.?|street)\b/gu, 'street'],
  [/\b(rd\.?|road)\b/gu, 'road'],
  [/\b(ave\.?|av\.?|avenue)\b/gu, 'avenue'],
  [/\b(blvd\.?|bd\.?|boulevard)\b/gu, 'boulevard'],
  [/\b(ln\.?|lane)\b/gu, 'lane'],
  [/\b(dr\.?|drive)\b/gu, 'drive'],
  [/\b(sq\.?|square)\b/gu, 'square'],
  [/\b(pl\.?|platz|plads|plein|place|plaza)\b/gu, 'place'],
  [/(gade|g\.)(?=\s|$)/gu, 'gade'],
  [/(vej|v\.)(?=\s|$)/gu, 'vej'],
  [/(alle|allé|allee|all\.)(?=\s|$)/gu, 'alle'],
  [/(weg|wg\.)(?=\s|$)/gu, 'weg'],
];

export interface Street {
  /** Name of the street in Latin letters, its kind written out. */
  name: string;
  /** House number with its letter; null: none is given. */
  number: string | null;
}

/**
 * A line of an address taken apart: the first number that stands alone is the house's. @example parseStreet('Havneg. 12
 * B, 3. tv') // { name: 'havnegade', number: '12b' }
 */
export function parseStreet(value: string): Street | null {
  const text = value.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ').trim();
  const number = /(?:^|\s|,)(\d{1,5})\s?([a-z])?(?=[\s,./-]|$)/u.exec(text);
  const before = number ? text.slice(0, number.index) : text.split(',')[0]!;
  const rest = number ? text.slice(number.index + number[0].length) : '';
  // Where the number comes first, the street follows it.
  const street = before.replace(/[,\s]/g, '') ? before : rest.split(',')[0] || rest.split(',')[1] || '';
  let name = street.trim().replace(/[,]+$/, '');
  for (const [kind, long] of KINDS) name = name.replace(kind, long);
  name = anyAscii(name)
    .replace(/aa/g, 'a')
    .replace(/oe/g, 'o')
    .replace(/ae/g, 'a')
    .replace(/ue/g, 'u')
    .replace(/ss/g, 's')
    .replace(/[^a-z0-9]+/g, '');
  return name ? { name, number: number ? `${number[1]}${number[2] ?? ''}` : null } : null;
}

/** Two lines of addresses: the same house, a house that may be the same, or another. */
export function streetLevel(a: string, b: string): Level {
  const [x, y] = [parseStreet(a), parseStreet(b)];
  if (!x || !y) return 'missing';
  const isSame = x.name === y.name;
  const isAlike =
    isSame ||
    (Math.min(x.name.length, y.name.length) >= 5 &&
      damerauLevenshtein(x.name, y.name) <= (Math.max(x.name.length, y.name.length) >= 9 ? 2 : 1));
  if (!isAlike) return 'different';
  if (x.number === null || y.number === null) return 'partial';
  if (x.number === y.number) return isSame ? 'exact' : 'close';
  return x.number.replace(/\D/g, '') === y.number.replace(/\D/g, '') ? 'close' : 'different';
}
