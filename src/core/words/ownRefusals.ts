import { LOST, NOT_AN_ADDRESS, OWN_REFUSALS } from './sections';
import type { TooManyRefusal } from '../access/refusals';
import type { ChangeRefusal, PageRefusal } from '../choicesPage/refusals';
import type { ProveRefusal } from '../identity/refusals';
import type { ConfirmRefusal } from '../ledger/refusals';
import type { Language } from '../letters/mailings';
import type { LinkRefusal } from '../packs/refusals';
import { sayRefusal } from './refusals';

/** What a person can be refused on a page of theirs. */
export type OwnRefusal = ChangeRefusal | ConfirmRefusal | LinkRefusal | PageRefusal | ProveRefusal | TooManyRefusal;

/** The words for a refusal on a person’s own page, in their language. */
export function sayOwnRefusal(language: Language, refusal: OwnRefusal): string {
  const words = OWN_REFUSALS[language];
  return words === null
    ? sayRefusal(refusal)
    : words[refusal.code].replace('{left}', 'left' in refusal ? String(refusal.left) : '');
}

export const sayLost = (language: Language): string => LOST[language];
export const sayNotAnAddress = (language: Language): string => NOT_AN_ADDRESS[language];
