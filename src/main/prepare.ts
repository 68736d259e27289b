import { existsSync } from 'node:fs';
import { createClient } from '../db/shared/client';
import { migrate } from '../db/shared/migrate';
import { readConfig } from './config';
import { WORKER } from '../ports/actor';
import { fixTrees } from '../db/ledger/trees';
import { backfillNodes } from '../usecases/ledger/proofs';
import { replayJournal } from '../usecases/erasure/replayJournal';
import { checkKeys } from '../usecases/keys/checkKeys';
import { createContext } from './context';
import { createQueue, jobsOf, prepareQueue } from './jobs';
import { makeKeyFile } from './keys';

/** As PostgreSQL counts its versions. */
const OLDEST_SERVER = 140_000;
/** Clocks of several servers differ by less, milliseconds. */
const MOST_AHEAD_MS = 3_600_000;

// Before a start: a key file where there is none (outside production), the schema, the queues.
const config = readConfig();
if (config.BOOKEND_MODE !== 'production' && config.BOOKEND_KEY_FILE && !existsSync(config.BOOKEND_KEY_FILE))
  makeOwnKeyFile(config.BOOKEND_KEY_FILE);
const knex = createClient(config.DATABASE_URL);
// Several may be started at once: the others wait until one has prepared everything, and find it done.
const gate = createClient(config.DATABASE_URL, 1);
await gate.raw("select pg_advisory_lock(hashtext('bookend prepare'))");
await refuseOldServer();
await refuseEarlierClock();
const done = await migrate(knex);
const boss = createQueue(config.DATABASE_URL, true);
await prepareQueue(boss, knex);
const ctx = createContext(config, knex, jobsOf(boss), WORKER);
await checkKeys(ctx);
if (!(await ctx.transaction((h) => fixTrees(h, ctx.trees))))
  throw new Error(
    `Bookend cannot start: its ledger was begun with another number of trees than BOOKEND_LEDGER_TREES=${ctx.trees}. ` +
      `docs/configuration.md says why it cannot change.`,
  );
await backfillNodes(ctx);
// A database that was restored from a backup must not serve people who were erased since.
const again = await replayJournal(ctx);
if (again > 0) console.log(`${again} ${again === 1 ? 'erasure' : 'erasures'} of the journal done again`);
await boss.stop({ graceful: false });
await gate.destroy();
await knex.destroy();
console.log(done.length === 0 ? 'schema is current' : `migrated: ${done.join(', ')}`);
process.exit(0);

/** The schema needs what an older server has not. */
async function refuseOldServer(): Promise<void> {
  const { rows } = await knex.raw<{ rows: { n: number; said: string }[] }>(
    "select current_setting('server_version_num')::int as n, current_setting('server_version') as said",
  );
  if (rows[0]!.n < OLDEST_SERVER)
    throw new Error(`Bookend cannot start: it needs PostgreSQL 14 or newer, and this is ${rows[0]!.said}.`);
}

/** Days of law are counted by the clock: one that goes back would count them anew. */
async function refuseEarlierClock(): Promise<void> {
  if (!(await knex.schema.hasTable('heartbeats'))) return;
  const row = (await knex('heartbeats').max('at as at').first()) as { at: string | Date | null };
  const ahead = row.at ? new Date(row.at).getTime() - Date.now() : 0;
  if (ahead > MOST_AHEAD_MS)
    throw new Error(
      `Bookend cannot start: the clock of this server says ${new Date().toISOString()}, and Bookend was at work at ` +
        `${new Date(row.at!).toISOString()} already. Put the clock right.`,
    );
}

/** Another one that was started at the same moment may have made it in between. */
function makeOwnKeyFile(path: string): void {
  try {
    makeKeyFile(path);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  }
}
