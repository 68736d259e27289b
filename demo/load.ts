import { setTimeout as sleep } from 'node:timers/promises';
import { readsOver } from '../src/db/standing/permissions';
import { askBeforeSends } from './beforeSend';
import { leaveRough } from './rough';
import { makePeople } from '../standins/world/people';
import { createClient } from '../src/db/shared/client';
import { HANDLERS } from '../src/jobs/handlers';
import { readConfig } from '../src/main/config';
import { createContext } from '../src/main/context';
import { PUBLIC, WORKER, type Actor } from '../src/ports/actor';
import type { JobName, JobPayloads, Jobs } from '../src/ports/jobs';
import { SCOPES } from '../src/core/access/scopes';
import { addApiKey } from '../src/usecases/access/apiKeys';
import { addUser } from '../src/usecases/access/colleagues';
import { confirmMail, tryMail } from '../src/usecases/installation/proveMail';
import { startVerification } from '../src/usecases/ledger/verifyLedger';
import { actAs, type Context } from '../src/usecases/shared/context';
import type { Mail } from '../src/ports/mailer';
import type { Role } from '../src/core/access/roles';
import { depositHead } from '../src/usecases/ledger/depositHead';
import { startComparison } from '../src/usecases/drift/compareSystem';
import { moveDueDays } from '../src/usecases/clock/moveDueDays';
import { walkChoices } from './history';
import { bringIntoStep } from './inStep';
import { bringAddresses } from './moved';
import { addSites } from './sites';
import { addNotices } from './notices';
import { addPurposes } from './purposes';
import { STORIES, type DemoWorld } from './requests';
import { registerWorld } from './systems';
import { sayInLanguages } from './words';
import { walkingClock } from './walkingClock';

const USERS: { id: string; name: string; email: string; roles: Role[] }[] = [
  { id: 'usr_signe', name: 'Signe Aaby', email: 'signe@larkmere.example', roles: ['coordinator'] },
  { id: 'usr_mikkel', name: 'Mikkel Krogh', email: 'mikkel@larkmere.example', roles: ['supervisor'] },
  { id: 'usr_ulla', name: 'Ulla Thorup', email: 'ulla@larkmere.example', roles: ['auditor'] },
  { id: 'usr_nanna', name: 'Nanna Skov', email: 'nanna@larkmere.example', roles: ['counter-staff'] },
  { id: 'usr_pia', name: 'Pia Rask', email: 'pia@larkmere.example', roles: ['administrator'] },
  { id: 'usr_ib', name: 'Ib Hald', email: 'ib@larkmere.example', roles: ['administrator'] },
];

const env = (name: string): string => process.env[name] ?? fail(`the demo needs ${name}`);
const config = readConfig();
const knex = createClient(config.DATABASE_URL);
const today = (config.BOOKEND_NOW ?? new Date().toISOString()).slice(0, 10);
const clock = walkingClock(`${today}T06:00:00Z`);
const queue: { name: JobName; payload: JobPayloads[JobName]; startAfter: string | undefined }[] = [];
const jobs: Jobs = {
  enqueue: async (_trx, name, payload, startAfter) => void queue.push({ name, payload, startAfter }),
  resume: async () => false,
};
/** A job that waits longer than this waits for somebody, not for a moment, milliseconds. */
const LONG_MS = 20_000;
const mails: Mail[] = [];
const reached = createContext(config, knex, jobs, WORKER, clock);
/** Mails go out as they do, and are remembered: a story reads the code in its own. */
const send = async (mail: Mail) => {
  await reached.mailer.send(mail);
  mails.push(mail);
};
const worker = {
  ...reached,
  mailer: { ...reached.mailer, send },
  outside: { ...reached.outside, mailerAt: () => ({ send }) },
};
const as = (actor: Actor) => actAs(worker, actor);
const say = (text: string) => console.log(`  ${text}`);

if (await knex('users').first()) {
  const made = (await knex('users').min('created_at as at').first()) as { at: string };
  const days = Math.floor((Date.parse(`${today}T12:00:00Z`) - Date.parse(made.at)) / 86_400_000);
  await bringAddresses(worker, {
    shopUrl: env('DEMO_SHOP_URL'),
    signInUrl: env('DEMO_SIGN_IN_URL'),
    newsletterUrl: env('DEMO_NEWSLETTER_URL'),
    sitePort: env('DEMO_SITE_PORT'),
  });
  say(`data is there already, made ${days < 1 ? 'today' : `${days} days ago; ./bookend demo --fresh makes it new`}`);
} else {
  await load();
}
await knex.destroy();
process.exit(0);

