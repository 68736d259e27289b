import { setTimeout as wait } from 'node:timers/promises';
import { createClient } from '../src/db/shared/client';
import { readConfig } from '../src/main/config';
import { createContext } from '../src/main/context';
import { createQueue, jobsOf } from '../src/main/jobs';
import { PUBLIC } from '../src/ports/actor';
import { actAs } from '../src/usecases/shared/context';
import { openRequest } from '../src/usecases/intake/openRequest';
import { proveAtCounter } from '../src/usecases/identity/identity';
import { startTrace } from '../src/usecases/trace/startTrace';
import { recorder } from './measure';

// Two hundred traces at once over the demo's systems, worked on by the demo's own worker, beside the time that the steps of such traces take
// when each trace has the worker to itself.
const AT_ONCE = Number(process.env['BENCH_TRACES'] ?? 200);
const ALONE = 10;
const MOST_SECONDS = 1200;
const note = recorder();

const config = readConfig();
const knex = createClient(config.DATABASE_URL);
const shop = createClient(process.env['DEMO_SHOP_URL']!, 1);
const boss = createQueue(config.DATABASE_URL, false);
await boss.start();
const ctx = actAs(createContext(config, knex, jobsOf(boss), PUBLIC), {
  kind: 'user',
  id: 'usr_mikkel',
  name: 'Mikkel Krogh',
  roles: ['supervisor'],
});

const people = (await shop('customers')
  .select('email', 'first_name', 'last_name', 'country')
  .whereNotNull('email')
  .where('country', 'DK')
  .orderBy('id')
  .limit(AT_ONCE + ALONE)) as { email: string; first_name: string; last_name: string; country: string }[];
if (people.length < AT_ONCE + ALONE)
  throw new Error(`the shop has ${people.length} customers; ${AT_ONCE + ALONE} are needed`);

async function provenRequest({ email, first_name, last_name, country }: (typeof people)[number]): Promise<string> {
  const opened = await openRequest(ctx, {
    right: 'access',
    receivedAt: ctx.clock.now(),
    channel: 'counter',
    language: 'da',
    text: null,
    person: {
      country,
      region: null,
      givenName: first_name,
      familyName: last_name,
      emails: [email],
      phones: [],
      customerNumbers: [],
    },
  });
  if (!opened.ok) throw new Error(`a request was refused: ${opened.refusal.code}`);
  const proven = await proveAtCounter(ctx, { ref: opened.value.ref, document: 'passport', seen: 'in-person' });
  if (!proven.ok) throw new Error(`identity was refused: ${proven.refusal.code}`);
  return opened.value.ref;
}
async function start(ref: string): Promise<void> {
  const started = await startTrace(ctx, { ref });
  if (!started.ok) throw new Error(`a trace was refused: ${started.refusal.code}`);
}
const traceIds = async (refs: readonly string[]): Promise<string[]> =>
  knex('traces')
    .join('requests', 'requests.id', 'traces.request_id')
    .whereIn('requests.ref', [...refs])
    .pluck('traces.id');
/** Every step by hand or by search has ended; steps that wait for an owner are no steps of the worker. */
async function ended(ids: readonly string[]): Promise<void> {
  for (const end = Date.now() + MOST_SECONDS * 1000; ; await wait(100)) {
    const open = (await knex('trace_steps')
      .whereIn('trace_id', [...ids])
      .whereNotIn('state', ['done', 'failed'])
      .count('* as n')
      .first()) as { n: string };
    if (Number(open.n) === 0) return;
    if (Date.now() > end) throw new Error(`${open.n} steps had not ended after ${MOST_SECONDS} s`);
  }
}

const refs: string[] = [];
for (const person of people) refs.push(await provenRequest(person));

let stepSeconds = 0;
for (const ref of refs.slice(0, ALONE)) {
  await start(ref);
  const ids = await traceIds([ref]);
  await ended(ids);
  const sum = (await knex('trace_steps')
    .whereIn('trace_id', ids)
    .sum({ seconds: knex.raw('extract(epoch from finished_at - started_at)') })
    .first()) as { seconds: string };
  stepSeconds += Number(sum.seconds);
}
const limit = (stepSeconds / ALONE) * AT_ONCE;

const begin = performance.now();
const many = refs.slice(ALONE);
for (const ref of many) await start(ref);
const ids = await traceIds(many);
await ended(ids);
const ours = (performance.now() - begin) / 1000;
const failed = (await knex('trace_steps')
  .whereIn('trace_id', ids)
  .where({ state: 'failed' })
  .count('* as n')
  .first()) as { n: string };
if (Number(failed.n) > 0) throw new Error(`${failed.n} steps failed`);
note({
  what: `${AT_ONCE} traces at once, over the demo's systems`,
  ours: `${ours.toFixed(1)} s`,
  limit: `their steps one after another ${limit.toFixed(1)} s`,
  ratio: ours / limit,
  goal: 1.2,
});

await boss.stop({ graceful: false });
await knex.destroy();
await shop.destroy();
process.exit(0);
