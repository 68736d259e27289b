import { setTimeout as delay } from 'node:timers/promises';
import { arrivalsStuck } from '../../db/health/arrivals';
import { failedClaims } from '../../db/shared/claims';
import { lastBeat } from '../../db/health/heartbeats';
import { lettersStuck } from '../../db/letters/letters';
import { mailsStuck } from '../../db/letters/outbox';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { faultCode } from '../shared/faultCode';

/** A worker that has not been seen for so long is not there, milliseconds. */
const WORKER_MS = 30_000;
/** What came in or was to go out and waits longer than this needs somebody, milliseconds. */
export const WAITING_MS = 5 * 60_000;

export interface Health {
  status: 'ok' | 'degraded' | 'down';
  database: 'ok' | 'unreachable';
  /** Where files are kept. */
  storage: 'ok' | 'unreachable';
  worker: 'ok' | 'not seen' | 'unknown';
  /** Letters and mails that the mail server does not take. */
  mail: 'ok' | 'failing' | 'unknown';
  /** Messages and files that were seen and are not kept yet. */
  intake: 'ok' | 'waiting' | 'unknown';
  daily: 'ok' | 'failed' | 'unknown';
}

const DOWN = {
  status: 'down',
  database: 'unreachable',
  worker: 'unknown',
  mail: 'unknown',
  intake: 'unknown',
  daily: 'unknown',
} as const;
/** A storage that answers later than this is not there, milliseconds. */
const STORAGE_MS = 2000;

/** Whether everything that has to work does. No personal data, and open to nobody in particular. */
export async function readHealth(ctx: Context): Promise<Health> {
  const storage = await probeStorage(ctx);
  try {
    return await ctx.transaction(async (h) => {
      const { letters, mails, arrivals } = await stuck(ctx, h);
      const beat = await lastBeat(h, 'worker');
      const parts = {
        storage,
        worker:
          beat && Date.parse(ctx.clock.real()) - Date.parse(beat) < WORKER_MS ? ('ok' as const) : ('not seen' as const),
        mail: letters.length + mails.length > 0 ? ('failing' as const) : ('ok' as const),
        intake: arrivals.length > 0 ? ('waiting' as const) : ('ok' as const),
        daily: (await failedClaims(h, 'daily')).length > 0 ? ('failed' as const) : ('ok' as const),
      };
      return {
        status: Object.values(parts).every((part) => part === 'ok') ? 'ok' : 'degraded',
        database: 'ok',
        ...parts,
      };
    });
  } catch (error) {
    ctx.log.error({ cause: faultCode(error) }, 'health: the database cannot be asked');
    return { ...DOWN, storage };
  }
}

async function probeStorage(ctx: Context): Promise<Health['storage']> {
  const late = new AbortController();
  const timeout = delay(STORAGE_MS, 'late' as const, { signal: late.signal }).catch(() => 'late' as const);
  const probe = ctx.storage.probe().then(
    () => 'kept' as const,
    (error: unknown) => {
      ctx.log.error({ cause: faultCode(error) }, 'health: the storage cannot be written to');
      return 'refused' as const;
    },
  );
  const answer = await Promise.race([probe, timeout]);
  late.abort();
  return answer === 'kept' ? 'ok' : 'unreachable';
}

/** Everything that waits for longer than it should. */
export async function stuck(ctx: Context, h: Handle) {
  const before = new Date(Date.parse(ctx.clock.real()) - WAITING_MS).toISOString();
  return { letters: await lettersStuck(h), mails: await mailsStuck(h), arrivals: await arrivalsStuck(h, before) };
}
