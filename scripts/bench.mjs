import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startDovecot } from './lib/dovecot.mjs';
import { startCluster, stateFolder } from './lib/cluster.mjs';
import { ensureModules } from './lib/install.mjs';
import { ROOT, run } from './lib/run.mjs';
import { endWith, Failed, say } from './lib/say.mjs';
import { startWorld } from './lib/world.mjs';

const BENCHES = ['import', 'ledger', 'requests', 'memory', 'matching', 'detection', 'documents', 'schemas', 'mailbox'];
/** Measured on the whole of Larkmere at the demo's size, as it runs. */
const IN_WORLD = ['pages', 'traces', 'bodies', 'asks'];

// A server as one would set it up for a ledger of this size; ours and the limit run on the same.
const SERVER = [
  'shared_buffers=3GB',
  'work_mem=128MB',
  'maintenance_work_mem=512MB',
  'max_wal_size=8GB',
  'effective_cache_size=12GB',
  'random_page_cost=1.1',
  'max_parallel_workers_per_gather=2',
];

function print(rows) {
  console.log('\n| what | ours | limit | ratio | goal | met |\n|---|---|---|---|---|---|');
  for (const row of rows)
    console.log(
      `| ${row.what} | ${row.ours} | ${row.limit} | ${row.ratio.toFixed(1)} × | ≤ ${row.goal} × | ${row.ratio <= row.goal ? 'yes' : 'no'} |`,
    );
}

/** A mail server of its own, for what is measured on one. */
async function withMailServer(name, work) {
  if (name !== 'mailbox') return work({});
  const server = await startDovecot(stateFolder('bench'), 1487);
  const user = 'years';
  const account = { port: server.port, password: server.password, user, maildir: server.maildir(user) };
  try {
    return await work({ BENCH_IMAP: JSON.stringify(account) });
  } finally {
    await server.stop();
  }
}

/** Every bench beside its limit in the same run on the same machine. Ratios count; absolute times vary. */
endWith(async () => {
  const only = process.argv[2];
  const all = [...IN_WORLD, ...BENCHES];
  if (only && !all.includes(only)) throw new Failed(`There is no bench “${only}”.`, `There are: ${all.join(', ')}.`);
  await ensureModules();
  const rows = [];
  const collect = async (name, env) => {
    say(`bench: ${name}`);
    const file = join(stateFolder('bench'), `${name}.json`);
    rmSync(file, { force: true });
    await run(
      'node',
      [
        ...(process.env.BENCH_PROFILE ? ['--cpu-prof', `--cpu-prof-dir=${process.env.BENCH_PROFILE}`] : []),
        '--import',
        'tsx',
        `bench/${name}.ts`,
      ],
      { env: { ...env, BENCH_ROWS: file } },
    ).finally(() => existsSync(file) && rows.push(...JSON.parse(readFileSync(file, 'utf8'))));
  };
  for (const name of IN_WORLD.filter((one) => !only || one === only)) {
    say(`bench: ${name}, starting the demo's world`);
    const world = await startWorld({
      name: 'bench-world',
      mode: 'test',
      durable: false,
      fresh: true,
      now: '2026-11-24T08:00:00Z',
      people: 700,
      ports: { web: 4370, postgres: 5487 },
      quiet: true,
    });
    try {
      await collect(name, {
        ...world.env,
        BENCH_ADDRESS: world.address,
        BENCH_WEB_PROCESS: String(world.children.web.pid),
        BENCH_WORKER_PROCESS: String(world.children.worker.pid),
      });
    } finally {
      await world.stop();
    }
  }
  const own = BENCHES.filter((one) => !only || one === only);
  if (own.length > 0) await inCluster(own);
  print(rows);

  async function inCluster(names) {
    const cluster = await startCluster('bench', {
      wantedPort: 5485,
      durable: true,
      taken: new Set(),
      settings: SERVER,
    });
    try {
      for (const name of names)
        await withMailServer(name, (more) =>
          collect(name, { BENCH_ADMIN_URL: cluster.url('postgres'), BENCH_FOLDER: stateFolder('bench'), ...more }),
        );
    } finally {
      cluster.stop();
    }
  }
  // A part that was run alone replaces its own rows; the others stay as they were measured last.
  const file = join(ROOT, 'bench/results/latest.json');
  const before = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : [];
  mkdirSync(join(ROOT, 'bench/results'), { recursive: true });
  writeFileSync(
    file,
    `${JSON.stringify([...before.filter(({ what }) => !rows.some((row) => row.what === what)), ...rows], null, 2)}\n`,
  );
});
