import { purposeDraftSchema, type PurposeDraft } from '../../core/ledger/schema';
import type { PurposeShown } from '../../core/purposes/views';

/** A purpose that is not there yet, with what is usual. */
export function newPurpose(): PurposeDraft {
  return { ...purposeDraftSchema.getDefault(), id: '', title: '', plain: '', kind: 'consent', validFrom: null };
}

/** What of a purpose can be changed. */
export const draftOf = (purpose: PurposeShown): PurposeDraft =>
  purposeDraftSchema.cast(purpose, { stripUnknown: true });

/** Words with commas between them. */
export const listOf = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
/** Null where nothing is typed. */
export const numberOf = (text: string) => (text.trim() === '' ? null : Number(text));
