import type { SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface RateRow {
  purpose_no: number;
  shape: number;
  terms_no: number;
  language: string | null;
  system_id: SystemId;
  /** Monday of the week, in the organisation's zone. */
  week: string;
  n: number;
}

/** How many answers of each kind, by everything they can be looked at by: one pass over the ledger's days asked for. */
export async function rateRows(h: Handle, from: string, to: string, zone: string): Promise<RateRow[]> {
  const { rows }: { rows: RateRow[] } = await h.trx.raw(
    `select purpose_no, shape & 15 as shape, terms_no, language, system_id,
  to_char(date_trunc('week', occurred_at at time zone ?), 'YYYY-MM-DD') as week, count(*)::int as n
     from choices where occurred_at >= ? and occurred_at < ? group by 1, 2, 3, 4, 5, 6`,
    [zone, from, to],
  );
  return rows;
}
