import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster, stateFolder } from './lib/cluster.mjs';
import { ensureBuild, ensureModules } from './lib/install.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endWith, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

const BENCHES = ['import', 'permission'];

function print(rows) {
  console.log('\n| what | ours | limit | ratio | goal | met |\n|---|---|---|---|---|---|');
  for (const row of rows) console.log(`| ${row.what} | ${row.ours} | ${row.limit} | ${row.ratio.toFixed(1)} × | ≤ ${row.goal} × | ${row.ratio <= row.goal ? 'yes' : 'no'} |`);
}

/** Every bench beside its limit in the same run on the same machine. Ratios count; absolute times vary. */
endWith(async () => {
  const only = process.argv[2];
  await ensureModules();
  await ensureBuild();
  const rows = [];
  const collect = async (name, env) => {
    say(`bench: ${name}`);
    const output = await run('node', ['--import', 'tsx', `bench/${name}.ts`], { env, quiet: true });
    rows.push(...JSON.parse(output.trim().split('\n').at(-1)));
  };
  if (!only || only === 'import') {
    const cluster = await startCluster('bench', { wantedPort: 5485, durable: true, taken: new Set() });
    try {
      await collect('import', { BENCH_ADMIN_URL: cluster.url('postgres'), BENCH_FOLDER: stateFolder('bench') });
    } finally {
      cluster.stop();
    }
  }
  if (!only || only === 'permission') {
    const world = await startWorld({ name: 'bench-world', mode: 'demo', fresh: true, ports: { web: 4370, postgres: 5486 }, quiet: true });
    try {
      await collect('permission', { BENCH_ADDRESS: world.urls.checks, BENCH_KEY: world.settings.shopKey });
    } finally {
      await world.stop();
    }
  }
  if (only && !BENCHES.includes(only)) throw new Error(`there is no bench “${only}”: ${BENCHES.join(', ')}`);
  mkdirSync(join(ROOT, 'bench/results'), { recursive: true });
  writeFileSync(join(ROOT, 'bench/results/latest.json'), `${JSON.stringify(rows, null, 2)}\n`);
  print(rows);
});
