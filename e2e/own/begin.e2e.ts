import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { ImapFlow } from 'imapflow';
import mysql from 'mysql2/promise';
import type { Browser, Page } from 'puppeteer-core';
import sharp from 'sharp';
import { acceptAll, decideToFulfil, outsider, traceToEnd } from '../support/journeys';
import * as world from '../support/world';
import { at, go, launch, mailTo, query, seen, textOf, until, WORLD } from '../support/world';

// An organisation begins: nobody works here yet, no system is known, no file or variable is touched. A pottery with a shop on MariaDB
// and a mailbox on a mail server, both filled here.

interface Own {
  /** Where the first administrator begins. */
  first: string;
  data: string;
  root: string;
  metrics: string;
  mariadb: string;
  imap: { port: number; password: string };
  smtpPort: number;
}

const OWN = JSON.parse(process.env['OWN_WORLD']!) as Own;
const PASSWORD = 'a kettle sings at noon';
const DORTHE = 'dorthe@thornbury.example';
const ASTA = 'asta@thornbury.example';
const METTE = 'mette@mail.example';

/** What a person does: a field that is filled, a thing that is chosen, a button that is pressed, a page that is opened. */
let acts = 0;
const counted =
  <A extends unknown[], T>(act: (...given: A) => Promise<T>) =>
  (...given: A): Promise<T> => {
    acts++;
    return act(...given);
  };
const fill = counted(world.fill);
const press = counted(world.press);
const choose = counted(world.choose);
const pick = counted(world.pick);
const open = counted(go);

let browser: Browser;
let admin: Page;
let asta: Page;
let shop: string;

beforeAll(async () => {
  await fillShop();
  await fillMailbox();
  browser = await launch();
  admin = await outsider(browser);
  asta = await outsider(browser);
}, 120_000);
afterAll(() => browser.close());

async function fillShop(): Promise<void> {
  const connection = await mysql.createConnection({ uri: OWN.mariadb, multipleStatements: true });
  await connection.query(`drop database if exists pottery; create database pottery; use pottery;
    create table customers (id int auto_increment primary key, first_name varchar(60), last_name varchar(60),
      email varchar(120), phone varchar(40));
    create table orders (id int auto_increment primary key, customer_id int not null, placed_on date, total decimal(8,2),
      foreign key (customer_id) references customers (id));
    insert into customers (first_name, last_name, email, phone) values
      ('Mette', 'Holmgaard', '${METTE}', '10 12 34 56'), ('Bo', 'Lund', 'bo@inbox.example', null);
    insert into orders (customer_id, placed_on, total) values (1, '2026-03-02', 48.00), (2, '2026-03-03', 12.00);`);
  await connection.end();
  shop = Object.assign(new URL(OWN.mariadb), { pathname: '/pottery' }).toString();
}

async function fillMailbox(): Promise<void> {
  const client = new ImapFlow({
    host: '127.0.0.1',
    port: OWN.imap.port,
    secure: false,
    doSTARTTLS: false,
    auth: { user: 'pottery', pass: OWN.imap.password },
    logger: false,
  });
  await client.connect();
  const message = (from: string, text: string) =>
    `From: ${from}\r\nTo: shop@thornbury.example\r\nSubject: A bowl\r\nDate: Mon, 2 Mar 2026 09:00:00 +0000\r\n\r\n${text}\r\n`;
  await client.append('INBOX', message(`Mette Holmgaard <${METTE}>`, 'Is the blue one still there?'));
  await client.append('INBOX', message('Bo Lund <bo@inbox.example>', 'Thanks for the cup.'));
  await client.logout();
}

const kind = (label: string) => {
  acts++;
  return admin.evaluate(
    (words) =>
      [...document.querySelectorAll('[role=radiogroup] label')]
        .find((one) => one.textContent.startsWith(words))!
        .querySelector('input')!
        .click(),
    label,
  );
};

/** Confirms what was proposed of every collection, and lets traces go there. */
async function confirmAndSwitchOn(name: string): Promise<void> {
  await press(admin, /^Confirm \d/);
  await seen(admin, 'every field with a sign of a person is confirmed');
  await press(admin, 'Switch it on');
  await seen(admin, `${name} is searched from now on`);
}

