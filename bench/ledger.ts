import type { Reached } from '../src/core/ledger/trees';
import { createReadStream, createWriteStream, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { once } from 'node:events';
import { spawn } from 'node:child_process';
import { Worker } from 'node:worker_threads';
import { cpus } from 'node:os';
import type { Knex } from 'knex';
import { createClient } from '../src/db/shared/client';
import { everyoneAsOf } from '../src/usecases/standing/everyoneAsOf';
import { rebuildFolds, startRebuild } from '../src/usecases/standing/rebuildFolds';
import { readVerification, startVerification, verifyLedger } from '../src/usecases/ledger/verifyLedger';
import { EVERY_CHOICE, streamChoices } from '../src/db/ledger/ledger';
import { startAudience, checkAudience } from '../src/usecases/audiences/checkAudience';
import { actAs } from '../src/usecases/shared/context';
import { addApiKey } from '../src/usecases/access/apiKeys';
import { growLedger } from './growLedger';
import { importSeconds, writeTillFile } from './importFile';
import { benchContext, fresh, psql, PURPOSES, seed, url } from './ledgerWorld';
import { median, part, profiled, recorder, timed } from './measure';
import { load } from './load';

const WANTED = Number(process.env['BENCH_CHOICES'] ?? 10_000_000);
const DATABASE = 'bench_ledger';
const folder = join(process.env['BENCH_FOLDER']!, 'ledger');
mkdirSync(folder, { recursive: true });

const note = recorder();

// The ledger is kept between runs, and grown where more is wanted.
if (!existsSync(join(folder, 'seeded'))) {
  await fresh(DATABASE);
  const empty = createClient(url(DATABASE), 2);
  const ctx = benchContext(empty, url(DATABASE), folder);
  await seed(ctx);
  await addApiKey(ctx, { id: 'api_bench', systemId: 'sys_shop', scopes: ['standing:read'], secret: 'bench-key' });
  await empty.destroy();
  writeFileSync(join(folder, 'seeded'), '');
}
const knex: Knex = createClient(url(DATABASE), 8);
const worker = benchContext(knex, url(DATABASE), folder);
const countChoices = async () =>
  Number(((await knex('choices').max('seq as n').first()) as { n: number | null }).n ?? 0);
if ((await countChoices()) < WANTED) {
  console.error(`  growing the ledger to ${WANTED.toLocaleString('en')} choices`);
  await growLedger(worker, WANTED, (n) => console.error(`    ${n.toLocaleString('en')}`));
  await psql(url(DATABASE), 'vacuum analyze');
}
const CHOICES = await countChoices();
const PEOPLE = CHOICES / 10;
const coordinator = actAs(worker, { kind: 'user', id: 'usr_bench', name: 'Bench', roles: ['supervisor'] });
const size = `${(CHOICES / 1e6).toLocaleString('en', { maximumFractionDigits: 1 })} M choices`;

await part('everyone', async () => {
  const columns = 'person_no, purpose_no, shape, occurred_at, terms_no';
  const [ours, limit]: [number[], number[]] = [[], []];
  for (let n = 0; n < 3; n++) {
    limit.push(await timed(() => psql(url(DATABASE), `copy (select ${columns} from choices) to '/dev/null'`)));
    ours.push(
      await timed(() =>
        worker.snapshot((h) =>
          everyoneAsOf(worker, h, { at: '2026-06-01T00:00:00Z', knownAt: '2026-06-01T00:00:00Z' }),
        ),
      ),
    );
  }
  note({
    what: `standing of everyone as of a past day, ${size}`,
    ours: `${median(ours).toFixed(1)} s`,
    limit: `COPY (select the same columns) to /dev/null ${median(limit).toFixed(1)} s`,
    ratio: median(ours) / median(limit),
    goal: 1.5,
  });
});

await part('rebuild', async () => {
  const limit = await timed(() =>
    psql(
      url(DATABASE),
      "copy (select person_no, purpose_no, shape, occurred_at, terms_no from choices) to '/dev/null'",
    ),
  );
  await knex.raw('truncate person_folds');
  const asked = await startRebuild(coordinator);
  if (!asked.ok) throw new Error('refused');
  const ours = await timed(() => rebuildFolds(worker, { runId: asked.value.id }));
  await psql(url(DATABASE), 'vacuum analyze person_folds');
  note({
    what: `rebuilding all standing from the ledger, ${size}`,
    ours: `${ours.toFixed(1)} s`,
    limit: `the same COPY ${limit.toFixed(1)} s`,
    ratio: ours / limit,
    goal: 3,
  });
});

await part('verify', async () => {
  const limit = await timed(() =>
    psql(
      url(DATABASE),
      'copy (select c.*, s.sealed from choices c left join choice_sealed s on s.seq = c.seq) to stdout (format binary)',
      'sha256sum',
    ),
  );
  const started = await startVerification(coordinator);
  if (!started.ok) throw new Error('refused');
  const ours = await timed(async () => {
    await verifyLedger(worker, { runId: started.value.id });
    const found = await readVerification(coordinator, started.value);
    const faults = found.ok ? found.value.faults : [];
    if (faults.length > 0) throw new Error(JSON.stringify(faults[0]));
  });
  note({
    what: `verifying the whole ledger, ${size}`,
    ours: `${ours.toFixed(1)} s`,
    limit: `COPY of the same rows into sha256sum ${limit.toFixed(1)} s`,
    ratio: ours / limit,
    goal: 3,
  });
});

await part('audience', async () => {
  const count = Math.min(PEOPLE, 1_000_000);
  const list = join(folder, 'audience.csv');
  const out = createWriteStream(list);
  out.write('email\n');
  for (let i = 0; i < count; i++) if (!out.write(`p${(i * 7) % PEOPLE}@mail.example\n`)) await once(out, 'drain');
  await new Promise((resolve) => out.end(resolve));
  const hmac = await timed(() => hmacOnAllCores(count));
  await knex.raw('drop table if exists bench_audience');
  await knex.raw('create table bench_audience (line int, hash bytea)');
  await psql(
    url(DATABASE),
    `\\copy (select row_number() over ()::int, hash from identifiers where kind = 'email' limit ${count}) to '${join(folder, 'hashes.copy')}' (format binary)`,
  );
  const copyIn = await timed(() =>
    psql(url(DATABASE), `\\copy bench_audience from '${join(folder, 'hashes.copy')}' (format binary)`),
  );
  await psql(url(DATABASE), 'analyze bench_audience');
  const join_ =
    'select a.line, f.folds from bench_audience a join identifiers i on i.hash = a.hash join persons p on p.id = i.person_id left join person_folds f on f.person_no = p.no';
  const hashJoin = await timed(() => psql(url(DATABASE), `create table bench_joined as ${join_}`));
  const copyOut = await timed(() => psql(url(DATABASE), "copy bench_joined to '/dev/null'"));
  await knex.raw('drop table bench_joined; drop table bench_audience');
  const started = await startAudience(coordinator, {
    name: 'bench',
    purpose: 'newsletter',
    channel: 'email',
    content: createReadStream(list),
  });
  if (!started.ok) throw new Error(started.refusal.code);
  const ours = await timed(() => checkAudience(worker, { runId: started.value.runId }));
  const limit = hmac + copyIn + hashJoin + copyOut;
  note({
    what: `audience check, ${count.toLocaleString('en')} addresses, ${size}`,
    ours: `${ours.toFixed(1)} s`,
    limit: `HMAC ${hmac.toFixed(1)} + COPY in ${copyIn.toFixed(1)} + join ${hashJoin.toFixed(1)} + COPY out ${copyOut.toFixed(1)} = ${limit.toFixed(1)} s`,
    ratio: ours / limit,
    goal: 1.2,
  });
});

await part('import', async () => {
  // Whether an import stays as quick as the ledger grows: the same file into this ledger and into an empty one.
  const lines = 40_000;
  const file = join(folder, 'more.csv');
  writeTillFile(file, lines, `m${Math.trunc(CHOICES / 1000)}-`);
  await fresh('bench_ours');
  const emptyKnex = createClient(url('bench_ours'), 6);
  const empty = benchContext(emptyKnex, url('bench_ours'), folder);
  await seed(empty);
  const limit = await importSeconds(empty, file, lines);
  await emptyKnex.destroy();
  const ours = await importSeconds(worker, file, lines);
  note({
    what: `importing ${lines.toLocaleString('en')} lines into a ledger of ${size}`,
    ours: `${ours.toFixed(1)} s`,
    limit: `the same file into an empty ledger ${limit.toFixed(1)} s`,
    ratio: ours / limit,
    goal: 1.2,
  });
});

await part('stream', async () => {
  const page = async (before: Reached | null, purpose: string | null) => {
    const times: number[] = [];
    for (let n = 0; n < 20; n++)
      times.push(
        await timed(() =>
          worker.transaction((h) => streamChoices(h, worker.trees, { ...EVERY_CHOICE, purpose, before, limit: 51 })),
        ),
      );
    return median(times) * 1000;
  };
  const plain = async (sql: string) => {
    const times: number[] = [];
    for (let n = 0; n < 20; n++) times.push(await timed(() => knex.raw(sql)));
    return median(times) * 1000;
  };
  const first = await page(null, PURPOSES[2]);
  const thousandth = await page(new Map([[0, CHOICES - 250_000]]), PURPOSES[2]);
  const query = await plain(
    `select * from choices where tree = 0 and purpose_no = (select no from dictionary where kind = 'purpose' and value = '${PURPOSES[2]}') order by seq desc limit 51`,
  );
  note({
    what: `Ledger, first page of one purpose, ${size}`,
    ours: `${first.toFixed(1)} ms`,
    limit: `the same query ${query.toFixed(1)} ms (+ 30 ms allowed)`,
    ratio: first / (query + 30),
    goal: 1,
  });
  note({
    what: `Ledger, page 1,000 of one purpose, ${size}`,
    ours: `${thousandth.toFixed(1)} ms`,
    limit: `page 1 ${first.toFixed(1)} ms`,
    ratio: thousandth / first,
    goal: 1.5,
  });
});

await part('permission', async () => {
  const port = 4391;
  const child = spawn('node', [...profiled(), '--import', 'tsx', 'src/main/checks.ts'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: url(DATABASE),
      BOOKEND_MODE: 'test',
      BOOKEND_KEY_FILE: join(folder, 'keys.json'),
      BOOKEND_STORAGE: join(folder, 'storage'),
      BOOKEND_CHECKS_PORT: String(port),
      BOOKEND_LOG_LEVEL: 'error',
    },
  });
  try {
    for (
      let n = 0;
      n < 200 &&
      !(await fetch(`http://127.0.0.1:${port}/health`).then(
        (answer) => answer.ok,
        () => false,
      ));
      n++
    )
      await new Promise((resolve) => setTimeout(resolve, 100));
    for (const row of await load(
      `http://127.0.0.1:${port}/api/v1/standing`,
      { authorization: 'Bearer bench-key' },
      (i) =>
        JSON.stringify({
          identifier: { kind: 'email', value: `p${(i * 7919) % PEOPLE}@mail.example` },
          purpose: 'newsletter',
        }),
      size,
    ))
      note(row);
  } finally {
    child.kill('SIGTERM');
    await once(child, 'exit');
  }
});

await knex.destroy();
process.exit(0);

function hmacOnAllCores(count: number): Promise<void> {
  const share = Math.ceil(count / cpus().length);
  const code = `const { createHmac } = require('node:crypto'); const { workerData, parentPort } = require('node:worker_threads'); const key = Buffer.alloc(32, 7); for (let i = 0; i < workerData; i++) createHmac('sha256', key).update('email::p' + i + '@mail.example').digest(); parentPort.postMessage(1);`;
  return Promise.all(
    cpus().map(
      () =>
        new Promise<void>((resolve, reject) => {
          const one = new Worker(code, { eval: true, workerData: share });
          one.once('message', () => resolve());
          one.once('error', reject);
        }),
    ),
  ).then(() => {});
}
