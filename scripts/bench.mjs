import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster, stateFolder } from './lib/cluster.mjs';
import { ensureModules } from './lib/install.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endWith, say } from './lib/say.mjs';

const BENCHES = ['import', 'ledger', 'requests'];

// A server as one would set it up for a ledger of this size; ours and the limit run on the same.
const SERVER = ['shared_buffers=3GB', 'work_mem=128MB', 'maintenance_work_mem=512MB', 'max_wal_size=8GB', 'effective_cache_size=12GB', 'random_page_cost=1.1', 'max_parallel_workers_per_gather=2'];

function print(rows) {
  console.log('\n| what | ours | limit | ratio | goal | met |\n|---|---|---|---|---|---|');
  for (const row of rows) console.log(`| ${row.what} | ${row.ours} | ${row.limit} | ${row.ratio.toFixed(1)} × | ≤ ${row.goal} × | ${row.ratio <= row.goal ? 'yes' : 'no'} |`);
}

/** Every bench beside its limit in the same run on the same machine. Ratios count; absolute times vary. */
endWith(async () => {
  const only = process.argv[2];
  await ensureModules();
  const rows = [];
  const collect = async (name, env) => {
    say(`bench: ${name}`);
    const file = join(stateFolder('bench'), `${name}.json`);
    rmSync(file, { force: true });
    await run('node', [...(process.env.BENCH_PROFILE ? ['--cpu-prof', `--cpu-prof-dir=${process.env.BENCH_PROFILE}`] : []), '--import', 'tsx', `bench/${name}.ts`], { env: { ...env, BENCH_ROWS: file } }).finally(() => existsSync(file) && rows.push(...JSON.parse(readFileSync(file, 'utf8'))));
  };
  const cluster = await startCluster('bench', { wantedPort: 5485, durable: true, taken: new Set(), settings: SERVER });
  try {
    for (const name of BENCHES.filter((one) => !only || one === only)) await collect(name, { BENCH_ADMIN_URL: cluster.url('postgres'), BENCH_FOLDER: stateFolder('bench') });
  } finally {
    cluster.stop();
    print(rows);
  }
  if (only && !BENCHES.includes(only)) throw new Error(`there is no bench “${only}”: ${BENCHES.join(', ')}`);
  // A part that was run alone replaces its own rows; the others stay as they were measured last.
  const file = join(ROOT, 'bench/results/latest.json');
  const before = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : [];
  mkdirSync(join(ROOT, 'bench/results'), { recursive: true });
  writeFileSync(file, `${JSON.stringify([...before.filter(({ what }) => !rows.some((row) => row.what === what)), ...rows], null, 2)}\n`);
});
