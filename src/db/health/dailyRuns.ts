import type { Handle } from '../shared/handle';

export interface DailyRunRow {
  task: string;
  day: string;
  state: 'running' | 'done' | 'failed';
  tries: number;
  started_at: string;
  finished_at: string | null;
  error: string | null;
}

export async function dailyRunOf(h: Handle, task: string, day: string): Promise<DailyRunRow | undefined> {
  return h.trx('daily_runs').where({ task, day }).first();
}

export async function startDailyRun(h: Handle, task: string, day: string, now: string): Promise<void> {
  await h
    .trx('daily_runs')
    .insert({ task, day, state: 'running', started_at: now })
    .onConflict(['task', 'day'])
    .merge({ state: 'running', started_at: now, tries: h.trx.raw('daily_runs.tries + 1') });
}

export async function endDailyRun(
  h: Handle,
  task: string,
  day: string,
  change: Pick<DailyRunRow, 'state' | 'finished_at' | 'error'>,
): Promise<void> {
  await h.trx('daily_runs').where({ task, day }).update(change);
}

/** Tasks whose newest run failed. */
export async function dailyFailures(h: Handle): Promise<DailyRunRow[]> {
  const { rows }: { rows: DailyRunRow[] } = await h.trx.raw(
    "select * from (select distinct on (task) * from daily_runs order by task, day desc) newest where state = 'failed'",
  );
  return rows;
}
