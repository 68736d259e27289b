import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, statfsSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { isAlive } from './alive.mjs';
import { startCluster } from './cluster.mjs';
import { ROOT } from './run.mjs';
import { Failed } from './say.mjs';

// An organisation's own installation: where it lies, how it is started, and what its processes are told.

/** Less room than this and nothing is started: a database that cannot write loses what it was told. Bytes. */
const LEAST_ROOM = 500e6;

/** What an installation consists of, beside its database. */
export const PROCESSES = {
  worker: 'src/main/worker.ts',
  checks: 'src/main/checks.ts',
  web: 'src/main/server.ts',
};

/** What can be said once at a start and is remembered: where it listens, which database it uses. */
const DEFAULTS = {
  port: 4170,
  host: '127.0.0.1',
  checksPort: 4175,
  metricsPort: 4179,
  proxies: 0,
  keepBackups: 14,
  database: '',
};
const FLAGS = {
  '--port': 'port',
  '--host': 'host',
  '--checks-port': 'checksPort',
  '--metrics-port': 'metricsPort',
  '--proxies': 'proxies',
  '--keep-backups': 'keepBackups',
  '--database': 'database',
};

/** Outside of the source tree, so that another version finds it: `BOOKEND_DATA`, else the user's data folder. */
export function dataFolder() {
  const given = process.env.BOOKEND_DATA;
  if (given) return resolve(process.env.BOOKEND_CALLED_FROM ?? '.', given);
  if (process.getuid?.() === 0) return '/var/lib/bookend';
  return join(process.env.XDG_DATA_HOME || join(homedir(), '.local', 'share'), 'bookend');
}

export const place = (...parts) => join(dataFolder(), ...parts);

/** Whether an own installation was ever begun here. */
export const isBegun = () => existsSync(place('options.json'));

/** Makes the folders. PostgreSQL runs as a user of its own where this runs as root: it has to be able to pass through. */
export function makeFolders() {
  const isRoot = process.getuid?.() === 0;
  mkdirSync(dataFolder(), { recursive: true, mode: isRoot ? 0o755 : 0o700 });
  for (const name of ['storage', 'journal', 'witness', 'logs', 'backups'])
    mkdirSync(place(name), { recursive: true, mode: 0o700 });
  const { bavail, bsize } = statfsSync(dataFolder());
  if (bavail * bsize < LEAST_ROOM)
    throw new Failed(
      `There is too little room in ${dataFolder()}: ${Math.floor((bavail * bsize) / 1e6)} MB.`,
      'Make room, or say another folder with BOOKEND_DATA.',
    );
}

/** Replaced at once: whoever reads it finds the old or the new one. */
export function writeWhole(file, text, mode = 0o600) {
  writeFileSync(`${file}.part`, text, { mode });
  renameSync(`${file}.part`, file);
}

export function readJson(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    if (error.code === 'ENOENT') return null;
    throw new Failed(`${file} cannot be read: ${error.message}`, 'Put it right, or take it away to begin anew.');
  }
}

/** What was said at earlier starts, with what is said now; kept for the next. */
export function optionsOf(args = []) {
  const options = { ...DEFAULTS, ...(readJson(place('options.json')) ?? {}) };
  for (let i = 0; i < args.length; i++) {
    const name = FLAGS[args[i]];
    if (!name) throw new Failed(`There is no option “${args[i]}”.`, `There are: ${Object.keys(FLAGS).join(', ')}.`);
    const value = args[++i];
    if (value === undefined) throw new Failed(`${args[i - 1]} needs a value.`, 'Such as --port 4170.');
    options[name] = typeof DEFAULTS[name] === 'number' ? numberOf(args[i - 1], value, name) : value;
  }
  return options;
}

function numberOf(flag, value, name) {
  const most = /port/i.test(name) ? 65_535 : 1000;
  const number = Number(value);
  if (!/^\d+$/.test(value) || number > most || (/port/i.test(name) && number === 0))
    throw new Failed(`${flag} takes a number up to ${most}, not “${value}”.`, 'Nothing was started.');
  return number;
}