test('from an empty machine to a sent answer, over a shop on MariaDB and a mailbox on a mail server', async () => {
  const began = Date.now();
  // Nobody is let in anywhere before it was said whose this is.
  await go(admin, '/ask');
  await seen(admin, 'Not begun yet');

  // 1. The first administrator.
  await open(admin, OWN.first);
  await world.press(admin, 'Begin');
  await seen(admin, 'How do colleagues call you?');
  await fill(admin, 'Your name', 'Dorthe Lund');
  await fill(admin, 'Your e-mail', DORTHE);
  await fill(admin, 'Password', PASSWORD);
  await fill(admin, 'Name', 'Thornbury Pottery');
  await fill(admin, 'Address', 'Kiln Lane 2, Thornbury');
  await fill(admin, 'Contact address', 'privacy@thornbury.example');
  await pick(admin, 'Established in', 'Denmark');
  await press(admin, 'Begin');
  await at(admin, '/setup');
  await seen(admin, '3 of the open ones are needed');

  // 2. Outgoing mail, seen to arrive.
  await press(admin, 'Connect outgoing mail');
  await fill(admin, 'Mail server', '127.0.0.1');
  await fill(admin, 'Port', String(OWN.smtpPort));
  await choose(admin, 'Encryption', 'none');
  await press(admin, 'Save');
  await seen(admin, 'Saved; it holds from now on');
  await press(admin, 'Send me a message');
  const proof = await mailTo(DORTHE, /whether mail arrives/);
  await fill(admin, 'Word from the message', /asked for it: (\w+)/.exec(proof.text)![1]!);
  await press(admin, 'It arrived');
  await seen(admin, 'seen to,');

  // 3. Where systems may lie.
  await open(admin, '/setup/network');
  await fill(admin, 'Where systems may lie', '127.0.0.1');
  await press(admin, 'Save');
  await seen(admin, 'Changed once');

  // 4. A colleague who works on requests.
  await open(admin, '/setup/colleagues');
  await fill(admin, 'Name', 'Asta Rask');
  await fill(admin, 'E-mail', ASTA);
  await press(admin, 'Invite');
  await seen(admin, 'The invitation to Asta Rask is on its way');
  const invitation = await mailTo(ASTA, /invites you/);
  await open(asta, /http:\/\/\S+\/welcome\/\S+/.exec(invitation.text)![0]);
  // What goes wrong is tried too, and is not counted.
  await world.fill(asta, 'Password', 'short');
  await world.press(asta, 'Choose it');
  await seen(asta, 'At least 12 characters');
  await fill(asta, 'Password', 'clay before breakfast');
  await press(asta, 'Choose it');
  await at(asta, '/desk');

  // 5. Two systems, each tried before it is kept.
  await open(admin, '/systems/new');
  await kind('MySQL or MariaDB database');
  await fill(admin, 'Name', 'Shop');
  await world.fill(admin, 'Address', shop.replace(/:[^:@]+@/, ':wrong@'));
  await world.press(admin, 'Try to reach it');
  await seen(admin, 'The database answers and turns us away.');
  await fill(admin, 'Address', shop);
  await press(admin, 'Add the system');
  await at(admin, /^\/systems\/sys_/);
  await seen(admin, 'values are e-mail addresses');
  await confirmAndSwitchOn('Shop');
  await open(admin, '/systems/new');
  await kind('Mailbox on a mail server');
  await fill(admin, 'Name', 'Post');
  await fill(admin, 'Mail server', '127.0.0.1');
  await fill(admin, 'Port', String(OWN.imap.port));
  await fill(admin, 'Encryption', 'none');
  await fill(admin, 'User', 'pottery');
  await fill(admin, 'Password', OWN.imap.password);
  await press(admin, 'Add the system');
  await at(admin, /^\/systems\/sys_/);
  await confirmAndSwitchOn('Post');

  // 6. A person asks; what they do is not the office’s work, and is not counted.
  const mette = await outsider(browser);
  await go(mette, '/ask?lang=en');
  await mette.evaluate(() => document.querySelector<HTMLElement>('input[value=access]')!.click());
  await world.fill(mette, 'Given name', 'Mette');
  await world.fill(mette, 'Family name', 'Holmgaard');
  await world.fill(mette, 'E-mail', METTE);
  await world.press(mette, 'Send my request');
  await seen(mette, 'We have your request');
  const ref = /BK-\d{4}-\d{5}/.exec(await textOf(mette))![0];

  // 7. The coordinator answers: who it is, what there is, what is decided, what is sent.
  await open(asta, `/requests/${ref}`);
  // Nothing of hers is on file yet to which a code could go.
  await press(asta, 'A document was looked at');
  await choose(asta, 'Document', 'passport');
  await choose(asta, 'How it was seen', 'seen in person');
  await press(asta, 'It proves who they are');
  acts++;
  await traceToEnd(asta);
  const found = await textOf(asta);
  expect(found).toMatch(/✓ Shop \d+ found/);
  expect(found).toMatch(/✓ Post \d+ found/);
  acts++;
  await acceptAll(asta);
  acts += 3;
  await decideToFulfil(asta, 'It is her; nothing stands against it.');
  // Nobody has said yet what the register has to say of these systems: the letter says so.
  await press(asta, 'Build it, saying what is missing');
  await press(asta, 'Send the pack and close');
  await press(asta, 'Send it and close');
  await seen(asta, 'The second word');
  await press(asta, 'It is noted');
  await seen(asta, 'answered in time');
  const answer = await mailTo(METTE, /Your data is ready/);
  expect(answer.text).toContain('/hand-over/');

  const minutes = (Date.now() - began) / 60_000;
  console.log(`an own installation to its first answer: ${acts} acts, ${minutes.toFixed(1)} minutes`);
  expect(acts).toBeGreaterThan(40);
  expect(acts).toBeLessThan(60);
}, 420_000);

