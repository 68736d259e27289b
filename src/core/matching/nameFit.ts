import jaroWinkler from 'talisman/metrics/jaro-winkler';
import { fullName, nameTokens } from '../people/normalise';
import { nameSearchTerms } from '../people/phonetic';

/** Letters that a word may be the beginning of a name with. */
const BEGINNING = 3;
/**
 * What only sounds alike must look alike at least so much, or a search for a name that nobody has would find somebody.
 */
const ALIKE = 0.8;

/**
 * How well somebody's name fits the words that were searched for: every word stands in it (or begins a part of it), or
 * sounds like a part of it; null where a word is neither.
 *
 * @example nameFit('Holmgaard', 'Mette Holmgaard') // 'name'
 * @example nameFit('Holmgård', 'Mette Holmgaard') // 'sound' or 'name', by how the letters are written out
 * @example nameFit('Xanthippe', 'Mette Holmgaard') // null
 */
export function nameFit(words: string, name: string): 'name' | 'sound' | null {
  const parts = nameTokens(name).map((token) => ({ token, full: fullName(token) }));
  let fit: 'name' | 'sound' = 'name';
  for (const word of nameTokens(words).filter((token) => token.length > 1)) {
    const full = fullName(word);
    if (
      parts.some(
        ({ token, full: own }) =>
          token === word || own === full || (word.length >= BEGINNING && token.startsWith(word)),
      )
    )
      continue;
    const sounds = soundsOf(word);
    if (
      !parts.some(
        ({ token }) => soundsOf(token).some((sound) => sounds.includes(sound)) && jaroWinkler(word, token) >= ALIKE,
      )
    )
      return null;
    fit = 'sound';
  }
  return fit;
}

function soundsOf(word: string): string[] {
  return nameSearchTerms(word).filter((term) => term.startsWith('~'));
}
