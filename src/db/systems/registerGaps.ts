import type { SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface RegisterGapRow {
  system_id: SystemId;
  collection: string;
  /** The answer that had to go without. */
  request_ref: string;
  facts: string[];
  asked_at: string;
}

export async function insertRegisterGaps(h: Handle, rows: readonly RegisterGapRow[]): Promise<void> {
  if (rows.length > 0) await h.trx('register_gaps').insert(rows).onConflict(['system_id', 'collection']).merge();
}

export async function listRegisterGaps(h: Handle): Promise<RegisterGapRow[]> {
  return h.trx('register_gaps').orderBy('asked_at').limit(500);
}

/** Facts that are left; none: the gap is closed. */
export async function setRegisterGap(
  h: Handle,
  systemId: SystemId,
  collection: string,
  facts: readonly string[],
): Promise<void> {
  const at = { system_id: systemId, collection };
  if (facts.length === 0) await h.trx('register_gaps').where(at).delete();
  else
    await h
      .trx('register_gaps')
      .where(at)
      .update({ facts: [...facts] });
}
