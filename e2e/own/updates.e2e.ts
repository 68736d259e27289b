import { spawn, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { execFileSync } from 'node:child_process';
import pg from 'pg';
import { until, WORLD } from '../support/world';

// An installation with a year of data, of the release before this one, is brought to this one: whole, interrupted at each step, and
// failing. What it answers afterwards is what it answered then.

const OWN = JSON.parse(process.env['OWN_WORLD']!) as { data: string; root: string };
const FIXTURE = join(OWN.root, 'test/fixtures/release-before');
const DATA = join(OWN.data, '..', 'older');
const DATABASE = Object.assign(new URL(WORLD.database), { pathname: '/release_before' }).toString();
const [PORT, CHECKS, METRICS] = [4330, 4331, 4332];
/** Whose it is was said by variables then. */
const SAID = {
  BOOKEND_ORGANISATION: 'Larkmere Cycles & Touring',
  BOOKEND_COUNTRY: 'DK',
  BOOKEND_ZONE: 'Europe/Copenhagen',
  BOOKEND_CONTACT: 'privacy@larkmere.example',
};

interface Answers {
  key: string;
  auditorKey: string;
  /** Questions, and what was answered to each. */
  standing: { question: Record<string, unknown>; answer: Record<string, unknown> }[];
  counts: Record<string, number>;
  /** The root over all folios. */
  root: string;
  requests: { ref: string; stage: string; right: string; due_on: string }[];
}
const answers = JSON.parse(gunzipSync(readFileSync(join(FIXTURE, 'answers.json.gz'))).toString()) as Answers;

async function rows<T extends object>(sql: string, url = DATABASE): Promise<T[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<T>(sql)).rows;
  } finally {
    await client.end();
  }
}

/** The installation as the release before left it. */
async function putThere(): Promise<void> {
  await rows('drop database if exists release_before with (force)', WORLD.database);
  await rows('create database release_before', WORLD.database);
  execFileSync('psql', ['-X', '-q', '-v', 'ON_ERROR_STOP=1', DATABASE], {
    input: gunzipSync(readFileSync(join(FIXTURE, 'database.sql.gz'))),
    stdio: ['pipe', 'ignore', 'pipe'],
    maxBuffer: 1e9,
  });
  rmSync(DATA, { recursive: true, force: true });
  mkdirSync(DATA, { recursive: true });
  copyFileSync(join(FIXTURE, 'keys.json'), join(DATA, 'keys.json'));
  chmodSync(join(DATA, 'keys.json'), 0o600);
  if (existsSync(join(FIXTURE, 'storage')))
    cpSync(join(FIXTURE, 'storage'), join(DATA, 'storage'), { recursive: true });
  const options = { port: PORT, checksPort: CHECKS, metricsPort: METRICS, database: DATABASE };
  writeFileSync(join(DATA, 'options.json'), JSON.stringify(options));
}

function begin(...args: string[]): { child: ChildProcess; said: () => string; ended: Promise<string> } {
  let words = '';
  const env = { ...process.env, ...SAID, BOOKEND_DATA: DATA, BOOKEND_WEB_PROCESSES: '1' };
  const child = spawn(join(OWN.root, 'bookend'), args, { env, detached: true, stdio: 'pipe' });
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part: Buffer) => (words += String(part)));
  return { child, said: () => words, ended: new Promise((resolve) => child.once('exit', () => resolve(words))) };
}
const bookend = (...args: string[]) => begin(...args).ended;

/** Cuts an update off, as when the power fails, at the moment at which it says this. */
async function cutOffAt(words: string): Promise<void> {
  const { child, said, ended } = begin('update');
  await until(`“${words}” is said`, async () => said().includes(words), 90);
  process.kill(-child.pid!, 'SIGKILL');
  await ended;
  expect(await bookend('start')).toContain('An update was cut off');
}

const steps = async () =>
  (await rows<{ name: string }>('select name from schema_migrations order by id')).map(({ name }) => name);

async function ask(path: string, body: unknown, key: string): Promise<Record<string, unknown>> {
  const response = await fetch(`http://127.0.0.1:${PORT}/api/v1${path}`, {
    method: body === null ? 'GET' : 'POST',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    ...(body === null ? {} : { body: JSON.stringify(body) }),
  });
  return (await response.json()) as Record<string, unknown>;
}

/** As this release would say it today; what it was asked is of then. */
async function answersTheSame(): Promise<void> {
  const differing = [];
  for (const { question, answer } of answers.standing) {
    const now = await ask('/standing', question, answers.key);
    if (JSON.stringify(now) !== JSON.stringify(answer)) differing.push({ question, answer, now });
  }
  expect(differing).toEqual([]);
  expect(answers.standing.length).toBeGreaterThan(200);
  for (const [table, count] of Object.entries(answers.counts))
    expect([table, (await rows<{ n: number }>(`select count(*)::int as n from ${table}`))[0]!.n]).toEqual([
      table,
      count,
    ]);
  expect((await ask('/ledger/head', null, answers.auditorKey))['root']).toBe(answers.root);
  expect(await rows('select ref, stage, "right", due_on::text from requests order by ref')).toEqual(answers.requests);
}

let before: string[];
beforeAll(async () => {
  await putThere();
  before = await steps();
}, 120_000);
afterAll(async () => {
  await bookend('stop');
  await rows('drop database if exists release_before with (force)', WORLD.database);
});

test('cut off while the backup is made, then while the schema is brought up to date, it is finished and answers as before', async () => {
  await cutOffAt('making a backup');
  expect(await steps()).toEqual(before);
  await cutOffAt('bringing the schema up to date');
  const said = await bookend('update');
  expect(said).toContain('Bookend is ready');
  expect((await steps()).slice(0, before.length)).toEqual(before);
  expect((await steps()).length).toBeGreaterThan(before.length);
  await answersTheSame();
  expect(readdirSync(join(DATA, 'backups')).filter((name) => name.startsWith('before-update'))).toHaveLength(1);
  await bookend('stop');
}, 240_000);

test('one that fails, and is cut off while the backup is put back, ends in the old state, and the next try in the new one', async () => {
  await putThere();
  // With the keys of another installation nothing can be prepared.
  const [own, others] = [join(DATA, 'keys.json'), join(DATA, 'others.json')];
  await bookend('keys', 'new', others);
  const keys = readFileSync(own);
  copyFileSync(others, own);
  await cutOffAt('putting the backup back');
  expect(await bookend('update')).toContain('Everything is as it was before it');
  expect(await steps()).toEqual(before);
  for (const [table, count] of Object.entries(answers.counts))
    expect([table, (await rows<{ n: number }>(`select count(*)::int as n from ${table}`))[0]!.n]).toEqual([
      table,
      count,
    ]);
  writeFileSync(own, keys);
  expect(await bookend('update')).toContain('Bookend is ready');
  await answersTheSame();
  // What is cut off after that has nothing left to lose.
  await bookend('stop');
  await cutOffWhileStarting();
  expect(await bookend('update')).toContain('Bookend is ready');
  await answersTheSame();
}, 300_000);

async function cutOffWhileStarting(): Promise<void> {
  const { child, said, ended } = begin('update');
  await until('it starts', async () => said().includes('starting'), 90);
  process.kill(-child.pid!, 'SIGKILL');
  await ended;
}
