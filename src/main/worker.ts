import { looker } from '../connectors/browser/looker';
import { createClient } from '../db/shared/client';
import { beat, forgetBeats } from '../db/health/heartbeats';
import { checkSchema } from '../db/shared/migrate';
import { HANDLERS } from '../jobs/handlers';
import { WORKER } from '../ports/actor';
import type { JobName, JobPayloads } from '../ports/jobs';
import { replayJournal } from '../usecases/erasure/replayJournal';
import { faultCode } from '../usecases/shared/faultCode';
import { checkKeys } from '../usecases/keys/checkKeys';
import { watchFolders } from '../usecases/imports/watchFolders';
import { takeInbox } from '../usecases/intake/takeInbox';
import { dailyWork } from '../usecases/daily/dailyWork';
import { resumeWork } from '../usecases/daily/resumeWork';
import { callWebhooks } from '../usecases/webhooks/callWebhook';
import { readConfig } from './config';
import { createContext } from './context';
import { keepUpToDate, type Kept } from './installed';
import { createQueue, jobsOf, prepareQueue, workOff } from './jobs';
import { newsOf } from './news';
import { threadPool } from './threads';

const CONNECTIONS = 14;
const BEAT_EVERY_MS = 5000;
const RESUME_EVERY_MS = 20_000;
const WATCH_EVERY_MS = 5000;
const WEBHOOKS_EVERY_MS = 3000;
const BEATS_KEPT_MS = 86_400_000;

const config = readConfig();
const knex = createClient(config.DATABASE_URL, CONNECTIONS);
await checkSchema(knex);
const boss = createQueue(config.DATABASE_URL, true);
boss.on('error', (error) => ctx.log.error({ cause: faultCode(error) }, 'queue'));
const threads = threadPool(config);
const kept: Kept = { current: {} };
const ctx = createContext(config, knex, jobsOf(boss), WORKER, undefined, kept);
ctx.threads = threads;
ctx.looker = looker;
await prepareQueue(boss, knex);
await checkKeys(ctx);
await replayJournal(ctx);
const news = newsOf(config.DATABASE_URL);
const settings = await keepUpToDate(ctx, kept, news);

const me = `worker:${process.pid}:${ctx.keys.random(6).toString('hex')}`;
await sayAlive();
const resumed = await resumeWork(ctx);
const lanes = workOff(boss, knex, run, (error) =>
  ctx.log.error({ cause: faultCode(error) }, 'the queue cannot be reached'),
);
const seenFiles = new Set<string>();
const seenMails = new Set<string>();
let isStopping = false;
every(BEAT_EVERY_MS, 'sign of life', sayAlive);
every(WATCH_EVERY_MS, 'watch folders', () => watchFolders(ctx, seenFiles));
every(WATCH_EVERY_MS, 'privacy mailbox', () => takeInbox(ctx, seenMails));
every(config.BOOKEND_DAILY_LOOK_MS, 'daily work', () => dailyWork(ctx));
every(WEBHOOKS_EVERY_MS, 'webhooks', () => callWebhooks(ctx));
every(RESUME_EVERY_MS, 'resume', () => resumeWork(ctx));
ctx.log.info({ resumed }, 'worker ready');

for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.once(signal, () => {
    isStopping = true;
    void lanes
      .stop()
      .then(() => boss.stop({ graceful: false }))
      .then(() => threads.close())
      .then(() => settings.stop())
      .then(() => news.close())
      .then(() => knex.destroy())
      .then(() => process.exit(0));
  });
}

function sayAlive(): Promise<void> {
  const now = ctx.clock.real();
  return ctx.transaction(async (h) => {
    await beat(h, me, now);
    await forgetBeats(h, new Date(Date.parse(now) - BEATS_KEPT_MS).toISOString());
  });
}

/** Again and again, each time after the last is over. What fails is logged by its kind and tried again. */
function every(ms: number, what: string, work: () => Promise<unknown>): void {
  setTimeout(() => {
    if (isStopping) return;
    work()
      .catch((error: unknown) => ctx.log.error({ what, cause: faultCode(error) }, 'timer'))
      .finally(() => every(ms, what, work));
  }, ms);
}

async function run<N extends JobName>(name: N, payload: JobPayloads[N]): Promise<void> {
  const started = Date.now();
  try {
    await HANDLERS[name](ctx, payload);
    ctx.log.info({ job: name, ms: Date.now() - started }, 'job done');
  } catch (error) {
    // The message of an unforeseen error may hold a value; its name and place do not.
    ctx.log.error(
      {
        job: name,
        error: error instanceof Error ? error.name : 'unknown',
        cause: faultCode(error),
        at:
          error instanceof Error
            ? error.stack
                ?.split('\n')
                .find((line) => /^\s+at /.test(line))
                ?.trim()
            : undefined,
      },
      'job failed',
    );
    throw error;
  }
}