async function load(): Promise<void> {
  for (const user of USERS) await addUser(worker, { ...user, password: 'larkmere' });
  await proveMail(as({ kind: 'user', id: 'usr_ib', name: 'Ib Hald', roles: ['administrator'] }));
  await registerWorld(worker, {
    shopUrl: env('DEMO_SHOP_URL'),
    signInUrl: env('DEMO_SIGN_IN_URL'),
    signInSecret: env('DEMO_SIGN_IN_SECRET'),
    newsletterUrl: env('DEMO_NEWSLETTER_URL'),
    newsletterToken: env('DEMO_NEWSLETTER_TOKEN'),
    webhookSecret: env('DEMO_WEBHOOK_SECRET'),
    mailboxPath: env('DEMO_MAILBOX'),
    tills: env('DEMO_TILLS'),
    office: env('DEMO_OFFICE'),
    rides: env('DEMO_RIDES'),
  });
  await sayInLanguages(worker);
  await addApiKey(worker, {
    id: 'api_shop',
    systemId: 'sys_shop',
    scopes: [
      'choices:write',
      'standing:read',
      'clock:read',
      'people:read',
      'detect:read',
      'requests:write',
      'requests:read',
    ],
    secret: env('DEMO_SHOP_KEY'),
  });
  // Known to whoever reads the documentation: what it opens is made up.
  await addApiKey(worker, {
    id: 'api_sandbox',
    name: 'for trying the API',
    systemId: 'sys_shop',
    scopes: [...SCOPES],
    secret: 'bookend_sandbox',
  });
  await addApiKey(worker, {
    id: 'api_newsletter',
    systemId: 'sys_newsletter',
    scopes: ['standing:read'],
    secret: env('DEMO_NEWSLETTER_KEY'),
  });
  await addApiKey(worker, {
    id: 'api_auditor',
    systemId: 'sys_bookend',
    scopes: ['ledger:read'],
    secret: env('DEMO_AUDITOR_KEY'),
  });
  clock.goTo(new Date(Date.parse(`${today}T06:00:00Z`) - 370 * 86_400_000).toISOString());
  await addPurposes(worker, today);
  await addSites(
    as({ kind: 'user', id: 'usr_mikkel', name: 'Mikkel Krogh', roles: ['supervisor'] }),
    env('DEMO_SITE_PORT'),
  );
  const people = makePeople(
    Number(process.env['STANDINS_SEED'] ?? 20261124),
    Number(process.env['STANDINS_PEOPLE'] ?? 2400),
  );
  const coordinator = as({ kind: 'user', id: 'usr_signe', name: 'Signe Aaby', roles: ['coordinator'] });
  say(`${people.length} people; walking a year of choices`);
  await walkChoices({ worker, coordinator, clock, people, today, drain }, say);
  const world: DemoWorld = {
    coordinator,
    publicPage: as(PUBLIC),
    clock,
    people,
    today,
    drain,
    once,
    mails,
    mailServer,
  };
  for (const [i, story] of STORIES.entries()) {
    await story(world);
    await drain();
    if (i % 4 === 3) say(`${i + 1} of ${STORIES.length} requests`);
  }
  const reads = readsOver(config.DATABASE_URL, 1, worker.transaction);
  await askBeforeSends(world, as, reads);
  await reads.close();
  // This morning, or now where the day is younger than that.
  clock.goTo([`${today}T05:30:00Z`, config.BOOKEND_NOW ?? clock.real()].sort()[0]!);
  await bringIntoStep(worker, people, {
    shopUrl: env('DEMO_SHOP_URL'),
    newsletterUrl: env('DEMO_NEWSLETTER_URL'),
    tills: env('DEMO_TILLS'),
  });
  await addNotices(coordinator, as({ kind: 'user', id: 'usr_mikkel', name: 'Mikkel Krogh', roles: ['supervisor'] }));
  // What the worker does every day.
  await moveDueDays(worker);
  await startComparison(coordinator);
  await drain();
  if (config.BOOKEND_MODE === 'demo')
    await leaveRough(as({ kind: 'user', id: 'usr_ib', name: 'Ib Hald', roles: ['administrator'] }), {
      tills: env('DEMO_TILLS'),
      folder: env('DEMO_OFFICE'),
    });
  await depositHead(worker);
  await startVerification(coordinator);
  await drain();
}

/** An administrator has seen that mail arrives. */
async function proveMail(administrator: Context): Promise<void> {
  await tryMail(administrator);
  const word = /asked for it: (\w+)/.exec(mails.at(-1)!.text)![1]!;
  await confirmMail(administrator, { word });
}

async function once(): Promise<void> {
  for (const { name, payload } of queue.splice(0))
    await (HANDLERS[name] as (ctx: typeof worker, payload: unknown) => Promise<unknown>)(worker, payload);
}

async function mailServer(mode: 'refused' | 'none'): Promise<void> {
  const answer = await fetch(`http://127.0.0.1:${env('STANDINS_CONTROL_PORT')}/mail/${mode}`);
  if (!answer.ok) throw new Error(`the mail server cannot be told to be “${mode}”: ${await answer.text()}`);
}

/** Jobs that put themselves back (a delete that was accepted, a proof that runs) get a moment first. */
async function drain(): Promise<void> {
  for (let rounds = 0; ; rounds++) {
    if (rounds > 4000) throw new Error('the demo’s jobs do not come to an end');
    const next = queue.findIndex(({ startAfter }) => !startAfter || Date.parse(startAfter) - Date.now() < LONG_MS);
    if (next < 0) return;
    const [{ name, payload, startAfter }] = queue.splice(next, 1) as [(typeof queue)[number]];
    // A system that failed for a moment is searched again when its wait is over, and not before.
    if (name === 'trace-system' && startAfter) await sleep(Math.max(0, Date.parse(startAfter) - Date.now()));
    await (HANDLERS[name] as (ctx: typeof worker, payload: unknown) => Promise<unknown>)(worker, payload);
    if (name === 'run-erasure' || name === 'correct-drift') await sleep(120);
  }
}

function fail(message: string): never {
  throw new Error(message);
}
