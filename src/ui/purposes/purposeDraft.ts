import type { PurposeDraft } from '../../core/ledger/schema';
import type { PurposeShown } from '../../core/purposes/views';

/** A purpose that is not there yet. @param now instant */
export function newPurpose(now: string): PurposeDraft {
  return {
    id: '',
    title: '',
    plain: '',
    kind: 'consent',
    parent: null,
    confirmWithinHours: null,
    confirmBy: 'source',
    shelfLifeDays: null,
    askAgainAfterDays: null,
    askAgainOnMaterial: false,
    isSale: false,
    validFrom: now,
    kinds: [],
    channels: [],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
  };
}

/** What of a purpose can be changed. */
export function draftOf(purpose: PurposeShown): PurposeDraft {
  const {
    id,
    title,
    plain,
    kind,
    parent,
    confirmWithinHours,
    confirmBy,
    shelfLifeDays,
    askAgainAfterDays,
    askAgainOnMaterial,
    isSale,
    validFrom,
    kinds,
    channels,
    categories,
    recipients,
    transfers,
    retention,
    balancing,
  } = purpose;
  return {
    id,
    title,
    plain,
    kind,
    parent,
    confirmWithinHours,
    confirmBy,
    shelfLifeDays,
    askAgainAfterDays,
    askAgainOnMaterial,
    isSale,
    validFrom,
    kinds: [...kinds],
    channels: [...channels],
    categories: [...categories],
    recipients: [...recipients],
    transfers,
    retention,
    balancing,
  };
}

/** Words with commas between them. */
export const listOf = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
/** Null where nothing is typed. */
export const numberOf = (text: string) => (text.trim() === '' ? null : Number(text));
