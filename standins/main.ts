import { mkdirSync, writeFileSync, existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import pg from 'pg';
import { MAILBOX_FAILURES, mailboxFailures, type MailboxFailure } from './mailbox/failures';
import { fillMailbox } from './mailbox/mailbox';
import { fillPrivacyMailbox } from './mailbox/privacyMailbox';
import { fillOffice, fillRides } from './office/office';
import { NEWSLETTER_FAILURES, startNewsletter, type Contact, type Failure } from './newsletter/newsletter';
import { SHOP_FAILURES, shopFailures, type ShopFailure } from './shop/failures';
import { fillShop } from './shop/shop';
import { startSignIn } from './shop/signIn';
import { startSites } from './site/site';
import { MAIL_FAILURES, startMail, type MailFailure } from './smtp/smtp';
import { failTills, TILL_FAILURES, type TillFailure } from './tills/failures';
import { startLoyalty } from './tills/loyalty';
import { nightlyFile, type TillSign } from './tills/tillFile';
import { byStory, makePeople, type WorldPerson } from './world/people';
import { seeded } from './world/random';

const need = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error(`the stand-ins need ${name}`);
  return value;
};

const folder = need('STANDINS_FOLDER');
const ports = {
  newsletter: Number(need('STANDINS_NEWSLETTER_PORT')),
  smtp: Number(need('STANDINS_SMTP_PORT')),
  mailPage: Number(need('STANDINS_MAIL_PORT')),
  control: Number(need('STANDINS_CONTROL_PORT')),
};
const shopUrl = need('STANDINS_SHOP_URL');
const today = new Date(process.env['STANDINS_TODAY'] ?? Date.now());
const seed = Number(process.env['STANDINS_SEED'] ?? 20261124);
const people = makePeople(seed, Number(process.env['STANDINS_PEOPLE'] ?? 2400));

mkdirSync(join(folder, 'tills', 'drop'), { recursive: true });
const mailbox = join(folder, 'support-mailbox');
const made = join(folder, 'made.json');
const since = Date.parse(process.env['BOOKEND_NOW_SINCE'] ?? '') || today.getTime();
const now = () =>
  (process.env['STANDINS_TODAY'] ? new Date(today.getTime() + Date.now() - since) : new Date()).toISOString();
const tillFile = `till-${today.toISOString().slice(0, 10)}.csv`;
if (!existsSync(made)) {
  const client = new pg.Client({ connectionString: shopUrl });
  await client.connect();
  await client.query('drop schema if exists public cascade; create schema public');
  await client.end();
  await fillShop(shopUrl, people, today);
  const messages = await fillMailbox(mailbox, people, today);
  await fillOffice(join(folder, 'office'), people, today);
  fillRides(join(folder, 'rides'), people, today);
  await fillPrivacyMailbox(join(folder, 'privacy-mailbox'), people, today);
  writeTillFiles();
  writeFileSync(made, JSON.stringify({ seed, people: people.length, messages, today: today.toISOString() }));
}

const newsletter = await startNewsletter(
  {
    port: ports.newsletter,
    token: need('STANDINS_NEWSLETTER_TOKEN'),
    file: join(folder, 'newsletter.json'),
    bookendUrl: need('STANDINS_BOOKEND_URL'),
    checksUrl: need('STANDINS_CHECKS_URL'),
    webhookSecret: need('STANDINS_WEBHOOK_SECRET'),
    bookendKey: need('STANDINS_BOOKEND_KEY'),
    now,
  },
  contactsOf(people),
);
const mail = await startMail({ smtpPort: ports.smtp, pagePort: ports.mailPage, folder: join(folder, 'mail') });
startLoyalty(join(folder, 'tills'));
const mailboxFails = mailboxFailures(mailbox);
startSites({ port: Number(need('STANDINS_SITE_PORT')), bookendUrl: need('STANDINS_BOOKEND_URL') });
startSignIn({ port: Number(need('STANDINS_SIGN_IN_PORT')), shopUrl, secret: need('STANDINS_SIGN_IN_SECRET') });
const shopFails = shopFailures(shopUrl);

