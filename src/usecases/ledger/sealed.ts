import type { ChoiceId, PersonId } from '../../core/shared/ids';
import type { ChoiceInput } from '../../core/ledger/schema';
import { firstShape, sealedAs, shapes } from '../keys/sealedValue';
import type { LedgerQuery } from './searchLedger';

// The personal part of a choice, under its person's key: the leaf of the ledger holds the hash of exactly these bytes,
// so that they are never written anew. What an export was asked for stands under the export's own key.

export interface ChoicePart {
  address: ChoiceInput['address'];
  place: string | null;
  evidence: ChoiceInput['evidence'];
  externalId: string | null;
}

/** Written as the leaf's rules say, without a number of its own: the shape is the third part of what it is bound to. */
export const choicePart = sealedAs(
  shapes<ChoicePart>((value) => value as ChoicePart),
  'choice_sealed.sealed',
  (choiceId: ChoiceId, personId: PersonId) => `${choiceId}|${personId}|1`,
);
export const exportFilter = sealedAs(
  firstShape<LedgerQuery>(),
  'ledger_exports.filter_sealed',
  (exportId: string) => exportId,
);
