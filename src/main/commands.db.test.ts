import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { testWorld, type TestWorld } from '../../test/support/database';
import { choice, seedLedger, verified } from '../../test/support/ledger';
import { must } from '../../test/support/must';
import { createClient } from '../db/shared/client';
import { countTrees, fixTrees } from '../db/ledger/trees';
import { recordChoices } from '../usecases/ledger/recordChoices';
import { checkStanding } from '../usecases/standing/checkStanding';
import { readKeys } from './keys';

let world: TestWorld;
let backup: string;

beforeAll(async () => {
  world = await testWorld('commands');
  await seedLedger(world);
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice(),
      choice({
        identifiers: [{ kind: 'email', value: 'jonas@mail.example' }],
        name: { givenName: 'Jonas', familyName: 'Bech' },
        externalId: 'evt_2',
      }),
    ],
  });
  await keepFile('a-file', 'sealed bytes');
  backup = join(world.folder, 'backup');
});
afterAll(() => world.close());

const keepFile = (name: string, text: string) => pipeline(Readable.from([text]), world.worker.storage.write(name));

/** The real command, about this test's database. */
function bookend(...args: string[]) {
  return bookendAsked('', ...args);
}

const environment = () => ({
  ...process.env,
  NODE_OPTIONS: '',
  DATABASE_URL: world.url,
  BOOKEND_MODE: 'test',
  BOOKEND_STORAGE: join(world.folder, 'storage'),
  BOOKEND_KEY_FILE: join(world.folder, 'keys.json'),
  BOOKEND_JOURNAL: join(world.folder, 'journal.ndjson'),
  BOOKEND_LOG_LEVEL: 'silent',
  BOOKEND_LEDGER_TREES: String(world.worker.trees),
});

/** The same, with what is typed when it asks. */
function bookendAsked(input: string, ...args: string[]) {
  const { status, stdout, stderr } = spawnSync('./bookend', args, {
    encoding: 'utf8',
    input,
    env: environment(),
  });
  return { status, said: stdout + stderr };
}

test('a ledger that was begun has its number of trees for good', async () => {
  const fix = (trees: number) => world.worker.transaction((h) => fixTrees(h, trees));
  expect(await fix(3)).toBe(false);
  expect(await fix(1)).toBe(false);
  expect(await fix(2)).toBe(true);
  const empty = await testWorld('trees');
  try {
    for (const trees of [3, 1, 5]) {
      expect(await empty.worker.transaction((h) => fixTrees(h, trees))).toBe(true);
      expect(await empty.worker.transaction(countTrees)).toBe(trees);
    }
  } finally {
    await empty.close();
  }
  const { status, stderr } = spawnSync('node', ['--import', 'tsx', 'src/main/prepare.ts'], {
    encoding: 'utf8',
    env: { ...environment(), BOOKEND_LEDGER_TREES: '3' },
  });
  expect({ status, stderr }).toEqual({
    status: 1,
    stderr: expect.stringContaining('BOOKEND_LEDGER_TREES=3') as string,
  });
}, 60_000);

const may = async (email: string) =>
  must(
    await checkStanding(world.worker, {
      identifier: { kind: 'email', value: email },
      purpose: 'newsletter',
      systemId: 'sys_shop',
    }),
  ).standing;

