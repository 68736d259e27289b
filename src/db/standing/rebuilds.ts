import type { Handle } from '../shared/handle';

export interface RebuildRow {
  id: string;
  state: 'running' | 'finished';
  /** Only compared, nothing put right. */
  only_look: boolean;
  /** People are numbered: the last number there was when it began, and where each range that is done begins. */
  last_no: number;
  done_from: number[];
  people: number;
  differing: number;
  started_by: string;
  started_at: string;
  finished_at: string | null;
}

export async function insertRebuild(
  h: Handle,
  row: Pick<RebuildRow, 'id' | 'only_look' | 'last_no' | 'started_by' | 'started_at'>,
): Promise<void> {
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

/** Counts a range in, in the transaction that did it: it is done once, whenever a worker dies. */
export async function noteRange(
  h: Handle,
  id: string,
  from: number,
  part: { people: number; differing: number },
): Promise<void> {
  await h.trx.raw(
    'update fold_rebuilds set people = people + ?, differing = differing + ?, done_from = done_from || ?::int where id = ?',
    [part.people, part.differing, from, id],
  );
}

export async function finishRebuild(h: Handle, id: string, at: string): Promise<void> {
  await h.trx('fold_rebuilds').where({ id }).update({ state: 'finished', finished_at: at });
}
