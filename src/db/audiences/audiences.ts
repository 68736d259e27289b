import type { AudienceId, DataKeyId, RunId, SystemId } from '../../core/shared/ids';
import type { RunRow } from '../runs/runs';
import type { Handle } from '../shared/handle';

export interface AudienceRow {
  id: AudienceId;
  name_sealed: Buffer;
  system_id: SystemId | null;
  purpose: string;
  channel: string;
  path: string;
  made_by: string;
  made_at: string;
  /** Its own key; null: from before lists had one. */
  data_key_id: DataKeyId | null;
}

/**
 * A run of the kind `check-audience`, counted in lines, with the file of its answers; its counts are those of each standing, of
 * what is `unreadable`, and of what is `permitted`.
 */
export type AudienceRunRow = RunRow & { audience_id: AudienceId; path: string | null };

export async function insertAudience(h: Handle, row: AudienceRow): Promise<void> {
  await h.trx('audiences').insert(row);
}

export async function audienceById(h: Handle, id: string): Promise<AudienceRow | undefined> {
  return h.trx('audiences').where({ id }).first();
}

export async function listAudiences(h: Handle, limit: number): Promise<AudienceRow[]> {
  return h.trx('audiences').orderBy('made_at', 'desc').limit(limit);
}

export async function insertAudienceRun(h: Handle, row: Pick<AudienceRunRow, 'id' | 'audience_id'>): Promise<void> {
  await h.trx('audience_runs').insert(row);
}

export async function runsOfAudiences(h: Handle, audienceIds: readonly AudienceId[]): Promise<AudienceRunRow[]> {
  return h
    .trx('audience_runs')
    .join('runs', 'runs.id', 'audience_runs.id')
    .whereIn('audience_id', [...audienceIds])
    .orderBy('no', 'desc')
    .limit(300);
}

export async function setAnswersPath(h: Handle, runId: RunId, path: string): Promise<void> {
  await h.trx('audience_runs').where({ id: runId }).update({ path });
}

/** Lists older than an instant: their files go, with everything about them. */
export async function takeOldAudiences(h: Handle, before: string): Promise<string[]> {
  return deleteAudiences(
    h,
    ((await h.trx('audiences').where('made_at', '<', before).limit(100)) as AudienceRow[]).map(({ id }) => id),
  );
}

export async function audiencesAlive(h: Handle): Promise<AudienceRow[]> {
  return h.trx('audiences').orderBy('made_at').limit(1000);
}

/** @returns the files of the lists and of their answers, to be removed once this is committed */
export async function deleteAudiences(h: Handle, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const audiences = (await h.trx('audiences').whereIn('id', [...ids])) as AudienceRow[];
  const runs = await runsOfAudiences(h, ids);
  await h
    .trx('audience_runs')
    .whereIn('audience_id', [...ids])
    .delete();
  await h
    .trx('runs')
    .where({ kind: 'check-audience' })
    .whereIn('subject', [...ids])
    .delete();
  await h
    .trx('audiences')
    .whereIn('id', [...ids])
    .delete();
  return [...audiences.map(({ path }) => path), ...runs.flatMap(({ path }) => path ?? [])];
}