export const keepOptions = (options) => writeWhole(place('options.json'), `${JSON.stringify(options, null, 2)}\n`);

/** The keeper that runs, or null. */
export function keeperState() {
  const state = readJson(place('state.json'));
  return state && isAlive(state.pid) ? state : null;
}

/**
 * Ends what an earlier keeper left behind when it was killed: it would work beside what is started now.
 *
 * @returns which
 */
export function clearLeftovers() {
  if (keeperState()) return [];
  const left = (readJson(place('state.json'))?.processes ?? []).filter(
    ({ pid, name }) => isAlive(pid) && commandOf(pid).includes(PROCESSES[name]),
  );
  for (const { pid } of left) process.kill(pid, 'SIGKILL');
  return left.map(({ name, pid }) => ({ name, pid }));
}

/** Another program may have got the number since. */
function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return '';
  }
}

/** A port that somebody else has is said before anything is started: others know this address. */
export async function refuseTakenPorts(options) {
  const wanted = [
    ['--port', options.host, options.port],
    ['--checks-port', '127.0.0.1', options.checksPort],
    ['--metrics-port', '127.0.0.1', options.metricsPort],
  ];
  for (const [flag, host, port] of wanted) {
    const fault = await new Promise((tell) => {
      const server = createServer();
      server.once('error', (error) => tell(error.code));
      server.listen(port, host, () => server.close(() => tell(null)));
    });
    if (fault === 'EADDRINUSE')
      throw new Failed(`Port ${port} is in use by another program.`, `Choose another with ${flag} NUMBER.`);
    if (fault === 'EACCES')
      throw new Failed(`Port ${port} may not be used by this user.`, `Choose one above 1023 with ${flag} NUMBER.`);
    if (fault === 'EADDRNOTAVAIL' || fault === 'ENOTFOUND')
      throw new Failed(`${host} is no address of this machine.`, 'Choose one with --host ADDRESS.');
  }
}

/** The database: a server that was named, or a cluster of our own in the data folder. */
export async function openDatabase(options) {
  const given = process.env.DATABASE_URL || options.database;
  if (given) return { url: given, stop() {}, isAlive: () => true, again: async () => {} };
  const start = () => startCluster('own', { folder: dataFolder(), wantedPort: 5460, durable: true, taken: new Set() });
  const cluster = await start();
  cluster.ensureDatabase('bookend');
  return {
    url: cluster.url('bookend'),
    stop: () => cluster.stop(),
    isAlive: cluster.isAlive,
    again: start,
    wasRunning: cluster.wasRunning,
  };
}

/** What every process is told; what the environment says itself wins. */
export function envOf(options, url) {
  const own = {
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    BOOKEND_MODE: 'production',
    BOOKEND_STORAGE: place('storage'),
    BOOKEND_JOURNAL: place('journal', 'erasures.ndjson'),
    BOOKEND_WITNESS: place('witness'),
    BOOKEND_WEB_PORT: String(options.port),
    BOOKEND_WEB_HOST: options.host,
    BOOKEND_CHECKS_PORT: String(options.checksPort),
    BOOKEND_PROXIES: String(options.proxies),
    ...(process.env.BOOKEND_KEYS ? {} : { BOOKEND_KEY_FILE: place('keys.json') }),
  };
  const said = Object.fromEntries(
    Object.keys(own).flatMap((name) => (process.env[name] ? [[name, process.env[name]]] : [])),
  );
  return { ...own, ...said, DATABASE_URL: url };
}

/** The key file may be read by its owner alone; one that was copied with other rights is put right. */
export function guardKeys() {
  if (existsSync(place('keys.json'))) chmodSync(place('keys.json'), 0o600);
}

/** `1.4.0`, and the newest step of the schema that this version knows. */
export function versionOf() {
  const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
  return version;
}