/** What each outside system can be told to do wrong, as far as it fits it. */
const FAILURES: Record<string, { modes: readonly string[]; set(mode: string, times: number): void | Promise<void> }> = {
  newsletter: { modes: NEWSLETTER_FAILURES, set: (mode, times) => newsletter.fail(mode as Failure, times) },
  shop: { modes: SHOP_FAILURES, set: (mode) => shopFails.set(mode as ShopFailure) },
  mailbox: { modes: MAILBOX_FAILURES, set: (mode) => mailboxFails.set(mode as MailboxFailure) },
  mail: { modes: MAIL_FAILURES, set: (mode, times) => mail.fail(mode as MailFailure, times) },
  tills: { modes: TILL_FAILURES, set: (mode) => failTills(join(folder, 'till-drop'), tillFile, mode as TillFailure) },
};

// Where a test or a curious visitor says how a system misbehaves.
createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://control');
  const [, what, mode = 'none'] = url.pathname.split('/');
  const times = Number(url.searchParams.get('times') ?? 1_000_000);
  const run = async () => {
    if (what === 'made') return readFileSync(made, 'utf8');
    if (what === 'deliver') return deliver();
    if (!what)
      return JSON.stringify(Object.fromEntries(Object.entries(FAILURES).map(([name, { modes }]) => [name, modes])));
    const failure = FAILURES[what];
    if (!failure?.modes.includes(mode))
      throw new Error(failure ? `${what} can be told: ${failure.modes.join(', ')}` : `nothing here is called ${what}`);
    await failure.set(mode, times);
    return JSON.stringify({ what, mode });
  };
  run().then(
    (text) => response.writeHead(200, { 'content-type': 'application/json' }).end(text),
    (error: Error) => response.writeHead(404).end(error.message),
  );
}).listen(ports.control, '127.0.0.1', () => console.log(JSON.stringify({ ready: 'stand-ins', ...ports })));

function contactsOf(all: readonly WorldPerson[]): Contact[] {
  const random = seeded(23);
  return all
    .filter(({ story, n }) => (story && story !== 'gone') || n % 3 === 0)
    .filter((person, i, list) => list.findIndex((other) => other.email === person.email) === i)
    .map((person) => ({
      id: `c_${String(100_000 + person.n)}`,
      email: person.email,
      name: `${person.givenName} ${person.familyName}`,
      phone: person.story ? person.phone : null,
      country: person.country,
      subscribed: person.story !== null || random.chance(0.8),
      created_at: new Date(today.getTime() - random.int(900) * 86_400_000).toISOString(),
      opens: random.int(40),
    }));
}

/** The afternoon's file into the folder that is watched. */
function deliver(): string {
  const watched = join(folder, 'tills', 'drop');
  mkdirSync(watched, { recursive: true });
  const day = today.toISOString().slice(0, 10);
  const name = `till-${day}-afternoon.csv`;
  writeFileSync(join(watched, name), nightlyFile(people, day, 431, [], 12).replaceAll(/^T/gm, 'P'));
  return JSON.stringify({ delivered: name });
}

function writeTillFiles(): void {
  const drop = join(folder, 'till-drop');
  mkdirSync(drop, { recursive: true });
  const day = today.toISOString().slice(0, 10);
  const sign = (story: string, n: number, purpose: string, tick: TillSign['tick']): TillSign => ({
    id: `T${day.replaceAll('-', '')}-9${String(n).padStart(3, '0')}`,
    on: day,
    person: byStory(people, story),
    purpose,
    tick,
  });
  const before = new Date(today.getTime() - 86_400_000 * 21).toISOString().slice(0, 10);
  const file = nightlyFile(people, day, 99, [
    sign('drift', 1, 'newsletter', 'W'),
    { ...sign('gone', 2, 'newsletter', 'J'), on: before },
    sign('formula', 3, 'newsletter', 'J'),
  ]);
  const broken = [
    `T-BAD-1;${day};Aarhus;L-1;Ann;"Open;a@mail.example;;DK;newsletter;J`,
    `T-BAD-2;2026-02-30;Aarhus;L-2;Ann;Day;ann.day@mail.example;;DK;newsletter;J`,
    `T-BAD-3;${day};Aarhus;L-3;Ann;Purpose;ann.p@mail.example;;DK;moon-travel;J`,
    `T-BAD-4;${day};Aarhus;L-4;Ann;Tick;ann.t@mail.example;;DK;newsletter;X`,
  ].join('\r\n');
  writeFileSync(join(drop, tillFile), `${file}${broken}\r\n`);
}
