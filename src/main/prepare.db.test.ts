import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyDatabase } from '../../test/support/database';
import { createClient } from '../db/shared/client';

const run = (command: string, args: string[], env: Record<string, string>) =>
  new Promise<{ code: number | null; said: string }>((resolve) => {
    const child = spawn(command, args, { env: { ...process.env, NODE_OPTIONS: '', ...env } });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part: Buffer) => (said += part.toString()));
    child.on('close', (code) => resolve({ code, said }));
  });

test('three that prepare the same installation at once: one does it, all find it done', async () => {
  const database = await emptyDatabase('prepare');
  try {
    const folder = mkdtempSync(join(tmpdir(), 'prepare-'));
    const env = {
      DATABASE_URL: database.url,
      BOOKEND_MODE: 'test',
      BOOKEND_STORAGE: join(folder, 'storage'),
      BOOKEND_KEY_FILE: join(folder, 'keys.json'),
      BOOKEND_JOURNAL: join(folder, 'journal.ndjson'),
      BOOKEND_LOG_LEVEL: 'silent',
    };
    const all = await Promise.all([0, 1, 2].map(() => run('node', ['--import', 'tsx', 'src/main/prepare.ts'], env)));
    expect(all.map(({ code, said }) => (code === 0 ? 0 : said))).toEqual([0, 0, 0]);
    expect(all.map(({ said }) => /migrated: /.test(said)).sort()).toEqual([false, false, true]);
    expect(readdirSync(folder).filter((name) => name.startsWith('keys'))).toEqual(['keys.json']);
    expect(JSON.parse(readFileSync(join(folder, 'keys.json'), 'utf8'))).toMatchObject({ schema: 'bookend-keys-2' });

    // A database that was used with keys gets no others, and a clock that went back starts nothing.
    const others = join(folder, 'others.json');
    const made = await run('node', ['--import', 'tsx', 'src/main/newKeys.ts', others], env);
    expect(made.said).toContain('was used with keys that are not here');
    expect(readdirSync(folder)).not.toContain('others.json');
    const knex = createClient(database.url, 1);
    await knex.raw("insert into heartbeats (process, at) values ('worker:1', now() + interval '2 days')");
    await knex.destroy();
    const late = await run('node', ['--import', 'tsx', 'src/main/prepare.ts'], env);
    expect(late).toMatchObject({ code: 1, said: expect.stringContaining('Put the clock right') });
  } finally {
    await database.drop();
  }
}, 120_000);

test('two commands that look for a port at once never get the same', async () => {
  const script =
    `import { freePort } from './scripts/lib/ports.mjs'; const taken = new Set(); for (let n = 0; n < ` +
    `5; n++) console.log(await freePort(4700, taken)); await new Promise((resolve) => ` +
    `setTimeout(resolve, 1500));`;
  const all = await Promise.all([0, 1, 2].map(() => run('node', ['--input-type=module', '-e', script], {})));
  const ports = all.flatMap(({ said }) => said.trim().split('\n'));
  expect(ports).toHaveLength(15);
  expect(new Set(ports).size).toBe(15);
}, 60_000);

test('a piece of work is done by one command at a time, also where the one before died', async () => {
  const dead =
    `import { writeFileSync, mkdirSync } from 'node:fs'; mkdirSync('var', { recursive: true }); ` +
    `writeFileSync('var/trying.lock', '999999999');`;
  await run('node', ['--input-type=module', '-e', dead], {});
  const script =
    `import { oneAtATime } from './scripts/lib/lock.mjs'; await oneAtATime('trying', async () => { ` +
    `console.log('in', Date.now()); await new Promise((resolve) => setTimeout(resolve, 200)); ` +
    `console.log('out', Date.now()); });`;
  const all = await Promise.all([0, 1, 2, 3].map(() => run('node', ['--input-type=module', '-e', script], {})));
  const spans = all
    .map(({ said }) => [Number(/in (\d+)/.exec(said)?.[1]), Number(/out (\d+)/.exec(said)?.[1])] as const)
    .sort((a, b) => a[0] - b[0]);
  for (const [n, [start]] of spans.entries()) if (n > 0) expect(start).toBeGreaterThanOrEqual(spans[n - 1]![1]);
}, 60_000);
