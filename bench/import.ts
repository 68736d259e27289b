import { mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '../src/db/shared/client';
import { importSeconds, writeTillFile } from './importFile';
import { benchContext, copyTables, fresh, seed, url } from './ledgerWorld';
import { median, type BenchRow } from './measure';

const RUNS = 3;
const SIZES = [20_000, 200_000];
// Everything the import writes, parents before children.
const TABLES = [
  'data_keys',
  'persons',
  'identifiers',
  'person_name_terms',
  'folios',
  'choices',
  'choice_sealed',
  'choice_addresses',
  'choice_dedup',
  'person_folds',
  'ledger_nodes',
  'ledger_heads',
];

const folder = mkdtempSync(join(process.env['BENCH_FOLDER']!, 'import-'));
const rows: BenchRow[] = [];
for (const size of SIZES) {
  const file = join(folder, `till-${size}.csv`);
  writeTillFile(file, size, '');
  const [ours, limit]: [number[], number[]] = [[], []];
  for (let n = 0; n < (size > 100_000 ? 1 : RUNS); n++) {
    await fresh('bench_ours');
    const knex = createClient(url('bench_ours'), 6);
    const ctx = benchContext(knex, url('bench_ours'), folder);
    await seed(ctx);
    ours.push(await importSeconds(ctx, file, size));
    await knex.destroy();
    // The limit: the same finished rows by COPY into the same tables with the same indexes.
    limit.push(await copyTables('bench_ours', 'bench_copy', TABLES, folder));
  }
  rows.push({
    what: `importing choices, ${size.toLocaleString('en')} lines of ${(size / 10).toLocaleString('en')} people`,
    ours: `${median(ours).toFixed(2)} s`,
    limit: `COPY ${median(limit).toFixed(2)} s`,
    ratio: median(ours) / median(limit),
    goal: 2,
  });
}
writeFileSync(process.env['BENCH_ROWS']!, JSON.stringify(rows));
process.exit(0);
