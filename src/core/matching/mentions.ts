import { oneSpelling } from './oneSpelling';

/** What a text is searched for: an identifier, normalised, or a whole name. */
export interface MentionKey {
  kind: string;
  value: string;
}

/** A text made ready for exact search. */
export interface Haystack {
  /** All words in lower case, white space as one blank. */
  words: string;
  /** The same with letters written in one way, made when a name is looked for first. */
  spelled(): string;
  /** Runs of digits with their separators dropped, for phone numbers. */
  digits: readonly string[];
}

export function haystackOf(text: string): Haystack {
  const words = plain(text);
  let spelled: string | null = null;
  return {
    words,
    spelled: () => (spelled ??= oneSpelling(words)),
    digits: [...text.matchAll(/\+?\d[\d ()./-]{5,20}\d/g)].map(([run]) => run.replace(/\D/g, '')),
  };
}

/**
 * Whether a text speaks of somebody by a search key: a number however it is written, a name only whole and however its
 * letters are written, an address or a customer number where it is no part of a longer one.
 *
 * @example mentions(haystackOf('frida@mail.example'), { kind: 'email', value: 'ida@mail.example' }) // false
 */
export function mentions(hay: Haystack, key: MentionKey): boolean {
  switch (key.kind) {
    case 'email':
      return stands(hay.words, plain(key.value), { before: IN_AN_ADDRESS, after: ON_AN_ADDRESS });
    case 'phone': {
      const digits = key.value.replace(/\D/g, '').slice(-8);
      return digits.length === 8 && hay.digits.some((run) => run.endsWith(digits));
    }
    case 'address':
      // An address in a text is anybody's who lives there.
      return false;
    case 'customer-number':
      return key.value.length >= 5 && stands(hay.words, plain(key.value), { before: A_LETTER, after: LETTERS });
    default:
      // The genitive of a name is the name.
      return (
        key.value.trim().includes(' ') &&
        stands(hay.spelled(), oneSpelling(plain(key.value)), { before: A_LETTER, after: MORE_THAN_A_GENITIVE })
      );
  }
}

const A_LETTER = /[\p{L}\p{N}]$/u;
const LETTERS = /^[\p{L}\p{N}]/u;
const MORE_THAN_A_GENITIVE = /^(?:s[\p{L}\p{N}]|[^\P{L}s]|\p{N})/u;
/** Before an address: more of it. A sign with nothing before it is a bullet or a mark of stress. */
const IN_AN_ADDRESS = /[\p{L}\p{N}][._%+-]*$/u;
/** Behind an address: more of it. A full stop with nothing behind it ends a sentence. */
const ON_AN_ADDRESS = /^(?:[\p{L}\p{N}]|[-.][\p{L}\p{N}])/u;
/** UTF-16 units beside a place that are looked at. */
const BESIDE = 8;

const plain = (text: string): string => text.normalize('NFC').toLowerCase().replace(/\s+/g, ' ').trim();

function stands(text: string, sought: string, { before, after }: { before: RegExp; after: RegExp }): boolean {
  if (sought === '') return false;
  for (let at = text.indexOf(sought); at >= 0; at = text.indexOf(sought, at + 1)) {
    const end = at + sought.length;
    if (!before.test(text.slice(Math.max(0, at - BESIDE), at)) && !after.test(text.slice(end, end + BESIDE)))
      return true;
  }
  return false;
}
