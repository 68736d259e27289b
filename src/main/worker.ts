import { createClient } from '../db/client';
import { checkSchema } from '../db/migrate';
import { HANDLERS } from '../jobs/handlers';
import { WORKER } from '../ports/actor';
import { JOB_NAMES, type JobName, type JobPayloads } from '../ports/jobs';
import { replayJournal } from '../usecases/erasure/replayJournal';
import { checkKeys } from '../usecases/keys/checkKeys';
import { startComparison } from '../usecases/drift/compareSystem';
import { watchFolders } from '../usecases/imports/watchFolders';
import { remindHelpers } from '../usecases/helpers/remindHelpers';
import { moveDueDays } from '../usecases/requests/moveDueDays';
import { removeOldRequests } from '../usecases/requests/removeOldRequests';
import { sendDigests } from '../usecases/requests/sendDigests';
import { takeInbox } from '../usecases/requests/takeInbox';
import { housekeeping } from '../usecases/shared/housekeeping';
import { resumeWork } from '../usecases/shared/resumeWork';
import { readConfig } from './config';
import { createContext } from './context';
import { createQueue, jobsOf, prepareQueue } from './jobs';
import { threadPool } from './threads';

const POLL_SECONDS = 0.5;
const RESUME_EVERY_MS = 20_000;
const WATCH_EVERY_MS = 5000;
const DAILY_LOOK_MS = 60_000;

const config = readConfig();
const knex = createClient(config.DATABASE_URL);
await checkSchema(knex);
const boss = createQueue(config.DATABASE_URL, true);
boss.on('error', (error) => ctx.log.error({ error: error.message }, 'queue'));
const threads = threadPool(config);
const ctx = { ...createContext(config, knex, jobsOf(boss), WORKER), threads };
await prepareQueue(boss);
await checkKeys(ctx);
await replayJournal(ctx);

for (const name of JOB_NAMES) {
  await boss.work(name, { batchSize: 4, pollingIntervalSeconds: POLL_SECONDS }, async (jobs) => {
    await Promise.all(jobs.map((job) => run(name, job.data)));
  });
}
const resumed = await resumeWork(ctx);
const seenFiles = new Set<string>();
const seenMails = new Set<string>();
const daily = { day: '' };
const timers = [
  setInterval(() => quietly('watch folders', () => watchFolders(ctx, seenFiles)), WATCH_EVERY_MS),
  setInterval(() => quietly('privacy mailbox', () => takeInbox(ctx, seenMails)), WATCH_EVERY_MS),
  setInterval(() => quietly('daily work', once), DAILY_LOOK_MS),
];
const timer = setInterval(() => void resumeWork(ctx).catch((error: Error) => ctx.log.error({ error: error.message }, 'resume')), RESUME_EVERY_MS);
ctx.log.info({ resumed }, 'worker ready');

for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.once(signal, () => {
    for (const one of [timer, ...timers]) clearInterval(one);
    void boss.stop({ graceful: true, timeout: 5000 }).then(() => threads.close()).then(() => knex.destroy()).then(() => process.exit(0));
  });
}

/** Once a day: the head goes to the witness, systems are compared, due days of what waits move on, colleagues are told what is due, what is kept too long goes. */
async function once(): Promise<void> {
  const today = ctx.clock.real().slice(0, 10);
  if (daily.day === today) return;
  daily.day = today;
  await ctx.transaction((h) => ctx.jobs.enqueue(h.trx, 'deposit-head', {}));
  await startComparison(ctx);
  await remindHelpers(ctx);
  await moveDueDays(ctx);
  await sendDigests(ctx);
  await housekeeping(ctx);
  await removeOldRequests(ctx);
}

function quietly(what: string, work: () => Promise<unknown>): void {
  work().catch((error: Error) => ctx.log.error({ error: error.name, what }, 'timer'));
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
