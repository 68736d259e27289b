import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { uploadImport } from './support/journeys';
import {
  api,
  go,
  holds,
  launch,
  newsletterFlag,
  press,
  query,
  seen,
  signedIn,
  textOf,
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

interface Send {
  sent: string[];
  leftOut: { email: string; standing: string }[];
  failed: number;
}
/** Permission checks of the newsletter service, ever: the demo asked on the days before. */
const checksCounted = async () =>
  Number(
    (
      await query<{ n: string }>(
        WORLD.database,
        "select coalesce(sum(permitted + refused), 0) as n from permission_counts where system_id = 'sys_newsletter'",
      )
    )[0]!.n,
  );

const send = async () =>
  (await (
    await fetch(`${WORLD.newsletter}/send`, { method: 'POST', headers: { accept: 'application/json' } })
  ).json()) as Send;
const RASMUS = 'rasmus.dahl@brev.example';

test('till file → standing changes → the next send leaves the person out', async () => {
  const before = await send();
  expect(before.sent).toContain(RASMUS);
  expect(before.failed).toBe(0);

  await go(page, '/ledger/imports');
  await uploadImport(page, join(WORLD.tillDrop, readdirSync(WORLD.tillDrop)[0]!));
  await seen(page, /This is what would happen/);
  await seen(page, 'J, N, W are known');
  const preview = await textOf(page);
  expect(preview).toMatch(/47 lines/);
  expect(preview).toMatch(/1 suppressed/);
  expect(preview).toMatch(/4 quarantined/);
  for (const why of [
    'quotes in this line do not close',
    'must be a day that exists',
    'moon-travel',
    'J, N, W are known',
  ])
    expect(preview).toContain(why);
  const countedBefore = await checksCounted();
  // A dry run: the send still goes to him.
  expect((await send()).sent).toContain(RASMUS);

  await press(page, /^Take in 47 lines/);
  await seen(page, /· finished/);
  await seen(page, 'Did not simply go in');

  const after = await send();
  expect(after.sent).not.toContain(RASMUS);
  expect(after.leftOut).toContainEqual(expect.objectContaining({ email: RASMUS, standing: 'withdrawn' }));
  await go(page, WORLD.newsletter);
  expect(await textOf(page)).toContain(RASMUS);
  // Whether senders ask at all can be seen.
  await until('the checks are counted', async () => (await checksCounted()) > countedBefore);
  await go(page, '/ledger/audiences');
  await holds(page, 'the service is named', () =>
    [...document.querySelectorAll<HTMLElement>('section[aria-labelledby=asked] tr')].some((row) =>
      /Newsletter service/.test(row.innerText),
    ),
  );
}, 240_000);

test('the newsletter service still believes in a yes → drift → put right → the audience check refuses', async () => {
  const flag = async () => (await newsletterFlag(RASMUS))?.subscribed;
  expect(await flag()).toBe(true);
  // Only what she looks for: others have left differences of their own.
  await go(page, '/ledger/drift?system=sys_newsletter&direction=looser');
  await press(page, 'Compare every system now');
  await holds(page, 'the difference is listed', () =>
    [...document.querySelectorAll('section[aria-label=Differences] [role=row]')].some(
      (row) =>
        (row as HTMLElement).innerText.includes('Rasmus Dahl') &&
        (row as HTMLElement).innerText.includes('Newsletter service'),
    ),
  );
  const rowText = () =>
    page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('section[aria-label=Differences] [role=row]')]
        .filter((row) => row.innerText.includes('Rasmus Dahl') && row.innerText.includes('Newsletter service'))
        .map((row) => row.innerText)
        .join('\n'),
    );
  expect(await rowText()).toMatch(/withdrawn since 24 Nov 2026\s+permits/);
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('section[aria-label=Differences] [role=row]')]
      .find((row) => row.innerText.includes('Rasmus Dahl') && row.innerText.includes('Newsletter service'))!
      .querySelector('button')!
      .click(),
  );
  await press(page, 'Put it right');
  await holds(
    page,
    'the difference is gone',
    () =>
      ![...document.querySelectorAll<HTMLElement>('section[aria-label=Differences] [role=row]')].some(
        (row) => row.innerText.includes('Rasmus Dahl') && row.innerText.includes('Newsletter service'),
      ),
  );
  expect(await flag()).toBe(false);
  await seen(page, /From a no to the last system that follows it: median/);

  await go(page, '/ledger/audiences');
  const list = join(mkdtempSync(join(tmpdir(), 'bookend-list-')), 'november.csv');
  writeFileSync(list, `email\n${RASMUS}\nmette@mail.example\nnobody@nowhere.example\nnot an address\n`);
  await (await page.$('section[aria-labelledby=ask] input[type=file]'))!.uploadFile(list);
  await press(page, 'Ask about every address');
  await seen(page, 'november.csv');
  await holds(page, 'the file is finished', () =>
    [...document.querySelectorAll<HTMLElement>('tr')].some(
      (row) => row.innerText.includes('november.csv') && row.innerText.includes('finished'),
    ),
  );
  const href = await page.$eval('a[href$="result.csv"]', (link) => link.href);
  const csv = await page.evaluate(async (address) => (await fetch(address)).text(), href);
  const line = (who: string) => csv.split(/\r?\n/).find((one) => one.includes(`,${who},`)) ?? '';
  expect(line(RASMUS)).toMatch(/,no,withdrawn/);
  expect(line('mette@mail.example')).toMatch(/,yes,granted/);
  expect(line('nobody@nowhere.example')).toMatch(/,no,/);
  expect(line('not an address')).toMatch(/,no,/);
}, 300_000);

