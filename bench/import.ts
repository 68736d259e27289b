import { createReadStream, mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '../src/db/client';
import { uploadImport } from '../src/usecases/imports/uploadImport';
import { runImport } from '../src/usecases/imports/runImport';
import { benchContext, copyTables, fresh, seed, url } from './ledgerWorld';
import { median, timed, type BenchRow } from './measure';

const RUNS = 3;
const SIZES = [20_000, 200_000];
const HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';
// Everything the import writes, parents before children.
const TABLES = ['data_keys', 'persons', 'identifiers', 'person_name_terms', 'folios', 'choices', 'choice_sealed', 'choice_addresses', 'choice_dedup', 'person_folds', 'ledger_nodes', 'ledger_heads'];

const folder = mkdtempSync(join(process.env['BENCH_FOLDER']!, 'import-'));
const rows: BenchRow[] = [];
for (const size of SIZES) {
  // Ten lines a person, as the ledger has ten choices a person.
  const file = join(folder, `till-${size}.csv`);
  writeFileSync(file, [HEADER, ...Array.from({ length: size }, (_, i) => `T${i};2026-01-${String((i % 27) + 1).padStart(2, '0')};Aarhus;L-${i % (size / 10)};Ann${i % 40};Skov${i % 90};p${i % (size / 10)}@mail.example;;DK;newsletter;${i % 3 ? 'J' : 'N'}`)].join('\r\n'));
  const [ours, limit]: [number[], number[]] = [[], []];
  for (let n = 0; n < (size > 100_000 ? 1 : RUNS); n++) {
    await fresh('bench_ours');
    const knex = createClient(url('bench_ours'), 6);
    const ctx = benchContext(knex, url('bench_ours'), folder);
    await seed(ctx);
    const uploaded = await uploadImport(ctx, { systemId: 'sys_tills', fileName: 'till.csv', content: createReadStream(file), way: 'api', runNow: true });
    if (!uploaded.ok) throw new Error(uploaded.refusal.code);
    ours.push(await timed(() => runImport(ctx, { importId: uploaded.value.id })));
    const [{ n: recorded }] = (await knex('choices').count('* as n')) as unknown as [{ n: number }];
    if (Number(recorded) !== size) throw new Error(`${recorded} of ${size} lines were recorded`);
    await knex.destroy();
    // The limit: the same finished rows by COPY into the same tables with the same indexes.
    limit.push(await copyTables('bench_ours', 'bench_copy', TABLES, folder));
  }
  rows.push({ what: `importing choices, ${size.toLocaleString('en')} lines of ${(size / 10).toLocaleString('en')} people`, ours: `${median(ours).toFixed(2)} s`, limit: `COPY ${median(limit).toFixed(2)} s`, ratio: median(ours) / median(limit), goal: 2 });
}
writeFileSync(process.env['BENCH_ROWS']!, JSON.stringify(rows));
process.exit(0);
