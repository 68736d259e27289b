import type { RunRow } from '../runs/runs';
import type { Handle } from '../shared/handle';

interface Rebuild {
  id: string;
  /** Only compared, nothing put right. */
  only_look: boolean;
  /** Where each range of people that is done begins. */
  done_from: number[];
}

/** A run of the kind `rebuild-folds`, counted in people by their numbers; its counts say how many were looked at and differed. */
export type RebuildRow = RunRow & Rebuild;

export async function insertRebuild(h: Handle, row: Omit<Rebuild, 'done_from'>): Promise<void> {
  await h.trx('fold_rebuilds').insert(row);
}

export async function rebuildById(h: Handle, id: string): Promise<RebuildRow | undefined> {
  return h.trx('fold_rebuilds').join('runs', 'runs.id', 'fold_rebuilds.id').where('runs.id', id).first();
}

export async function rebuildsRunning(h: Handle): Promise<RebuildRow[]> {
  return h.trx('fold_rebuilds').join('runs', 'runs.id', 'fold_rebuilds.id').where({ state: 'running' }).limit(10);
}

export async function lastRebuild(h: Handle): Promise<RebuildRow | undefined> {
  return h.trx('fold_rebuilds').join('runs', 'runs.id', 'fold_rebuilds.id').orderBy('no', 'desc').first();
}

/** Notes that a range is done, in the transaction that did it: it is done once, whenever a worker dies. */
export async function noteRange(h: Handle, id: string, from: number): Promise<void> {
  await h.trx.raw('update fold_rebuilds set done_from = done_from || ?::int where id = ?', [from, id]);
}
