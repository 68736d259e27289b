import type { RetentionDraft } from '../../core/keeping/drafts';
import type { Handle } from '../shared/handle';

export interface RetentionDraftRow extends RetentionDraft {
  sort_order: number;
}

export async function listRetentionDrafts(h: Handle): Promise<RetentionDraft[]> {
  return h.trx('retention_drafts').select('id', 'what', 'law', 'years', 'anchor').orderBy('sort_order');
}

export async function insertRetentionDraft(h: Handle, row: RetentionDraftRow): Promise<void> {
  await h.trx('retention_drafts').insert(row);
}

/** @returns whether it was still there */
export async function deleteRetentionDraft(h: Handle, id: string): Promise<boolean> {
  return (await h.trx('retention_drafts').where({ id }).delete()) > 0;
}
