import type { Knex } from 'knex';
import PgBoss from 'pg-boss';
import { JOB_NAMES, type JobName, type JobPayloads, type Jobs } from '../ports/jobs';

export function createQueue(connectionString: string, isWorker: boolean): PgBoss {
  return new PgBoss({ connectionString, schema: 'queue', max: 3, application_name: 'bookend-queue', supervise: isWorker, schedule: false, migrate: isWorker });
}

/** Makes the queue's tables and the queues; the worker does this before anybody sends. */
export async function prepareQueue(boss: PgBoss): Promise<void> {
  await boss.start();
  for (const name of JOB_NAMES) await boss.createQueue(name);
}

/** Jobs are written through the connection of the caller's transaction: they commit or go with it. */
export function jobsOf(boss: PgBoss): Jobs {
  return {
    async enqueue<N extends JobName>(trx: Knex.Transaction, name: N, payload: JobPayloads[N], startAfter?: string) {
      const executeSql = async (text: string, values: unknown[]): Promise<{ rows: unknown[] }> => {
        const connection = (await (trx.client as { acquireConnection(): Promise<{ query(text: string, values: unknown[]): Promise<{ rows: unknown[] }> }> }).acquireConnection());
        return connection.query(text, values);
      };
      await boss.send(name, payload as object, { db: { executeSql: executeSql as never }, retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInSeconds: 3600, ...(startAfter ? { startAfter } : {}) });
    },
  };
}
