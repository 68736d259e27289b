import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { simpleParser } from 'mailparser';
import type { Browser, Page } from 'puppeteer-core';
import { acceptAll, decideToFulfil, outsider, proveByCode, tellRecipients, traceToEnd } from './support/journeys';
import {
  api,
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
  textOf,
  until,
  wait,
  WORLD,
} from './support/world';

let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'signe');
});
afterAll(() => browser.close());

const JENS = 'jens.toft@post.example';
interface Newsletter {
  contacts: { email: string }[];
  deletions: { id: string; keys: string[]; times: number }[];
}
const newsletter = async () => (await (await fetch(`${WORLD.newsletter}/_state`)).json()) as Newsletter;
/** Operations done since the test began: the demo did some of its own. */
const done = async (since = doneBefore) =>
  Number(
    (await query<{ n: string }>(WORLD.database, "select count(*) as n from operations where state = 'done'"))[0]!.n,
  ) - since;
let doneBefore = 0;

async function killAndStart(): Promise<void> {
  await fetch(`${WORLD.worker}/kill`);
  await wait(200);
  await fetch(`${WORLD.worker}/start`);
}

test('erasure from plan to certificate, with the worker killed again and again', async () => {
  doneBefore = await done(0);
  const changesBefore = (await query<{ id: string }>(WORLD.shop, 'select coalesce(max(id), 0) as id from changes'))[0]!
    .id;
  const ref = await openRequestOf(page, 'Jens Toft', 'erasure');
  await proveByCode(page, await outsider(browser), ref, JENS);
  await traceToEnd(page);
  await acceptAll(page);
  await decideToFulfil(page, 'Nothing needs the data any more.');

  // The plan: invoices within five years stay, what they hang on loses the person, the rest goes.
  await press(page, 'Make the erasure plan');
  await seen(page, 'This cannot be undone');
  const plan = await textOf(page);
  expect(plan).toMatch(/Web shop · reviews\s+✕ \d+ to erase/);
  expect(plan).toMatch(/Newsletter service · contacts\s+✕ 1 to erase/);
  for (const [place, line] of [
    ['Web shop · customers', /◐ keep apart, without their name/],
    ['Web shop · invoices', /■ keep, restricted/],
    ['Support mailbox · messages', /◐ anonymise\s+Group ride photos/],
  ] as const) {
    await press(page, place);
    await seen(page, line);
  }
  const [old] = await query<{ n: string }>(
    WORLD.shop,
    "select count(*) as n from invoices i join orders o on o.id = i.order_id join customers c on c.id = o.customer_id where c.customer_no = '48214'",
  );
  expect(Number(old!.n)).toBe(4);

  await fill(page, 'Reference', 'BK-2026-99999');
  await press(page, /^Erase \d+ records in \d systems/);
  await seen(page, `Type ${ref} exactly. Nothing was erased.`);
  expect(await done()).toBe(0);

  // The outside world misbehaves while the worker is killed: early, in the middle, and during a slow answer.
  await misbehave('newsletter', 'slow-answer', 1);
  await fill(
    page,
    'How many look alike is not known: why is that acceptable?',
    'Only the town and the words of others stay in it.',
  );
  await fill(page, 'Reference', ref);
  await press(page, /^Erase \d+ records in \d systems/);
  await until('two operations', async () => (await done()) >= 2);
  await killAndStart();
  await until('five operations', async () => (await done()) >= 5);
  await killAndStart();
  await until('the contact is being deleted', async () =>
    (await newsletter()).deletions.some(({ keys }) => keys.length > 0),
  );
  await killAndStart();
  const state = async () =>
    (
      await query<{ state: string; phase: string }>(
        WORLD.database,
        'select p.state, p.phase from plans p join requests r on r.id = p.request_id where r.ref = $1',
        [ref],
      )
    )[0]!;
  await until(
    'the proof runs',
    async () => ['proof', 'letter', 'own', 'finished'].includes((await state()).phase),
    150,
  );
  await killAndStart();
  // Whoever had received the data is told before the answer goes.
  await until('the letter waits for the recipients', async () => (await state()).phase === 'letter', 150);
  await go(page, `/requests/${ref}`);
  await tellRecipients(page);
  await until('finished', async () => (await state()).state === 'finished', 150);
  await go(page, `/requests/${ref}`);
  await seen(page, 'answered in time');

  // Each thing once: the customer of what is kept is marked as restricted, and loses the name.
  const changes = await query<{ table_name: string; row_id: number; n: string }>(
    WORLD.shop,
    "select table_name, row_id, count(*) as n from changes where id > $1 group by 1, 2 having count(*) > case when table_name = 'customers' then 2 else 1 end",
    [changesBefore],
  );
  expect(changes).toEqual([]);
  expect((await newsletter()).deletions.every(({ times, keys }) => times === 1 && new Set(keys).size === 1)).toBe(true);
  const answers = (await mails()).filter(
    ({ to, subject }) => to.includes(JENS) && subject.includes(`Vores svar: slettet delvist (${ref})`),
  );
  expect(answers.length).toBeGreaterThanOrEqual(1);
  expect(new Set(answers.map(({ messageId }) => messageId)).size).toBe(1);
  for (const words of [
    'Det er slettet',
    'Det afslår vi at slette',
    'Bogføringsloven § 12',
    'Brugen er begrænset',
    'vores pakkefirma',
    'art. 77',
  ])
    expect(answers[0]!.text).toContain(words);

  // The shop: the person gone, the invoices kept.
  const people = await query<{ email: string; first_name: string; phone: string | null }>(
    WORLD.shop,
    "select email, first_name, phone from customers where email ilike '%jens.toft%' or last_name = 'Toft' or customer_no = '48214'",
  );
  expect(people).toEqual([]);
  const kept = await query<{ billing_name: string }>(
    WORLD.shop,
    "select billing_name from invoices where billing_name = 'Jens Toft'",
  );
  expect(kept).toHaveLength(3);
  expect(await query(WORLD.shop, "select 1 from orders where ship_to ilike '%Toft%'")).toEqual([]);

  // The newsletter service and the mailbox: gone; the other customer's words intact.
  expect((await newsletter()).contacts.some(({ email }) => email === JENS)).toBe(false);
  const folder = join(WORLD.mailbox, 'cur');
  const messages = await Promise.all(
    readdirSync(folder).map(async (file) => simpleParser(readFileSync(join(folder, file)))),
  );
  expect(
    messages.filter((mail) => `${mail.text} ${mail.headers.get('from')} ${mail.headers.get('to')}`.includes('Toft')),
  ).toEqual([]);
  const jonas = messages.find(({ subject }) => subject === 'Group ride photos')!;
  expect(jonas.text).toContain('My own words stay here: the ride was splendid and the weather held.');
  expect(jonas.text).toContain('Jonas Vind');
  expect(jonas.text).not.toContain(JENS);

  // Bookend itself: nobody of that name, the keys destroyed, the ledger verifies, the address is suppressed.
  expect(
    (await api('/standing', { identifier: { kind: 'email', value: JENS }, purpose: 'newsletter' })).body,
  ).toMatchObject({ permitted: false, standing: 'erased' });
  expect(
    (
      await api('/choices', {
        occurredAt: '2026-11-01',
        identifiers: [{ kind: 'email', value: JENS }],
        purpose: 'newsletter',
        answer: 'grant',
        externalId: 'back_1',
      })
    ).body,
  ).toMatchObject({ status: 'suppressed' });
  expect(
    (
      await api('/choices', {
        occurredAt: '2026-11-24T23:00:00Z',
        identifiers: [{ kind: 'email', value: JENS }],
        purpose: 'newsletter',
        answer: 'grant',
        externalId: 'back_2',
      })
    ).body,
  ).toMatchObject({ status: 'quarantined' });
  expect(
    await query(
      WORLD.database,
      'select 1 from data_keys k join requests r on r.data_key_id = k.id where r.ref = $1 and k.wrapped is not null',
      [ref],
    ),
  ).toEqual([]);
  await go(page, '/ledger');
  await press(page, 'Verify the ledger');
  await seen(page, /✓ Verified/);

  // Certificate and residue.
  await go(page, `/requests/${ref}`);
  const pdf = await page.evaluate(async (path) => {
    const response = await fetch(path);
    return { type: response.headers.get('content-type'), size: (await response.arrayBuffer()).byteLength };
  }, `/requests/${ref}/certificate`);
  expect(pdf.type).toBe('application/pdf');
  expect(pdf.size).toBeGreaterThan(2000);
  await go(page, '/keeping');
  const keeping = await textOf(page);
  expect(keeping).toContain(ref);
  expect(keeping).toContain('Web shop · invoices');
  expect(keeping).not.toContain('Toft');
}, 480_000);
