import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { newPurpose } from '../src/core/purposes/purposes';
import { createClient } from '../src/db/shared/client';
import { insertPurpose, insertWording } from '../src/db/purposes/purposes';
import { insertSystem } from '../src/db/systems/systems';
import { migrate } from '../src/db/shared/migrate';
import { readConfig } from '../src/main/config';
import { createContext } from '../src/main/context';
import { makeKeyFile } from '../src/main/keys';
import { threadPool } from '../src/main/threads';
import { WORKER } from '../src/ports/actor';
import type { Context } from '../src/usecases/shared/context';
import { addMapping } from '../src/usecases/imports/mapImport';
import { timed } from './measure';

const admin = process.env['BENCH_ADMIN_URL']!;

export const PURPOSES = ['marketing', 'newsletter', 'offers', 'statistics', 'calls'] as const;

export function url(database: string): string {
  return Object.assign(new URL(admin), { pathname: `/${database}` }).toString();
}

/** An empty database with the newest schema. */
export async function fresh(name: string): Promise<void> {
  const root = createClient(admin, 1);
  await root.raw(`drop database if exists ${name} with (force)`);
  await root.raw(`create database ${name}`);
  await root.destroy();
  const knex = createClient(url(name), 2);
  await migrate(knex);
  await knex.destroy();
}

export function benchContext(knex: Knex, address: string, folder: string): Context {
  const keyFile = join(folder, 'keys.json');
  if (!existsSync(keyFile)) makeKeyFile(keyFile);
  const config = readConfig({
    NODE_ENV: 'production',
    DATABASE_URL: address,
    BOOKEND_MODE: 'test',
    BOOKEND_KEY_FILE: keyFile,
    BOOKEND_STORAGE: join(folder, 'storage'),
    BOOKEND_LOG_LEVEL: 'error',
  });
  return {
    ...createContext(config, knex, { enqueue: async () => {}, resume: async () => false }, WORKER),
    threads: threadPool(config),
  };
}

/** Two sources, five purposes, the asks and notices they name. */
export async function seed(ctx: Context): Promise<void> {
  await ctx.transaction(async (h) => {
    for (const id of ['sys_tills', 'sys_shop'])
      await insertSystem(h, {
        id,
        kind: 'import',
        name: id,
        default_country: 'DK',
        connection_sealed: null,
        is_traced: false,
        owner: null,
        sort_order: 1,
      });
    for (const [sortOrder, id] of PURPOSES.entries())
      await insertPurpose(h, {
        ...newPurpose({
          id,
          ...(id === 'marketing' ? { kind: 'legitimate-interest' as const } : { shelfLifeDays: 1095 }),
          ...(id === 'newsletter' || id === 'calls' ? { parent: 'marketing' } : {}),
        }),
        plain: 'x',
        words: {},
        confirmBy: 'source',
        channels: [],
        categories: [],
        recipients: [],
        transfers: null,
        retention: null,
        balancing: null,
        publishedBy: null,
        sortOrder,
      });
    await insertWording(h, {
      kind: 'ask',
      id: 'till-sign-up',
      version: 1,
      validFrom: '2020-01-01T00:00:00Z',
      recordedAt: '2020-01-01T00:00:00Z',
      isMaterial: false,
      method: 'spoken',
      place: null,
      purposes: [],
      words: {},
    });
  });
  await addMapping(ctx, {
    system_id: 'sys_tills',
    name: 'nightly',
    mapping: {
      columns: {
        externalId: 'line_id',
        occurredAt: 'signed_on',
        place: 'shop',
        customerNumber: 'loyalty_no',
        givenName: 'first_name',
        familyName: 'last_name',
        email: 'email',
        phone: 'phone',
        country: 'country',
        purpose: 'purpose',
        answer: 'tick',
      },
      answers: { J: 'grant', N: 'refuse', W: 'withdraw' },
      purposes: {},
      constants: { ask: 'till-sign-up', askVersion: '1', method: 'spoken' },
      addressFrom: null,
    },
  });
}

/** Runs psql with a command, or piped into another program. Nothing is printed but errors. */
export function psql(address: string, sql: string, pipedInto = ''): Promise<void> {
  const command = `/usr/bin/psql -X -q -v ON_ERROR_STOP=1 "$BENCH_URL" -c "$BENCH_SQL"${pipedInto ? ` | ${pipedInto}` : ''} > /dev/null`;
  return new Promise((resolve, reject) => {
    const child = spawn('/bin/bash', ['-o', 'pipefail', '-c', command], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, BENCH_URL: address, BENCH_SQL: sql },
    });
    child.on('close', (code) => (code === 0 ? resolve() : reject(new Error(`psql ended with ${code}`))));
  });
}

/** Seconds that COPY takes for the rows of one database's tables into another of the same schema. */
export async function copyTables(from: string, to: string, tables: readonly string[], folder: string): Promise<number> {
  for (const table of tables)
    await psql(url(from), `\\copy ${table} to '${join(folder, `${table}.copy`)}' (format binary)`);
  await fresh(to);
  return timed(async () => {
    for (const table of tables)
      await psql(url(to), `\\copy ${table} from '${join(folder, `${table}.copy`)}' (format binary)`);
  });
}