describe('backup and restore', () => {
  test('a backup holds database and files, readable by its owner alone; keys are not in it, and its folder is used once', () => {
    expect(bookend('backup')).toMatchObject({
      status: 1,
      said: expect.stringContaining('Say where the backup goes') as string,
    });
    expect(bookend('backup', backup)).toMatchObject({
      status: 0,
      said: expect.stringContaining('Keep the key file') as string,
    });
    expect(statSync(backup).mode & 0o077).toBe(0);
    expect(readFileSync(join(backup, 'storage', 'a-file'), 'utf8')).toBe('sealed bytes');
    expect(existsSync(join(backup, 'keys.json'))).toBe(false);
    expect(bookend('backup', backup)).toMatchObject({
      status: 1,
      said: expect.stringContaining('holds a backup already') as string,
    });
  });

  test('a restore says what it replaces and goes no further without being told to', async () => {
    expect(bookend('restore', join(world.folder, 'nothing'))).toMatchObject({
      status: 1,
      said: expect.stringContaining('Say which backup') as string,
    });
    expect(bookend('restore', backup)).toMatchObject({
      status: 1,
      said: expect.stringContaining('--replace') as string,
    });
    expect(await world.knex('choices')).toHaveLength(2);
  });

  test('it brings back what was there, erases again who was erased since, and the ledger verifies', async () => {
    const kept = (await world.knex('choices').orderBy('recorded_at')).map(({ id }) => id as string);
    await recordChoices(world.worker, {
      systemId: 'sys_shop',
      choices: [choice({ identifiers: [{ kind: 'email', value: 'later@mail.example' }], externalId: 'evt_3' })],
    });
    await keepFile('b-file', 'written later');
    const { id, data_key_id } = (await world.knex('persons').orderBy('no', 'desc').where('no', '<=', 2).first()) as {
      id: string;
      data_key_id: string;
    };
    const { hash, version } = world.worker.keys.suppression('email::jonas@mail.example');
    writeFileSync(
      join(world.folder, 'journal.ndjson'),
      `${JSON.stringify({
        schema: 'bookend-erasure-1',
        at: '2026-11-23T08:00:00Z',
        ref: 'BK-1',
        personId: id,
        requestIds: [],
        dataKeyIds: [data_key_id],
        suppressions: [{ hash: hash.toString('hex'), version, kind: 'email' }],
      })}\n`,
    );

    expect(bookend('restore', backup, '--replace')).toMatchObject({
      status: 0,
      said: expect.stringContaining('1 erasure of the journal done again') as string,
    });
    const fresh = createClient(world.url, 2);
    try {
      expect((await fresh('choices')).map(({ id }) => id as string).toSorted()).toEqual(kept.toSorted());
    } finally {
      await fresh.destroy();
    }
    expect(existsSync(join(world.folder, 'storage', 'b-file'))).toBe(false);
    expect([await may('mette@mail.example'), await may('jonas@mail.example')]).toEqual(['granted', 'erased']);
    expect(await verified(world)).toEqual([]);
  });
});

test('a new master key is added to the file beside the older, which still opens what is under it', async () => {
  const file = join(world.folder, 'keys.json');
  expect(bookend('keys')).toMatchObject({
    status: 1,
    said: expect.stringContaining('./bookend keys new-master') as string,
  });
  expect(bookend('keys', 'new-master')).toMatchObject({
    status: 0,
    said: expect.stringContaining('master key 2') as string,
  });
  expect(statSync(file).mode & 0o077).toBe(0);
  const keys = readKeys(file);
  expect(keys.masterVersion()).toBe(2);
  const { wrapped, master_version } = (await world.knex('data_keys').whereNotNull('wrapped').first()) as {
    wrapped: Buffer;
    master_version: number;
  };
  expect(master_version).toBe(1);
  expect(keys.rewrap({ wrapped, masterVersion: 1 }).masterVersion).toBe(2);
});

test('a copy of the keys that was fetched opens with its passphrase alone, into a file that only its owner reads, and over nothing', () => {
  const [copy, opened] = [join(world.folder, 'copy.sealed'), join(world.folder, 'opened.json')];
  const passphrase = 'seven long words nobody else would think of';
  writeFileSync(copy, world.worker.keys.sealedCopy(passphrase).toString('base64'));
  expect(bookend('keys', 'open')).toMatchObject({
    status: 1,
    said: expect.stringContaining('Say which copy') as string,
  });
  expect(bookend('keys', 'open', join(world.folder, 'none'), opened)).toMatchObject({
    status: 1,
    said: expect.stringContaining('There is no file') as string,
  });
  expect(bookendAsked('another passphrase\n', 'keys', 'open', copy, opened)).toMatchObject({
    status: 1,
    said: expect.stringContaining('The copy does not open') as string,
  });
  expect(existsSync(opened)).toBe(false);
  expect(bookendAsked(`${passphrase}\n`, 'keys', 'open', copy, opened)).toMatchObject({
    status: 0,
    said: expect.stringContaining('holds the keys') as string,
  });
  expect(statSync(opened).mode & 0o077).toBe(0);
  expect(readKeys(opened).index('x')).toEqual(world.worker.keys.index('x'));
  expect(bookendAsked(`${passphrase}\n`, 'keys', 'open', copy, opened)).toMatchObject({
    status: 1,
    said: expect.stringContaining('never overwritten') as string,
  });
});
