import type { RequestRef } from '../../core/shared/ids';
import type { Stage } from '../../core/requests/stages';
import type { Handle } from '../shared/handle';

export interface JobCount {
  name: string;
  waiting: number;
  running: number;
  failed: number;
}

/** Work of the queue that is not done, by its kind; what failed, since an instant. Empty where no worker has ever run. */
export async function jobCounts(h: Handle, since: string): Promise<JobCount[]> {
  const known: { rows: { t: string | null }[] } = await h.trx.raw(`select to_regclass('queue.job') as t`);
  if (!known.rows[0]!.t) return [];
  const result: { rows: JobCount[] } = await h.trx.raw(
    `
    select name, count(*) filter (where state in ('created', 'retry'))::int as waiting,
      count(*) filter (where state = 'active')::int as running, count(*) filter (where state = 'failed')::int as failed
    from queue.job
    where state in ('created', 'retry', 'active') or (state = 'failed' and completed_on > ?)
    group by name order by name limit 100`,
    [since],
  );
  return result.rows;
}

/** How often each colleague did one of these acts since an instant, the most first. */
export async function actsByColleague(
  h: Handle,
  acts: readonly string[],
  since: string,
): Promise<{ actor: string; n: number }[]> {
  const rows = (await h
    .trx('trail')
    .select('actor')
    .count('* as n')
    .whereIn('act', [...acts])
    .where('at', '>', since)
    .groupBy('actor')
    .orderBy('n', 'desc')
    .limit(50)) as { actor: string; n: string }[];
  return rows.map(({ actor, n }) => ({ actor, n: Number(n) }));
}

/** Stages that requests came to since an instant, of these alone, the newest first. */
export async function stagesSince(
  h: Handle,
  refs: readonly RequestRef[],
  since: string,
): Promise<{ ref: RequestRef; stage: Stage; at: string }[]> {
  return h
    .trx('request_stages')
    .join('requests', 'requests.id', 'request_stages.request_id')
    .select('requests.ref', 'request_stages.stage', 'request_stages.at')
    .whereIn('requests.ref', [...refs])
    .where('request_stages.at', '>', since)
    .orderBy('request_stages.at', 'desc')
    .limit(50);
}

/** In which stage each of these requests was longest, and for how many days. */
export async function longestStages(
  h: Handle,
  refs: readonly RequestRef[],
): Promise<Map<RequestRef, { stage: Stage; days: number }>> {
  const result: { rows: { ref: RequestRef; stage: Stage; days: number }[] } = await h.trx.raw(
    `
    select distinct on (ref) ref, stage, days from (
      select r.ref, s.stage,
        extract(day from lead(s.at, 1, r.closed_at) over (partition by r.id order by s.id) - s.at)::int as days
      from requests r join request_stages s on s.request_id = r.id where r.ref = any(?)
    ) spans where days is not null order by ref, days desc`,
    [[...refs]],
  );
  return new Map(result.rows.map(({ ref, stage, days }) => [ref, { stage, days }]));
}