test('each process that is killed is started again, and nothing is lost by it', async () => {
  const processes = async () =>
    (
      (await (await fetch(`${OWN.metrics}/health`)).json()) as {
        processes: { name: string; pid: number; isAlive: boolean; restarts: number }[];
      }
    ).processes;
  const before = await processes();
  expect(before.map(({ name }) => name).sort()).toEqual(['checks', 'web', 'worker']);
  for (const { pid } of before) process.kill(pid, 'SIGKILL');
  await until('all run again', async () => {
    const now = await processes();
    return now.every(({ isAlive, restarts, pid }) => isAlive && restarts > 0 && !before.some((one) => one.pid === pid));
  });
  await until(
    'the pages answer',
    async () => (await fetch(`${WORLD.address}/sign-in`).catch(() => null))?.status === 200,
  );
  await go(asta, '/requests?state=closed');
  await seen(asta, 'Mette Holmgaard');
  const figures = await (await fetch(`${OWN.metrics}/metrics`)).text();
  expect(figures).toMatch(/bookend_restarts\{process="worker"\} [1-9]/);
  expect(figures).toMatch(/bookend_requests_open 0/);
}, 180_000);

test('letters and pages bear the logo, the colour and the languages of the organisation', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'bookend-logo-')), 'kiln.webp');
  await sharp({ create: { width: 640, height: 200, channels: 3, background: '#803010' } }).toFile(file);
  await go(admin, '/setup/brand');
  await (await admin.$('input[type=file]'))!.uploadFile(file);
  await admin.waitForSelector('img[alt="Logo as people see it"]');
  await world.fill(admin, 'Colour', '#ffd000');
  await world.press(admin, 'Save');
  await seen(admin, 'Too light to be read on paper');
  await world.fill(admin, 'Colour', '#803010');
  await world.fill(admin, 'Languages', 'nl, en');
  await world.press(admin, 'Save');
  await seen(admin, 'it holds from now on');
  const person = await outsider(browser);
  // Another process may hear of it a moment later.
  await until('the page bears it', async () => {
    await go(person, '/ask?lang=da');
    return (await person.$('img[alt="Thornbury Pottery"]')) !== null;
  });
  expect(await person.$$eval('nav[aria-label] a[lang]', (links) => links.map((link) => link.lang))).toEqual(['en']);
  expect(await person.$eval('html', (html) => html.lang)).toBe('nl');
  await go(admin, '/setup/brand');
  await world.press(admin, 'Changed once');
  await seen(admin, 'a picture');
}, 60_000);

describe('at the server', () => {
  const bookend = async (...args: string[]) => {
    const { stdout, stderr } = await promisify(execFile)(join(OWN.root, 'bookend'), args, {
      env: { ...process.env, BOOKEND_DATA: OWN.data },
    }).catch((error: { stdout: string; stderr: string }) => error);
    return `${stdout}${stderr}`;
  };

  test('a way in is made when nobody else can make one; nobody begins a second time', async () => {
    expect(await bookend('user', 'first')).toContain('Somebody works here already');
    const list = await bookend('user', 'list');
    expect(list).toMatch(/asta@thornbury\.example\s+Asta Rask\s+coordinator\s+active/);
    const link = /http\S+\/welcome\/\S+/.exec(await bookend('user', 'reset', ASTA))![0];
    const other = await outsider(browser);
    await go(other, link);
    await seen(other, 'Another password');
    expect(await bookend('user', 'invite', 'x@thornbury.example', 'X', 'king')).toContain('no such role: king');
    expect(await bookend('user', 'reset', 'nobody@thornbury.example')).toContain('There is no such thing');
  }, 180_000);

  test('a second start is refused, with what to do', async () => {
    expect(await bookend('start')).toContain('Bookend runs already');
  });

  test('status tells what runs and how it is; a backup was made by itself', async () => {
    const said = await bookend('status');
    expect(said).toMatch(/health +ok/);
    expect(said).toMatch(/last backup +\d{4}-\d\d-\d\dT/);
    expect(said).toMatch(/queue +\d+ waiting/);
  });

  test('an update makes a backup first, and what was there is there after it; the keeper may have been killed', async () => {
    const { pid } = JSON.parse(readFileSync(join(OWN.data, 'state.json'), 'utf8')) as { pid: number };
    process.kill(pid, 'SIGKILL');
    const said = await bookend('update');
    expect(said).toContain('making a backup');
    expect(said).toContain('Bookend is ready');
    const requests = await query<{ n: number }>(WORLD.database, 'select count(*)::int as n from requests');
    expect(requests[0]!.n).toBe(1);
    const backups = readdirSync(join(OWN.data, 'backups'));
    expect(backups.some((name) => name.startsWith('before-update'))).toBe(true);
  }, 240_000);
});
