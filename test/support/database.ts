import { spawnSync } from 'node:child_process';
import { chmodSync, copyFileSync, cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { createClient } from '../../src/db/shared/client';
import { fixTrees } from '../../src/db/ledger/trees';
import { migrate } from '../../src/db/shared/migrate';
import { HANDLERS } from '../../src/jobs/handlers';
import { createContext } from '../../src/main/context';
import { makeKeyFile } from '../../src/main/keys';
import { readConfig } from '../../src/main/config';
import { WORKER, type Actor } from '../../src/ports/actor';
import { treeOf } from '../../src/core/ledger/trees';
import type { Keys } from '../../src/ports/keys';
import type { Clock } from '../../src/ports/clock';
import type { JobName, Jobs } from '../../src/ports/jobs';
import type { Mail } from '../../src/ports/mailer';
import type { Role } from '../../src/core/access/roles';
import { actAs, type Context } from '../../src/usecases/shared/context';

export interface TestWorld {
  knex: Knex;
  url: string;
  folder: string;
  worker: Context;
  mails: Mail[];
  queue: { name: JobName; payload: unknown; startAfter?: string | undefined }[];
  /** Sets the legal clock. */
  goTo(instant: string): void;
  /** Lets the legal clock go on. */
  pass(seconds: number): void;
  as(actor: Actor): Context;
  user(id: string, ...roles: Role[]): Context;
  /** Runs waiting jobs until there are none but those that are put off for long. */
  drain(): Promise<void>;
  /** Runs one waiting job and leaves the others. */
  drainOnce(index: number): Promise<void>;
  close(): Promise<void>;
}

/** A job that waits longer than this is left alone by `drain`, milliseconds. */
const LONG_MS = 20_000;

interface OwnDatabase {
  url: string;
  drop(): Promise<void>;
}

function adminUrl(): string {
  const admin = process.env['TEST_ADMIN_URL'];
  if (!admin) throw new Error('run the database tests with: ./bookend test database');
  return admin;
}

const urlOf = (database: string): string => Object.assign(new URL(adminUrl()), { pathname: `/${database}` }).toString();

async function asRoot<T>(work: (root: Knex) => Promise<T>): Promise<T> {
  const root = createClient(adminUrl(), 1);
  return work(root).finally(() => root.destroy());
}

async function newDatabase(name: string, template = 'template1'): Promise<OwnDatabase> {
  const database = `t_${name}_${process.pid}`;
  const drop = (root: Knex) => root.raw(`drop database if exists ${database} with (force)`);
  await asRoot(async (root) => {
    await drop(root);
    await root.raw(`create database ${database} template ${template}`);
  });
  return { url: urlOf(database), drop: () => asRoot(async (root) => void (await drop(root))) };
}

/** An empty database of its own on the tests' real PostgreSQL. */
export const emptyDatabase = (name: string): Promise<OwnDatabase> => newDatabase(name);

/** Of this run alone: the workers of one have one parent, and another run may have another schema. */
const MIGRATED = `migrated_${process.ppid}`;
/** Any number that nothing else locks. */
const MIGRATED_LOCK = 7411;

/** The schema is made once for all tests of a run, and copied: a copy takes a tenth of the time. */
async function migratedTemplate(): Promise<string> {
  await asRoot(async (root) => {
    await root.raw('select pg_advisory_lock(?)', [MIGRATED_LOCK]);
    const found = (await root.raw('select 1 from pg_database where datname = ?', [MIGRATED])) as { rows: unknown[] };
    if (found.rows.length > 0) return;
    const making = `${MIGRATED}_making`;
    await root.raw(`drop database if exists ${making} with (force)`);
    await root.raw(`create database ${making}`);
    const knex = createClient(urlOf(making), 2);
    await migrate(knex).finally(() => knex.destroy());
    await root.raw(`alter database ${making} rename to ${MIGRATED}`);
  });
  return MIGRATED;
}

/** What an older version left: `database.sql.gz`, `keys.json`, `storage`. Brought to the schema of today. */
async function olderDatabase(name: string, older: string): Promise<OwnDatabase> {
  const database = await newDatabase(name);
  const dump = gunzipSync(readFileSync(join(older, 'database.sql.gz')));
  const { status, stderr } = spawnSync('psql', ['-X', '-q', '-v', 'ON_ERROR_STOP=1', database.url], { input: dump });
  if (status !== 0) throw new Error(String(stderr));
  const knex = createClient(database.url, 2);
  await migrate(knex).finally(() => knex.destroy());
  return database;
}

/** People come to the trees in turn: with random ids now and then all of a few would lie in one. */
function inTurn(keys: Keys, trees: number): Keys {
  let people = 0;
  return {
    ...keys,
    id(prefix) {
      const tree = prefix === 'per' ? people++ % trees : null;
      let id = keys.id(prefix);
      while (tree !== null && treeOf(id, trees) !== tree) id = keys.id(prefix);
      return id;
    },
  };
}

/**
 * A database of its own on the tests' real PostgreSQL, with real keys and a real storage folder.
 *
 * @param older a folder with an installation of an older version, to begin with instead of nothing
 * @param trees of its ledger: an installation has one; with two, nothing passes that holds by there being only one
 */
export async function testWorld(
  name: string,
  { older = null, trees = older ? 1 : 2 }: { older?: string | null; trees?: number } = {},
): Promise<TestWorld> {
  const { url, drop } = older ? await olderDatabase(name, older) : await newDatabase(name, await migratedTemplate());
  const knex = createClient(url, 6);

  const folder = mkdtempSync(join(tmpdir(), 'bookend-test-'));
  const keyFile = join(folder, 'keys.json');
  if (older) {
    copyFileSync(join(older, 'keys.json'), keyFile);
    chmodSync(keyFile, 0o600);
    cpSync(join(older, 'storage'), join(folder, 'storage'), { recursive: true });
  } else makeKeyFile(keyFile);
  let now = '2026-11-24T08:00:00Z';
  const clock: Clock = { now: () => now, real: () => new Date().toISOString() };
  const queue: TestWorld['queue'] = [];
  const jobs: Jobs = {
    enqueue: async (_trx, job, payload, startAfter) => void queue.push({ name: job, payload, startAfter }),
    resume: async (_trx, job, payload) => queue.push({ name: job, payload }) > 0,
  };
  const mails: Mail[] = [];
  const config = readConfig({
    NODE_ENV: 'test',
    DATABASE_URL: url,
    BOOKEND_MODE: 'test',
    BOOKEND_KEY_FILE: keyFile,
    BOOKEND_STORAGE: join(folder, 'storage'),
    BOOKEND_LOG_LEVEL: 'silent',
    BOOKEND_REACH: `127.0.0.1, localhost, ${new URL(url).hostname}, ${tmpdir()}, /nowhere`,
    BOOKEND_RETRY_BASE_MS: '10',
    BOOKEND_LEDGER_TREES: String(trees),
  });
  const context = createContext(config, knex, jobs, WORKER, clock);
  const worker: Context = {
    ...context,
    keys: inTurn(context.keys, trees),
    mailer: { send: async (mail) => void mails.push(mail) },
  };
  await worker.transaction((h) => fixTrees(h, trees));
  const as = (actor: Actor) => actAs(worker, actor);
  return {
    knex,
    url,
    folder,
    worker,
    mails,
    queue,
    as,
    goTo: (instant) => void (now = instant),
    pass: (seconds) => void (now = new Date(Date.parse(now) + seconds * 1000).toISOString()),
    user: (id, ...roles) => as({ kind: 'user', id, name: id, roles }),
    async drain() {
      const waitOf = (job: TestWorld['queue'][number]) =>
        job.startAfter ? Date.parse(job.startAfter) - Date.now() : 0;
      for (let n = 0; ; n++) {
        // What is put off for long stays in the queue: it waits for somebody, not for a moment.
        const next = queue.findIndex((job) => waitOf(job) < LONG_MS);
        if (next < 0) return;
        if (n > 500) throw new Error('jobs do not come to an end');
        const [job] = queue.splice(next, 1) as [TestWorld['queue'][number]];
        const wait = waitOf(job);
        if (wait > 0) await new Promise((resolve) => setTimeout(resolve, Math.min(wait, 500)));
        await (HANDLERS[job.name] as (ctx: Context, payload: unknown) => Promise<unknown>)(worker, job.payload);
      }
    },
    async drainOnce(index) {
      const [job] = queue.splice(index, 1);
      await (HANDLERS[job!.name] as (ctx: Context, payload: unknown) => Promise<unknown>)(worker, job!.payload);
    },
    async close() {
      await knex.destroy();
      await drop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
