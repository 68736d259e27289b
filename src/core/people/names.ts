import anyAscii from 'any-ascii';
import damerauLevenshtein from 'talisman/metrics/damerau-levenshtein';
import jaroWinkler from 'talisman/metrics/jaro-winkler';
import { NICKNAMES } from './nicknames';
import type { Level } from '../matching/weights';

/** What stands before or behind a name and is none, in the languages we write in. */
const TITLES = new Set([
  'mr',
  'mrs',
  'ms',
  'miss',
  'mx',
  'sir',
  'dame',
  'lady',
  'lord',
  'rev',
  'hon',
  'dr',
  'prof',
  'professor',
  'doctor',
  'phd',
  'md',
  'msc',
  'bsc',
  'mba',
  'esq',
  'jr',
  'sr',
  'ii',
  'iii',
  'hr',
  'fr',
  'frk',
  'fru',
  'herr',
  'frau',
  'fraulein',
  'dipl',
  'ing',
  'mag',
  'dhr',
  'mevr',
  'mw',
  'mevrouw',
  'meneer',
  'drs',
  'ir',
  'mme',
  'mlle',
  'monsieur',
  'madame',
  'mademoiselle',
  'sra',
  'srta',
  'senor',
  'senora',
  'don',
  'dona',
  'sig',
  'dott',
  'cand',
  'stud',
  'civ',
]);
const PARTICLES = new Set([
  'de',
  'van',
  'der',
  'den',
  'von',
  'vom',
  'af',
  'la',
  'le',
  'les',
  'du',
  'des',
  'zu',
  'zur',
  'ter',
  'ten',
  'te',
  'o',
  'del',
  'della',
  'di',
  'da',
  'dos',
  'das',
  'y',
  'e',
  'het',
  't',
  'op',
  'in',
  'el',
  'al',
  'bin',
  'ibn',
]);
/** What begins the name somebody was born with. */
const BORN = /\b(née|nee|né|geb\.?|geborene?|geboren|født|f\.|born|formerly)\s+/iu;

export interface Name {
  /** Without titles and particles, in the order of the name. */
  given: string[];
  family: string[];
  /** A name they were born with. */
  born: string[];
}

/**
 * A name taken apart, whatever the form: "Holm, Mette", "Dr. Mette K. Holm", "mette holm (née Quist)".
 *
 * @param given as told apart by the record; where only one of both is filled, it may hold the whole name
 */
export function parseName(given: string | null | undefined, family: string | null | undefined): Name {
  const [first, last] = [clean(given ?? ''), clean(family ?? '')];
  const whole = [first.text, last.text].filter(Boolean);
  const born = [...first.born, ...last.born];
  if (whole.length === 2 && !first.text.includes(',') && !last.text.includes(','))
    return { given: tokensOf(first.text), family: tokensOf(last.text), born };
  const text = whole.join(' ');
  const comma = text.indexOf(',');
  if (comma > 0) {
    const [before, after] = [tokensOf(text.slice(0, comma)), tokensOf(text.slice(comma + 1))];
    return after.length > 0 ? { given: after, family: before, born } : splitWhole(before, born);
  }
  return splitWhole(tokensOf(text), born);
}

function splitWhole(tokens: string[], born: string[]): Name {
  return tokens.length < 2
    ? { given: tokens, family: [], born }
    : { given: tokens.slice(0, -1), family: tokens.slice(-1), born };
}

