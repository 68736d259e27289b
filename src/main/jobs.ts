import { setTimeout as delay } from 'node:timers/promises';
import type { Knex } from 'knex';
import PgBoss from 'pg-boss';
import { JOB_NAMES, type JobName, type JobPayloads, type Jobs } from '../ports/jobs';

const SCHEMA = 'queue';

export function createQueue(connectionString: string, isWorker: boolean): PgBoss {
  return new PgBoss({
    connectionString,
    schema: SCHEMA,
    max: 3,
    application_name: 'bookend-queue',
    supervise: isWorker,
    schedule: false,
    migrate: isWorker,
  });
}

/**
 * Makes the queue's tables and the queues; the worker does this before anybody sends. Of a piece of work only one may
 * wait.
 */
export async function prepareQueue(boss: PgBoss, knex: Knex): Promise<void> {
  await boss.start();
  for (const name of JOB_NAMES) await boss.createQueue(name, { name, policy: 'short' });
  // Queues from before each piece was allowed once.
  await knex.raw(`update ${SCHEMA}.queue set policy = 'short' where policy is distinct from 'short'`);
}

/** What makes two jobs the same piece of work. */
const keyOf = (payload: object): string => Object.values(payload).join(' ') || 'all';

/** Jobs are written through the connection of the caller's transaction: they commit or go with it. */
export function jobsOf(boss: PgBoss): Jobs {
  const jobs: Jobs = {
    async enqueue(trx, name, payload, startAfter) {
      const singletonKey = keyOf(payload);
      const forward = () =>
        trx.raw(
          `update ${SCHEMA}.job set start_after = least(start_after, ?::timestamptz)
  where name = ? and singleton_key = ? and state = 'created' returning id`,
          [startAfter ?? trx.fn.now(), name, singletonKey],
        ) as unknown as Promise<{ rows: unknown[] }>;
      if ((await forward()).rows.length > 0) return;
      const executeSql = async (text: string, values: unknown[]): Promise<{ rows: unknown[] }> => {
        const connection = await (
          trx.client as {
            acquireConnection(): Promise<{ query(text: string, values: unknown[]): Promise<{ rows: unknown[] }> }>;
          }
        ).acquireConnection();
        return connection.query(text, values);
      };
      const id = await boss.send(name, payload as object, {
        db: { executeSql: executeSql as never },
        singletonKey,
        retryLimit: 5,
        retryDelay: 2,
        retryBackoff: true,
        expireInSeconds: 3600,
        ...(startAfter ? { startAfter } : {}),
      });
      // Somebody else has just asked for the same.
      if (id === null) await forward();
    },
    async resume(trx, name, payload, lockName) {
      const { rows }: { rows: unknown[] } = await trx.raw(
        `select 1 from ${SCHEMA}.job where name = ? and singleton_key = ? and state in ('created', 'retry') limit 1`,
        [name, keyOf(payload)],
      );
      if (rows.length > 0) return false;
      const { rows: free }: { rows: [{ free: boolean }] } = await trx.raw(
        'select pg_try_advisory_xact_lock(hashtextextended(?, 1)) as free',
        [lockName],
      );
      if (!free[0].free) return false;
      await jobs.enqueue(trx, name, payload);
      return true;
    },
  };
  return jobs;
}

export type JobRunner = <N extends JobName>(name: N, payload: JobPayloads[N]) => Promise<void>;

const LOOK_MS = 300;
const FAULT_MS = 2000;

/** How many pieces of a kind one worker has in hand at once. */
const LANES: Partial<Record<JobName, number>> = {
  'trace-system': 6,
  'call-webhook': 3,
  'run-erasure': 4,
  'build-pack': 2,
  'run-record-acts': 2,
  'run-import': 2,
};

/**
 * Works off the queues until it is stopped: each lane takes the next piece as soon as it has done one. Where there is
 * none it rests; one look over all queues wakes those for which something has come.
 *
 * @param run does a piece; what it throws is tried again by the queue
 * @param fault is told when the queue cannot be reached
 */
export function workOff(
  boss: PgBoss,
  knex: Knex,
  run: JobRunner,
  fault: (error: unknown) => void,
): { stop(): Promise<void> } {
  let stopped = false;
  const resting = new Map<JobName, Set<() => void>>(JOB_NAMES.map((name) => [name, new Set()]));
  const rest = (name: JobName) => new Promise<void>((resolve) => void resting.get(name)!.add(resolve));
  const wake = (name: JobName) => {
    const own = [...resting.get(name)!];
    resting.get(name)!.clear();
    for (const go of own) go();
  };
  async function look(): Promise<void> {
    while (!stopped) {
      try {
        const { rows }: { rows: { name: JobName }[] } = await knex.raw(
          `select distinct name from ${SCHEMA}.job where state < 'active' and start_after <= now()`,
        );
        for (const { name } of rows) if (resting.has(name)) wake(name);
        await delay(LOOK_MS);
      } catch (error) {
        fault(error);
        await delay(FAULT_MS);
      }
    }
  }
  async function lane(name: JobName): Promise<void> {
    while (!stopped) {
      try {
        const [job] = (await boss.fetch(name)) ?? [];
        if (!job) {
          if (!stopped) await rest(name);
          continue;
        }
        try {
          await run(name, job.data as never);
        } catch (error) {
          await boss.fail(name, job.id, { name: error instanceof Error ? error.name : 'unknown' });
          continue;
        }
        await boss.complete(name, job.id);
      } catch (error) {
        fault(error);
        await delay(FAULT_MS);
      }
    }
  }
  void look();
  const lanes = JOB_NAMES.flatMap((name) => Array.from({ length: LANES[name] ?? 1 }, () => lane(name)));
  return {
    async stop() {
      stopped = true;
      for (const name of JOB_NAMES) wake(name);
      await Promise.race([Promise.all(lanes), new Promise((resolve) => setTimeout(resolve, 5000))]);
    },
  };
}
