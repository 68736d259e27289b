import { readFileSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { backupName, backupsIn, dropOldBackups, makeBackup } from './lib/backups.mjs';
import { logFile } from './lib/logFile.mjs';
import { serveMetrics } from './lib/metrics.mjs';
import {
  clearLeftovers,
  envOf,
  keeperState,
  openDatabase,
  optionsOf,
  place,
  PROCESSES,
  versionOf,
  writeWhole,
} from './lib/own.mjs';
import { postgresBin } from './lib/packages.mjs';
import { ROOT } from './lib/run.mjs';

// The keeper of an own installation: starts its processes, starts again what dies, makes a backup a day, tells how it is.

const TSX = ['--import', 'tsx'];
/** Waits before a process that died is started again, milliseconds: the first, and the most. */
const AGAIN = { first: 500, most: 30_000 };
/** Whoever lived so long was well; the next wait is the first one again, milliseconds. */
const WELL_MS = 60_000;
const END_MS = 10_000;
const LOOK_MS = 3000;
const BACKUP_EVERY_MS = 86_400_000;
const BACKUP_LOOK_MS = 600_000;

const own = logFile(place('logs', 'keeper.log'), 'keeper');
const tell = (msg, more = {}) =>
  own.line(JSON.stringify({ level: 30, time: new Date().toISOString(), process: 'keeper', msg, ...more }));

if (keeperState()) {
  console.error('Bookend runs already.');
  process.exit(3);
}
const options = optionsOf();
const database = await openDatabase(options);
const env = { ...process.env, ...envOf(options, database.url) };
const since = new Date().toISOString();
const kept = new Map();
let isStopping = false;
let isBackingUp = false;

for (const one of clearLeftovers()) tell('a process of an earlier keeper was ended', one);
const writeState = () =>
  writeWhole(
    place('state.json'),
    JSON.stringify({ pid: process.pid, since, version: versionOf(), root: ROOT, options, processes: processes() }),
  );
for (const name of Object.keys(PROCESSES)) begin(name);
const stopMetrics = await serveMetrics({
  port: options.metricsPort,
  folder: place(),
  url: database.url,
  health,
  processes,
});
const timers = [
  setInterval(() => void lookAtDatabase(), LOOK_MS),
  setInterval(() => void lookAtBackups(), BACKUP_LOOK_MS),
];
void lookAtBackups();
tell('keeper ready', { version: versionOf() });
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => void end());

function begin(name) {
  const before = kept.get(name);
  const log = before?.log ?? logFile(place('logs', `${name}.log`), name);
  const child = spawn('node', [...TSX, PROCESSES[name]], { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'pipe'] });
  log.take(child.stdout);
  log.take(child.stderr);
  const one = {
    name,
    child,
    log,
    since: new Date().toISOString(),
    restarts: before ? before.restarts + 1 : 0,
    wait: before?.wait ?? AGAIN.first,
  };
  kept.set(name, one);
  child.once('exit', (code, signal) => {
    if (isStopping) return;
    const lived = Date.now() - Date.parse(one.since);
    one.wait = lived > WELL_MS ? AGAIN.first : Math.min(one.wait * 2, AGAIN.most);
    one.lastEnd = { at: new Date().toISOString(), code, signal };
    tell('a process ended and is started again', { name, code, signal, waitMs: one.wait });
    setTimeout(() => isStopping || begin(name), one.wait);
    writeState();
  });
  writeState();
}

function processes() {
  return [...kept.values()].map(({ name, child, since: begun, restarts, lastEnd }) => ({
    name,
    pid: child.pid,
    isAlive: child.exitCode === null && child.signalCode === null,
    since: begun,
    restarts,
    ...(lastEnd ? { lastEnd } : {}),
  }));
}

async function health() {
  const url = `http://127.0.0.1:${options.checksPort}/health`;
  const said = await fetch(url, { signal: AbortSignal.timeout(4000) }).then(
    (response) => response.json(),
    () => ({ status: 'down', checks: 'unreachable' }),
  );
  const web = await fetch(
    `http://${options.host.includes(':') ? `[${options.host}]` : options.host}:${options.port}/icon.svg`,
    { signal: AbortSignal.timeout(4000) },
  ).then(
    ({ ok }) => (ok ? 'ok' : 'failing'),
    () => 'unreachable',
  );
  return { ...said, web, ...(web === 'ok' ? {} : { status: 'down' }) };
}

/** A cluster of our own is started again when it died. */
async function lookAtDatabase() {
  if (isStopping || database.isAlive()) return;
  tell('the database ended and is started again');
  await database.again().catch((error) => tell('the database does not start', { error: error.message.split('\n')[0] }));
}

async function lookAtBackups() {
  if (isStopping || isBackingUp || options.keepBackups === 0) return;
  const [newest] = backupsIn(place('backups'));
  if (newest && Date.now() - madeAt(newest) < BACKUP_EVERY_MS) return;
  isBackingUp = true;
  try {
    const target = { bin: postgresBin(), url: database.url, storage: env.BOOKEND_STORAGE };
    await makeBackup(target, place('backups', backupName('daily')));
    dropOldBackups(place('backups'), options.keepBackups);
    tell('backup made');
  } catch (error) {
    tell('the backup failed; it is tried again', { error: error.message.split('\n')[0] });
  } finally {
    isBackingUp = false;
  }
}

function madeAt(name) {
  try {
    return Date.parse(JSON.parse(readFileSync(place('backups', name, 'made.json'), 'utf8')).at);
  } catch {
    return 0;
  }
}

async function end() {
  if (isStopping) return;
  isStopping = true;
  for (const timer of timers) clearInterval(timer);
  tell('stopping');
  await Promise.all([...kept.values()].map(({ child }) => ended(child)));
  await stopMetrics();
  database.stop();
  rmSync(place('state.json'), { force: true });
  process.exit(0);
}

function ended(child) {
  if (child.exitCode !== null || child.signalCode !== null) return null;
  return new Promise((done) => {
    const hard = setTimeout(() => child.kill('SIGKILL'), END_MS);
    child.once('exit', () => {
      clearTimeout(hard);
      done();
    });
    child.kill('SIGTERM');
  });
}