function clean(value: string): { text: string; born: string[] } {
  const normal = value
    .normalize('NFKC')
    .replace(/[()[\]"“”„]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const at = BORN.exec(normal);
  if (!at) return { text: normal, born: [] };
  return { text: normal.slice(0, at.index).trim(), born: tokensOf(normal.slice(at.index + at[0].length)) };
}

/** Words of a name in Latin letters, without titles and particles; a name of particles alone keeps them. */
function tokensOf(text: string): string[] {
  const all = anyAscii(text)
    .toLowerCase()
    .replace(/['’`]/g, '')
    .split(/[^a-z0-9]+/)
    .filter(Boolean);
  const untitled = all.filter((token) => !TITLES.has(token));
  const bare = untitled.filter((token) => !PARTICLES.has(token));
  return bare.length > 0 ? bare : untitled;
}

const folds = new Map<string, string>();
const MOST_FOLDS = 200_000;

/**
 * Letters that are written in two ways are written in one: aa for å, oe for ø and ö, ae for æ and ä, ue for ü, ph for
 * f.
 */
function fold(token: string): string {
  let folded = folds.get(token);
  if (folded === undefined) {
    if (folds.size > MOST_FOLDS) folds.clear();
    folded = token
      .replace(/aa/g, 'a')
      .replace(/oe/g, 'o')
      .replace(/ae/g, 'a')
      .replace(/ue/g, 'u')
      .replace(/ph/g, 'f')
      .replace(/ck/g, 'k')
      .replace(/(.)\1/g, '$1');
    folds.set(token, folded);
  }
  return folded;
}

const isFull = (token: string) => token.length > 1;
const plain = (a: string, b: string) => a === b;
const same = (a: string, b: string) =>
  a === b || fold(a) === fold(b) || fullForms(a).some((form) => fullForms(b).includes(form));
const initial = (a: string, b: string) => (a.length === 1 || b.length === 1) && a[0] === b[0];

function fullForms(token: string): readonly string[] {
  return [fold(token), ...(NICKNAMES.get(token) ?? []).map(fold)];
}

/**
 * One letter wrong, missing, too much or changed with its neighbour; two in a long name. Short names are too near to
 * each other.
 */
function alike(a: string, b: string): boolean {
  if (same(a, b)) return true;
  const [x, y] = [fold(a), fold(b)];
  const length = Math.max(x.length, y.length);
  if (Math.min(x.length, y.length) < 4) return false;
  return damerauLevenshtein(x, y) <= (length >= 9 ? 2 : 1) || (length >= 6 && jaroWinkler(x, y) >= 0.94);
}

/**
 * How two names agree, in whatever form they were written.
 *
 * `exact`: the same words · `normalised`: the same but for order, nicknames, spelling of letters, middle names left
 * out · `close`: initials, or a letter wrong · `partial`: the given name alone, as after a marriage, or one word of a
 * name · `different` · `missing`
 */
export function compareNames(a: Name, b: Name): Level {
  const [x, y] = [
    [...a.given, ...a.family],
    [...b.given, ...b.family],
  ];
  if (x.length === 0 || y.length === 0) return 'missing';
  const [few, many] = x.length <= y.length ? [x, y] : [y, x];
  if (few.length === 1) return isFull(few[0]!) && many.some((token) => same(few[0]!, token)) ? 'partial' : 'different';
  // Of the given name an initial alone says less than the whole, however well it agrees.
  const whole = (level: Level): Level =>
    few.filter(isFull).length > 1 && many.filter(isFull).length > 1 ? level : 'close';
  if (few.length === many.length && pairs(few, many, plain)) return whole('exact');
  if (few.length === many.length && pairs(few, many, same)) return whole('normalised');
  if (pairs(few, many, same)) return givenFits(a, b, same) ? whole('normalised') : 'close';
  if (few.join('') === many.join('') || fold(x.join('')) === fold(y.join(''))) return 'normalised';
  if (
    few.some((token) => isFull(token) && many.some((other) => same(token, other))) &&
    pairs(few, many, (p, q) => same(p, q) || initial(p, q))
  )
    return 'close';
  if (pairs(few, many, alike)) return 'close';
  if (
    few.some((token) => isFull(token) && many.some((other) => alike(token, other))) &&
    pairs(few, many, (p, q) => alike(p, q) || initial(p, q))
  )
    return 'close';
  return partly(a, b);
}

function partly(a: Name, b: Name): Level {
  const born = (one: Name, other: Name) =>
    one.born.length > 0 &&
    one.born.every((token) => [...other.family, ...other.given].some((word) => alike(token, word)));
  if ((born(a, b) || born(b, a)) && givenFits(a, b, alike)) return 'close';
  // A family name that was kept beside a new one.
  if (sameGiven(a, b) && a.family.some((token) => isFull(token) && b.family.some((other) => same(token, other))))
    return 'close';
  const [p, q] = [a.given[0], b.given[0]];
  if (p && q && p.length > 2 && same(p, q)) return 'partial';
  return 'different';
}

/** A given name of theirs is the same in both, each where given names stand. */
function sameGiven(a: Name, b: Name): boolean {
  return a.given.some((one) => isFull(one) && b.given.some((other) => same(one, other)));
}

/** The first given names agree: those who share a family name are told apart by them. */
function givenFits(a: Name, b: Name, test: (p: string, q: string) => boolean): boolean {
  const [p, q] = [a.given[0], b.given[0]];
  if (!p || !q) return true;
  return (
    test(p, q) ||
    a.given.some((one) => isFull(one) && b.given.some((other) => test(one, other))) ||
    b.family.some((other) => test(p, other)) ||
    a.family.some((one) => test(one, q))
  );
}

function pairs(few: readonly string[], many: readonly string[], test: (a: string, b: string) => boolean): boolean {
  const left = [...many];
  return few.every((token) => {
    // What is the same is taken before what is only like it.
    const exactly = left.indexOf(token);
    const at = exactly >= 0 ? exactly : left.findIndex((other) => test(token, other));
    if (at < 0) return false;
    left.splice(at, 1);
    return true;
  });
}

/** The same of names as one text each. */
export function nameLevel(a: string, b: string): Level {
  return compareNames(parseName(a, null), parseName(b, null));
}

/** Whether they are names of different people, as far as names tell: only part of a name does not make them one. */
export function isOtherName(a: string, b: string): boolean {
  const level = nameLevel(a, b);
  return level === 'different' || level === 'partial';
}

// How many of a thousand people have the name, where that is so many that it says little (national statistics of
// names, rounded).
const FREQUENT_FAMILY = new Set(
  (
    'jensen nielsen hansen pedersen andersen christensen larsen sorensen rasmussen jorgensen petersen madsen ' +
    'kristensen olsen thomsen muller schmidt schneider fischer weber meyer wagner becker schulz hoffmann ' +
    'smith jones taylor brown williams wilson johnson davies miller davis jong jansen vries bakker visser ' +
    'janssen martin bernard dubois thomas robert garcia gonzalez rodriguez fernandez lopez martinez sanchez ' +
    'perez gomez andersson johansson karlsson nilsson eriksson novak rossi russo silva santos'
  )
    .split(' ')
    .map(fold),
);
const FREQUENT_GIVEN = new Set(
  (
    'peter michael jens lars thomas henrik soren christian martin jan anne maria mette hanne anna lene ' +
    'susanne louise camilla hans andreas stefan wolfgang david john james robert william mary jean pierre ' +
    'marie jose antonio manuel carmen johannes jan pieter cornelis paul'
  )
    .split(' ')
    .map(fold),
);

/** How frequent the words are that a name consists of: 0 rare, 1 one of them frequent, 2 both. */
export function frequency({ given, family }: Name): number {
  const has = (tokens: readonly string[], set: ReadonlySet<string>) => tokens.some((token) => set.has(fold(token)));
  return Number(has(family, FREQUENT_FAMILY)) + Number(has(given, FREQUENT_GIVEN));
}
