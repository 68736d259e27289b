import { createClient } from '../db/client';
import { checkSchema } from '../db/migrate';
import { HANDLERS } from '../jobs/handlers';
import { WORKER } from '../ports/actor';
import { JOB_NAMES, type JobName, type JobPayloads } from '../ports/jobs';
import { checkKeys } from '../usecases/keys/checkKeys';
import { resumeWork } from '../usecases/shared/resumeWork';
import { readConfig } from './config';
import { createContext } from './context';
import { createQueue, jobsOf, prepareQueue } from './jobs';

const POLL_SECONDS = 0.5;
const RESUME_EVERY_MS = 20_000;

const config = readConfig();
const knex = createClient(config.DATABASE_URL);
await checkSchema(knex);
const boss = createQueue(config.DATABASE_URL, true);
boss.on('error', (error) => ctx.log.error({ error: error.message }, 'queue'));
const ctx = createContext(config, knex, jobsOf(boss), WORKER);
await prepareQueue(boss);
await checkKeys(ctx);

for (const name of JOB_NAMES) {
  await boss.work(name, { batchSize: 4, pollingIntervalSeconds: POLL_SECONDS }, async (jobs) => {
    await Promise.all(jobs.map((job) => run(name, job.data)));
  });
}
const resumed = await resumeWork(ctx);
const timer = setInterval(() => void resumeWork(ctx).catch((error: Error) => ctx.log.error({ error: error.message }, 'resume')), RESUME_EVERY_MS);
ctx.log.info({ resumed }, 'worker ready');

for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.once(signal, () => {
    clearInterval(timer);
    void boss.stop({ graceful: true, timeout: 5000 }).then(() => knex.destroy()).then(() => process.exit(0));
  });
}

async function run<N extends JobName>(name: N, payload: unknown): Promise<void> {
  const started = Date.now();
  try {
    await HANDLERS[name](ctx, payload as JobPayloads[N]);
    ctx.log.info({ job: name, ms: Date.now() - started }, 'job done');
  } catch (error) {
    // The message of an unforeseen error may hold a value; its name and place do not.
    ctx.log.error({ job: name, error: error instanceof Error ? error.name : 'unknown', at: error instanceof Error ? error.stack?.split('\n')[1]?.trim() : undefined }, 'job failed');
    throw error;
  }
}
