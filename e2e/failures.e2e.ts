import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { acceptAll, decideToFulfil, openAtCounter, tellRecipients, traceToEnd } from './support/journeys';
import {
  fill,
  go,
  launch,
  mails,
  misbehave,
  openRequestOf,
  press,
  query,
  seen,
  signedIn,
  until,
  WORLD,
} from './support/world';

let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'signe');
});
afterAll(() => browser.close());

/** @param before what goes wrong from now on: not before the trace that came before has ended */
async function traceAgain(before: () => Promise<void>): Promise<void> {
  await go(page, `/requests/${await openRequestOf(page, 'Thomas Marsh', 'access')}`);
  await seen(page, /Start the trace|Trace again/);
  await before();
  await press(page, /^(Start the trace|Trace again)/);
}

/** One try less than a step has: it is said for as long as can be, and succeeds at last. */
const FAILURES = 4;

describe('a system that fails during a trace is said as it is, tried again, and holds up nobody', () => {
  test('500', async () => {
    await traceAgain(() => misbehave('newsletter', '500', FAILURES));
    await seen(page, /↻ trying again Newsletter service .*The service failed with 500/);
    await seen(page, /Web shop [1-9]\d* found/);
    await seen(page, /✓ Newsletter service 1 found/);
    await seen(page, /Review \d+ group/);
  }, 240_000);

  test.each([
    ['429', /asks us to slow down/],
    ['half-page', /breaks off or is not JSON/],
    ['time-out', /Newsletter service .*did not answer in time/],
  ])(
    'the newsletter service: %s',
    async (mode, words) => {
      await traceAgain(() => misbehave('newsletter', mode, mode === 'time-out' ? 3 : FAILURES));
      await seen(page, words);
      await seen(page, /✓ Newsletter service 1 found/);
    },
    240_000,
  );

  test.each([
    ['time-out', /Web shop .*The database did not answer in time/],
    ['refused', /Web shop .*The database refuses the connection/],
  ])(
    'the shop’s database: %s',
    async (mode, words) => {
      await traceAgain(() => misbehave('shop', mode));
      await seen(page, words);
      await misbehave('shop', 'none');
      await seen(page, /✓ Web shop [1-9]\d* found/);
    },
    240_000,
  );

  test('the mailbox, held by another program: a time-out, then found', async () => {
    await traceAgain(() => misbehave('mailbox', 'time-out'));
    await seen(page, /Support mailbox .*held by another program/);
    await misbehave('mailbox', 'none');
    await seen(page, /✓ Support mailbox [1-9]\d* found/);
  }, 240_000);

  test('the mailbox stays away: it ends as failed, the rest can go on, and it can be tried again', async () => {
    await traceAgain(() => misbehave('mailbox', 'refused'));
    await seen(page, /✕ failed Support mailbox .*The mailbox is not there/);
    await seen(page, /Review \d+ group/);
    await misbehave('mailbox', 'none');
    await press(page, 'Try again');
    await seen(page, /✓ Support mailbox [1-9]\d* found/);
  }, 240_000);
});

test('what a stand-in cannot do is said', async () => {
  await expect(misbehave('tills', 'time-out')).rejects.toThrow('tills can be told: none, half-file, missing');
});

test('a till file that was cut off in the middle: the broken line is held, the rest would go in', async () => {
  await misbehave('tills', 'half-file');
  const file = readdirSync(WORLD.tillDrop)[0]!;
  const lines = readFileSync(join(WORLD.tillDrop, file), 'utf8').split('\r\n').length - 1;
  try {
    await go(page, '/ledger/imports');
    await (await page.$('input[type=file]'))!.uploadFile(join(WORLD.tillDrop, file));
    await press(page, 'Try it out');
    await seen(page, new RegExp(`${lines} lines. This is what would happen`));
    await seen(page, /1 quarantined/);
    await seen(page, /\d cells where the header has 11/);
    await misbehave('tills', 'missing');
    expect(existsSync(join(WORLD.tillDrop, file))).toBe(false);
  } finally {
    // The file is the world's: others take it in whole.
    await misbehave('tills', 'none');
  }
  expect(readFileSync(join(WORLD.tillDrop, file), 'utf8').split('\r\n').length - 1).toBeGreaterThan(lines);
});

test('mail that is not taken, or never answered, waits and goes out later', async () => {
  await misbehave('mail', '429', 2);
  const ref = await openAtCounter(
    page,
    { givenName: 'Bodil', familyName: 'Krag', email: 'bodil.krag@inbox.example' },
    'access',
  );
  await until('the confirmation is mailed', async () =>
    (await mails()).some(({ to, subject }) => to.includes('bodil.krag@inbox.example') && subject.includes(ref)),
  );
}, 240_000);

test('systems that say “done” and have not done it: the erasure waits, says so, and ends once it is true', async () => {
  const person = { givenName: 'Kirsten', familyName: 'Lindqvist', email: 'kirsten@inbox.example' };
  const ref = await openAtCounter(page, person, 'erasure');
  await traceToEnd(page);
  await acceptAll(page);
  await decideToFulfil(page, 'Nothing needs the data any more.');
  await press(page, 'Make the erasure plan');
  await seen(page, 'This cannot be undone');
  await misbehave('newsletter', 'false-done', 1);
  await misbehave('shop', 'false-done');
  await misbehave('mailbox', 'false-done');
  await fill(page, 'Reference', ref);
  await press(page, /^Erase \d+ records in \d systems/);
  await seen(page, /Web shop: says that \w+ \d+ is done, but it is not/);
  await misbehave('shop', 'none');
  // The mailbox brings messages back after they were seen gone: only the second trace finds out.
  await seen(page, /The proof still finds \d+ records?: messages/);
  expect(
    await query(
      WORLD.database,
      "select 1 from letters l join requests r on r.id = l.request_id where r.ref = $1 and l.template = 'erasure-answer'",
      [ref],
    ),
  ).toEqual([]);
  await misbehave('mailbox', 'none');
  await tellRecipients(page);
  await seen(page, 'answered in time');
  const newsletter = (await (await fetch(`${WORLD.newsletter}/_state`)).json()) as { contacts: { email: string }[] };
  expect(newsletter.contacts.some(({ email }) => email === person.email)).toBe(false);
  expect(await query(WORLD.shop, 'select 1 from customers where email = $1', [person.email])).toEqual([]);
}, 300_000);
