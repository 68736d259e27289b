import { residentMb, signIn } from './browserless';
import { percentile, recorder } from './measure';
import { grownPages, scriptSizes } from './screens';

// Twenty people who work without a pause: every page they open is made whole on the server, the frame around it too.
const ADDRESS = process.env['BENCH_ADDRESS']!;
const SESSIONS = 20;
const WARM_MS = 15_000;
const MEASURED_MS = 40_000;
/** Pages a second, and milliseconds that one in twenty may take longer than. */
const GOAL = { rate: 40, p95: 500 };
const note = recorder();

const cookies = [await signIn('signe@larkmere.example'), await signIn('mikkel@larkmere.example')];
const list = await (await fetch(`${ADDRESS}/requests`, { headers: { cookie: cookies[0]! } })).text();
const refs = [...new Set(list.match(/BK-\d{4}-\d{5}/g))].slice(0, 8);
if (refs.length === 0) throw new Error('there are no requests to open');
const paths = [
  '/desk',
  '/requests',
  ...refs.map((ref) => `/requests/${ref}`),
  '/people',
  '/ledger',
  '/ledger/drift',
  '/systems',
  '/trail',
  '/keeping',
];

async function session(n: number, until: number, times: number[]): Promise<void> {
  for (let i = n; Date.now() < until; i++) {
    const start = performance.now();
    const response = await fetch(`${ADDRESS}${paths[i % paths.length]}`, {
      headers: { cookie: cookies[n % cookies.length]! },
      redirect: 'manual',
    });
    await response.arrayBuffer();
    if (response.status !== 200) throw new Error(`${paths[i % paths.length]} answered ${response.status}`);
    times.push(performance.now() - start);
  }
}
const run = async (ms: number): Promise<number[]> => {
  const times: number[] = [];
  await Promise.all(Array.from({ length: SESSIONS }, (_, n) => session(n, Date.now() + ms, times)));
  return times;
};

await run(WARM_MS);
const before = residentMb();
const times = await run(MEASURED_MS);
const after = residentMb();
const rate = times.length / (MEASURED_MS / 1000);
const p95 = percentile(times, 0.95);
note({
  what: `pages a second, ${SESSIONS} busy sessions`,
  ours: `${rate.toFixed(1)}/s`,
  limit: `wanted ${GOAL.rate}/s`,
  ratio: GOAL.rate / rate,
  goal: 1,
});
note({
  what: `a page, p95, ${SESSIONS} busy sessions`,
  ours: `${p95.toFixed(0)} ms`,
  limit: `wanted ${GOAL.p95} ms`,
  ratio: p95 / GOAL.p95,
  goal: 1,
});
note({
  what: 'memory of the web after its busy seconds',
  ours: `${after.toFixed(0)} MB after ${times.length.toLocaleString('en')} pages`,
  limit: `warm ${before.toFixed(0)} MB`,
  ratio: after / before,
  goal: 1.2,
});

// The least that any page can cost: one without a frame, without a person, without a list.
const bare: number[] = [];
for (const end = Date.now() + 10_000; Date.now() < end;)
  await Promise.all(
    Array.from({ length: SESSIONS }, async () => {
      const start = performance.now();
      await (await fetch(`${ADDRESS}/status`)).arrayBuffer();
      bare.push(performance.now() - start);
    }),
  );
const bareRate = bare.length / 10;
note({
  what: 'pages a second beside the smallest page that the framework makes',
  ours: `${rate.toFixed(1)}/s`,
  limit: `${bareRate.toFixed(1)}/s`,
  ratio: bareRate / rate,
  goal: 2,
});

// One request stands for all: they are one page.
await scriptSizes(
  cookies[0]!,
  paths.filter((path) => !path.startsWith('/requests/') || path.endsWith(refs[0]!)),
  note,
);
await grownPages(cookies[0]!, note);