test('the same file again records nothing', async () => {
  await go(page, '/ledger/imports');
  await uploadImport(page, join(WORLD.tillDrop, readdirSync(WORLD.tillDrop)[0]!));
  await seen(page, /● 0 recorded/);
});

test('one person: identifiers, standing with its reason, choices through time, and how it was before', async () => {
  for (const words of ['rasmus.dahl@brev.example', '10 55 66 77', 'Rasmus Dahl', '48215']) {
    // A fresh page each time: what the search before it found is not to be taken for this one's.
    await go(page, '/people');
    await page.type('input[type=search]', words);
    await page.keyboard.press('Enter');
    await holds(page, 'the person is found', () =>
      [...document.querySelectorAll('main a')].some((link) => link.textContent === 'Rasmus Dahl'),
    );
  }
  await press(page, 'Rasmus Dahl');
  await seen(page, 'Withdrew on Tue 24 Nov 2026');
  expect(page.url()).not.toContain('rasmus');
  await go(page, `${page.url()}?on=2026-11-22`);
  await seen(page, 'Standing on Sun 22 Nov 2026');
  expect(await textOf(page)).toMatch(/Newsletter by e-mail\s+granted\s+yes/);
});

test('the ledger verifies on the page; a changed answer is named', async () => {
  await go(page, '/ledger');
  await press(page, 'Verify the ledger');
  await seen(page, /✓ Verified .* choices agree with the signed head/);
  const [row] = await query<{ id: string; folio: number; leaf_index: number; answer: string }>(
    WORLD.database,
    "select id, folio, leaf_index, answer from choices where answer = 'withdraw' limit 1",
  );
  const set = (answer: string) =>
    query(
      WORLD.database,
      `do $$ begin set local session_replication_role = 'replica'; update choices set answer = '${answer}' where id = '${row!.id}'; end $$`,
    );
  await set('grant');
  await press(page, 'Verify the ledger');
  await seen(page, `Folio ${row!.folio}, leaf ${row!.leaf_index}: the choice was altered.`);
  await set(row!.answer);
  await press(page, 'Verify the ledger');
  await seen(page, /✓ Verified/);
}, 300_000);

test('the shop’s API call: recorded, duplicate, and the same answer for the same key', async () => {
  const choice = {
    occurredAt: '2026-11-20T09:14:03+01:00',
    identifiers: [{ kind: 'email', value: 'new.person@mail.example' }],
    purpose: 'newsletter',
    answer: 'grant',
    externalId: 'evt_e2e_1',
  };
  const first = await api('/choices', choice, WORLD.shopKey, { 'idempotency-key': 'k1' });
  expect(first).toMatchObject({ status: 200, body: { status: 'recorded' } });
  expect((await api('/choices', choice, WORLD.shopKey, { 'idempotency-key': 'k1' })).body).toEqual(first.body);
  expect(
    (await api('/choices', { ...choice, answer: 'refuse' }, WORLD.shopKey, { 'idempotency-key': 'k1' })).status,
  ).toBe(409);
  expect((await api('/choices', { choices: [choice, { ...choice, answer: 'refuse' }] })).body).toMatchObject({
    results: [{ status: 'duplicate' }, { status: 'conflict' }],
  });
  expect(
    (await api('/standing', { identifier: { kind: 'email', value: 'new.person@mail.example' }, purpose: 'newsletter' }))
      .body,
  ).toMatchObject({ permitted: false, reasons: [expect.anything()] });
});
