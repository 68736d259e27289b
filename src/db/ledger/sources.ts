import type { SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

/** Adds to what a system delivered on a day. */
export async function countDelivery(
  h: Handle,
  systemId: SystemId,
  day: string,
  choices: number,
  now: string,
): Promise<void> {
  await h
    .trx('source_days')
    .insert({ system_id: systemId, day, choices, last_at: now })
    .onConflict(['system_id', 'day'])
    .merge({ choices: h.trx.raw('source_days.choices + excluded.choices'), last_at: now });
}

export interface SourceDay {
  system_id: SystemId;
  day: string;
  choices: number;
  last_at: string;
}

/** What each system delivered, day by day, since a day. */
export async function sourceDays(h: Handle, since: string): Promise<SourceDay[]> {
  return h.trx('source_days').where('day', '>=', since).orderBy(['system_id', 'day']).limit(50_000);
}
