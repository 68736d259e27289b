import type { Handle } from '../handle';

export interface RebuildRow {
  id: string;
  state: 'running' | 'finished';
  /** Only compared, nothing put right. */
  only_look: boolean;
  /** People are numbered: the last number there was when it began, and the last one that is done. */
  last_no: number;
  done_no: number;
  people: number;
  differing: number;
  started_by: string;
  started_at: string;
  finished_at: string | null;
}

export async function insertRebuild(h: Handle, row: Pick<RebuildRow, 'id' | 'only_look' | 'last_no' | 'started_by' | 'started_at'>): Promise<void> {
  await h.trx('fold_rebuilds').insert({ ...row, state: 'running' });
}

export async function rebuildById(h: Handle, id: string): Promise<RebuildRow | undefined> {
  return h.trx('fold_rebuilds').where({ id }).first();
}

export async function rebuildsRunning(h: Handle): Promise<RebuildRow[]> {
  return h.trx('fold_rebuilds').where({ state: 'running' }).limit(10);
}

export async function lastRebuild(h: Handle): Promise<RebuildRow | undefined> {
  return h.trx('fold_rebuilds').orderBy('started_at', 'desc').first();
}

export async function setRebuild(h: Handle, id: string, change: Partial<Pick<RebuildRow, 'state' | 'done_no' | 'people' | 'differing' | 'finished_at'>>): Promise<void> {
  await h.trx('fold_rebuilds').where({ id }).update(change);
}
