import doubleMetaphone from 'talisman/phonetics/double-metaphone';
import { fullName, nameTokens } from './normalise';

/**
 * What a name is looked up by: its tokens and, prefixed with `~`, their sound.
 * Only keyed hashes of these are kept; `docs/architecture.md` says what such an index leaks.
 *
 * @example nameSearchTerms('Mette Holmgaard') // ['holmgaard', 'mette', '~HLMKRT', '~MT']
 */
export function nameSearchTerms(name: string): string[] {
  const tokens = nameTokens(name)
    .filter((token) => token.length > 1)
    .map(fullName);
  const sounds = tokens
    .flatMap((token) => doubleMetaphone(token))
    .filter(Boolean)
    .map((code) => `~${code}`);
  return [...new Set([...tokens, ...sounds])].sort();
}
