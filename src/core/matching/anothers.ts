import { compare, nameOf } from './compare';
import { compareNames } from '../people/names';
import type { PersonRecord } from '../people/record';

const STRONG = ['email', 'phone', 'customer-number'] as const;
const AGREES = ['exact', 'normalised', 'close', 'partial'];

/**
 * Whether a record says itself that it is somebody else's: it bears another name, or no name and other addresses and numbers; and nothing
 * in it is the person's.
 *
 * @example isAnothers({ emails: ['ida@a.example'] }, { emails: ['bo@b.example'] }) // true
 */
export function isAnothers(known: PersonRecord, found: PersonRecord): boolean {
  const levels = compare(known, found)
    .filter(({ field }) => (STRONG as readonly string[]).includes(field))
    .map(({ level }) => level);
  if (levels.some((level) => AGREES.includes(level))) return false;
  const name = compareNames(nameOf(known), nameOf(found));
  return name === 'missing' ? levels.includes('different') : name === 'different';
}
