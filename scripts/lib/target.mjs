import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster, stateFolder } from './cluster.mjs';
import { envOf, isBegun, keeperState, openDatabase, optionsOf, place } from './own.mjs';
import { Failed } from './say.mjs';
import { ensurePostgres } from './packages.mjs';

/** How PostgreSQL's own programs are told where to go: by the environment, so that no password stands in a command line or an error. */
export function postgresOf(url) {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: pathname.slice(1),
  };
}

/**
 * Which Bookend a command is about: the one of the environment's DATABASE_URL, an own installation where one was begun, or the demo
 * of this folder. Its database, its files, and the variables its processes start with.
 *
 * @param mayRun whether what is to be done can be done while it runs
 */
export async function openTarget({ mayRun }) {
  const bin = await ensurePostgres();
  const given = process.env.DATABASE_URL;
  if (given) {
    if (!process.env.BOOKEND_STORAGE)
      throw new Failed(
        'BOOKEND_STORAGE is not set.',
        'With DATABASE_URL, give the folder of the sealed files as well.',
      );
    return { bin, url: given, storage: process.env.BOOKEND_STORAGE, env: {}, stop() {} };
  }
  if (isBegun()) return ownTarget(bin, mayRun);
  const folder = stateFolder('demo');
  if (existsSync(join(folder, 'demo.pid')))
    throw new Failed('The demo is running.', 'End it with ./bookend stop, then do this again.');
  if (!existsSync(join(folder, 'keys.json')))
    throw new Failed('There is no demo to work on.', 'Start one with ./bookend demo, or set DATABASE_URL.');
  const cluster = await startCluster('demo', { wantedPort: 5470, durable: true, taken: new Set() });
  cluster.ensureDatabase('bookend');
  const storage = join(folder, 'storage');
  return {
    bin,
    url: cluster.url('bookend'),
    storage,
    env: {
      DATABASE_URL: cluster.url('bookend'),
      BOOKEND_MODE: 'demo',
      BOOKEND_KEY_FILE: join(folder, 'keys.json'),
      BOOKEND_STORAGE: storage,
      BOOKEND_JOURNAL: join(folder, 'journal', 'erasures.ndjson'),
      BOOKEND_WITNESS: join(folder, 'witness'),
    },
    stop: () => cluster.wasRunning || cluster.stop(),
  };
}

async function ownTarget(bin, mayRun) {
  if (!mayRun && keeperState())
    throw new Failed('Bookend is running.', 'End it with ./bookend stop, then do this again.');
  const options = optionsOf();
  const database = await openDatabase(options);
  return {
    bin,
    url: database.url,
    storage: place('storage'),
    env: envOf(options, database.url),
    stop: () => database.wasRunning || database.stop(),
  };
}
