import { resolve } from 'node:path';
import pg from 'pg';
import type { Browser, Page } from 'puppeteer-core';
import { at, choose, fill, go, launch, press, query, seen, signedIn, WORLD } from './support/world';

// A database that no part of Larkmere knows: its own words, in a schema of its own.
const CLUB = `
  create schema club;
  create table club.members (no serial primary key, who text, reach text, notes text);
  create table club.rides (id serial primary key, member int references club.members, place text);
  insert into club.members (who, reach, notes) values ('Mette Holmgaard', 'mette@mail.example', null), ('Bo Lund', 'bo@inbox.example', 'came along with mette@mail.example to the autumn ride in Randers');
  insert into club.rides (member, place) values (1, 'Samsø');
`;

/** Of whom one record is there, and a mention beside it. */
const TEST_PERSON = 'bo@inbox.example';

let browser: Browser;
let page: Page & { complaints: string[] };
let address: string;
beforeAll(async () => {
  await query(WORLD.database, 'drop database if exists riding_club with (force)');
  await query(WORLD.database, 'create database riding_club');
  const url = new URL(WORLD.database);
  url.pathname = '/riding_club';
  address = url.toString();
  const client = new pg.Client({ connectionString: address });
  await client.connect();
  await client.query(CLUB);
  await client.end();
  browser = await launch();
  page = await signedIn(browser, 'ib');
});
afterAll(() => browser.close());

const kind = (label: string) =>
  page.evaluate(
    (words) =>
      [...document.querySelectorAll('[role=radiogroup] label')]
        .find((one) => one.textContent.startsWith(words))!
        .querySelector('input')!
        .click(),
    label,
  );
const confirmAll = async (collection: string) => {
  await page.evaluate(
    (name) =>
      [
        ...document
          .getElementById(
            [...document.querySelectorAll('button[aria-controls]')]
              .find((one) => one.textContent.includes(name))!
              .getAttribute('aria-controls')!,
          )!
          .querySelectorAll('button'),
      ]
        .find((one) => one.textContent.startsWith('Confirm'))!
        .click(),
    collection,
  );
};

test('an administrator adds a database that nobody here designed: tried, read, confirmed, switched on', async () => {
  await go(page, '/systems');
  await press(page, 'Add a system');
  await seen(page, 'What is it?');
  await kind('PostgreSQL database');
  await fill(page, 'Name', 'Riding club');
  await fill(page, 'Owner', 'Bo Iversen');
  await fill(page, 'Owner’s address', 'bo@larkmere.example');
  await fill(page, 'Address', address.replace(/:[^:@]+@/, ':wrong@'));
  await press(page, 'Try to reach it');
  await seen(page, 'The database answers and turns us away.');
  await fill(page, 'Address', address);
  await press(page, 'Try to reach it');
  await seen(page, 'It answers: 2 collections with 7 fields.');
  await press(page, 'Add the system');
  await at(page, /^\/systems\/sys_/);
  // It was read when it was added.
  await seen(page, '2 of 2 values are e-mail addresses');
  await choose(page, 'club.members who holds', 'full name');
  await choose(page, 'club.members notes holds', 'free text');
  await confirmAll('club.members');
  await seen(page, 'every field with a sign of a person is confirmed');
  // Before it is switched on, a test person is looked for.
  await fill(page, 'E-mail of a test person', 'not an address');
  await page.keyboard.press('Enter');
  await seen(page, 'That is no e-mail address');
  await fill(page, 'E-mail of a test person', TEST_PERSON);
  await page.keyboard.press('Enter');
  await seen(page, 'Found: 1 in club.members');
  await page.click('label ::-p-text(Every trace goes there)');
  await press(page, 'Keep it so');
  await seen(page, 'Riding club is searched from now on');
  expect(page.complaints).toEqual([]);
  const [row] = await query<{ is_traced: boolean; connection_sealed: Buffer }>(
    WORLD.database,
    "select is_traced, connection_sealed from systems where name = 'Riding club'",
  );
  expect(row!.is_traced).toBe(true);
  expect(row!.connection_sealed.includes('riding_club')).toBe(false);
});

test('its register is said once, and stands among the systems', async () => {
  await page.evaluate(() =>
    (
      [...document.querySelectorAll('tr')]
        .find((row) => row.cells[0]?.textContent === 'club.members' && row.querySelector('button[aria-expanded]'))!
        .querySelector('button[aria-expanded]') as HTMLButtonElement
    ).click(),
  );
  await fill(page, 'Used for', 'running the club');
  await fill(page, 'Kept', 'one year after leaving');
  await fill(page, 'Comes from', 'you');
  await press(page, 'Say it so');
  await seen(page, 'said so in every pack from now on');
  await go(page, '/systems');
  await seen(page, 'one year after leaving');
});

test('documents of other programs are searched like anything else', async () => {
  await go(page, '/systems/new');
  await kind('Folder of files');
  await fill(page, 'Name', 'Old documents');
  await fill(page, 'Owner', 'Bo Iversen');
  await page.type('#setting-path', resolve('test/fixtures/documents'));
  await press(page, 'Add the system');
  await at(page, /^\/systems\/sys_/);
  await seen(page, /fields wait for somebody to confirm them/);
  await seen(page, 'Bemærkning');
});
