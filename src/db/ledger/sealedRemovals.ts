import type { Handle } from '../shared/handle';

export interface RemovalRow {
  id: string;
  before_day: string;
  state: 'running' | 'finished';
  removed: number;
  started_by: string;
  started_at: string;
  finished_at: string | null;
}

export async function insertRemoval(
  h: Handle,
  row: Pick<RemovalRow, 'id' | 'before_day' | 'started_by' | 'started_at'>,
): Promise<void> {
  await h.trx('sealed_removals').insert({ ...row, state: 'running' });
}

export async function removalById(h: Handle, id: string): Promise<RemovalRow | undefined> {
  return h.trx('sealed_removals').where({ id }).first();
}

export async function removalsRunning(h: Handle): Promise<RemovalRow[]> {
  return h.trx('sealed_removals').where({ state: 'running' }).limit(10);
}

export async function lastRemoval(h: Handle): Promise<RemovalRow | undefined> {
  return h.trx('sealed_removals').orderBy('started_at', 'desc').first();
}

export async function setRemoval(
  h: Handle,
  id: string,
  change: Partial<Pick<RemovalRow, 'state' | 'removed' | 'finished_at'>>,
): Promise<void> {
  await h.trx('sealed_removals').where({ id }).update(change);
}

/** Sealed parts of choices recorded before an instant. */
export async function countSealedBefore(h: Handle, before: string): Promise<number> {
  const row = (await h
    .trx('choice_sealed')
    .join('choices', 'choices.seq', 'choice_sealed.seq')
    .where('choices.recorded_at', '<', before)
    .count('* as n')
    .first()) as unknown as { n: number };
  return Number(row.n);
}

/** Removes some of them; the choices and their leaves stay, so that every proof holds. */
export async function removeSealedBefore(h: Handle, before: string, limit: number): Promise<number> {
  const { rowCount }: { rowCount: number } = await h.trx.raw(
    `delete from choice_sealed where seq in (select s.seq from choice_sealed s join choices c on c.seq = s.seq
  where c.recorded_at < ? limit ?)`,
    [before, limit],
  );
  return rowCount;
}
