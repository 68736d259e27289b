import { mkdtempSync } from 'node:fs';
import { join } from 'node:path';
import { spawn } from 'node:child_process';
import { createClient } from '../src/db/client';
import { migrate } from '../src/db/migrate';
import { newPurpose } from '../src/core/consent/purposes';
import { insertPurpose } from '../src/db/consent/purposes';
import { insertSystem } from '../src/db/systems/systems';
import { readConfig } from '../src/main/config';
import { createContext } from '../src/main/context';
import { makeKeyFile } from '../src/main/keys';
import { WORKER } from '../src/ports/actor';
import { recordTillLines } from '../src/usecases/imports/recordTillLines';
import { median, timed, type BenchRow } from './measure';

const LINES = 20_000;
const RUNS = 3;
const CHUNK = 1000;
const HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';
// Everything the import writes, parents before children.
const TABLES = ['data_keys', 'persons', 'identifiers', 'person_name_terms', 'folios', 'choices', 'choice_sealed', 'choice_addresses', 'choice_dedup', 'ledger_heads'];

const admin = process.env['BENCH_ADMIN_URL']!;
const database = (name: string) => Object.assign(new URL(admin), { pathname: `/${name}` }).toString();

async function fresh(name: string): Promise<void> {
  const root = createClient(admin, 1);
  await root.raw(`drop database if exists ${name} with (force)`);
  await root.raw(`create database ${name}`);
  await root.destroy();
  const knex = createClient(database(name), 2);
  await migrate(knex);
  await knex.destroy();
}

function psql(url: string, sql: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn('/usr/bin/psql', ['-X', '-q', '-v', 'ON_ERROR_STOP=1', url, '-c', sql], { stdio: ['ignore', 'ignore', 'inherit'] });
    child.on('close', (code) => (code === 0 ? resolve() : reject(new Error(`psql ended with ${code}`))));
  });
}

const folder = mkdtempSync(join(process.env['BENCH_FOLDER']!, 'import-'));
makeKeyFile(join(folder, 'keys.json'));
const ours: number[] = [];
const limit: number[] = [];
for (let n = 0; n < RUNS; n++) {
  await fresh('bench_ours');
  const knex = createClient(database('bench_ours'), 4);
  const config = readConfig({ NODE_ENV: 'production', DATABASE_URL: database('bench_ours'), BOOKEND_MODE: 'test', BOOKEND_KEY_FILE: join(folder, 'keys.json'), BOOKEND_STORAGE: join(folder, 'storage') });
  const ctx = createContext(config, knex, { enqueue: async () => {} }, WORKER);
  await ctx.transaction(async (h) => {
    await insertSystem(h, { id: 'sys_tills', kind: 'import', name: 'tills', default_country: 'DK', connection_sealed: null, is_traced: false, owner: null, sort_order: 1 });
    await insertPurpose(h, { ...newPurpose({ id: 'newsletter' }), plain: 'x', words: {}, confirmBy: 'source', channels: [], categories: [], recipients: [], transfers: null, retention: null, balancing: null, publishedBy: null, sortOrder: 1 });
  });
  // Ten lines a person, as the ledger has ten choices a person.
  const lines = Array.from({ length: LINES }, (_, i) => ({ line: i + 2, raw: `T${i};2026-01-15;Aarhus;L-${i % (LINES / 10)};Ann${i % 40};Skov${i % 90};p${i % (LINES / 10)}@mail.example;;DK;newsletter;${i % 3 ? 'J' : 'N'}` }));
  ours.push(await timed(async () => {
    for (let at = 0; at < LINES; at += CHUNK) await ctx.transaction((h) => recordTillLines(ctx, h, 'sys_tills', HEADER, lines.slice(at, at + CHUNK)));
  }));
  await knex.destroy();

  // The limit: the same finished rows by COPY into the same tables with the same indexes.
  for (const table of TABLES) await psql(database('bench_ours'), `\\copy ${table} to '${join(folder, `${table}.copy`)}' (format binary)`);
  await fresh('bench_copy');
  limit.push(await timed(async () => {
    for (const table of TABLES) await psql(database('bench_copy'), `\\copy ${table} from '${join(folder, `${table}.copy`)}' (format binary)`);
  }));
}
const rows: BenchRow[] = [{ what: `importing choices, ${LINES} lines of ${LINES / 10} people`, ours: `${median(ours).toFixed(2)} s`, limit: `COPY ${median(limit).toFixed(2)} s`, ratio: median(ours) / median(limit), goal: 2 }];
console.log(JSON.stringify(rows));
process.exit(0);
