import type { Browser, Page } from 'puppeteer-core';
import { judgeEachByKey, outsider } from './support/journeys';
import { actByKey, byPalette, chooseByKey, focused, nextAct, tabTo, typeByKey, withoutMouse } from './support/keyboard';
import { at, go, launch, mailTo, query, seen, signedIn, textOf, until, wait, WORLD } from './support/world';

let browser: Browser;
let page: Page & { complaints: string[] };
beforeAll(async () => {
  browser = await launch();
  page = withoutMouse(await signedIn(browser, 'signe'));
});
afterAll(() => browser.close());

interface Customer {
  email: string;
  first_name: string;
  last_name: string;
}
const customer = async (nth: number) =>
  (
    await query<Customer>(
      WORLD.shop,
      `select email, first_name, last_name from customers
        where country = 'DK' and email not like '%familien%' order by id desc offset $1 limit 1`,
      [nth],
    )
  )[0]!;

/** From the desk: the palette, the form, the document; the trace is the next act then. */
async function openAndProve(who: Customer, right: string): Promise<string> {
  await go(page, '/desk');
  await byPalette(page, 'Open a request');
  await at(page, '/requests/new');
  await chooseByKey(page, 'Right', right);
  await chooseByKey(page, 'How it came', 'counter');
  await typeByKey(page, 'Given name', who.first_name);
  await typeByKey(page, 'Family name', who.last_name);
  await typeByKey(page, 'E-mail', who.email);
  await actByKey(page, 'Open the request');
  await at(page, /^\/requests\/BK-/);
  const ref = new URL(page.url()).pathname.split('/').at(-1)!;
  await actByKey(page, 'A document was looked at');
  await chooseByKey(page, 'Document', 'passport');
  await chooseByKey(page, 'How it was seen', 'seen in person');
  await actByKey(page, 'It proves who they are');
  return ref;
}

const waitsForOwners = () =>
  page.$$eval('form button', (all) => all.some((one) => one.textContent === 'Go on without'));

/** Every match is theirs, by the key; owners who are asked are not waited for; the first ground, a reason. */
async function reviewAndDecide(reason: string): Promise<void> {
  await nextAct(page, 'Start the trace');
  await seen(page, /Review \d+ group/);
  await seen(page, 'Trace again');
  await judgeEachByKey(page);
  await seen(page, 'Decide to fulfil');
  for (let n = 0; n < 3 && (await waitsForOwners()); n++) {
    await actByKey(page, /^Go on without$/);
    await actByKey(page, /^Go on without ./);
    await page.waitForSelector('[role=dialog]', { hidden: true });
    await wait(700);
  }
  await chooseByKey(page, 'Ground', /./);
  await typeByKey(page, 'Reason, in a sentence', reason);
  await actByKey(page, 'Decide to fulfil');
}

test('a whole access without a mouse: opened, proven, traced, reviewed, decided, packed, sent; and taken by the person', async () => {
  const who = await customer(21);
  const ref = await openAndProve(who, 'access');
  await reviewAndDecide('Identity is proven; nothing stands against it.');
  await nextAct(page, 'Build the pack');
  await seen(page, 'Send the pack and close');
  await nextAct(page, 'Send the pack and close');
  await actByKey(page, 'Send it and close');
  await seen(page, 'The second word');
  const secret = await page.$eval('[data-word]', (words) => words.textContent);
  await actByKey(page, 'It is noted');
  await seen(page, 'answered in time');

  const mail = await mailTo(who.email, new RegExp(`\\(${ref}\\)`));
  const link = /http:\/\/[^\s]+\/hand-over\/[\w-]+/.exec(mail.text)![0];
  const outside = withoutMouse(await outsider(browser));
  await go(outside, link);
  await outside.keyboard.press('Tab');
  await tabTo(outside, /second word|andet ord/i);
  await outside.keyboard.type(secret);
  await outside.keyboard.press('Enter');
  await seen(outside, /Download my data|Hent mine data/);
  expect(await tabTo(outside, /Download my data|Hent mine data/)).toBeLessThan(12);
}, 420_000);

test('a whole erasure without a mouse: its plan is read group by group, confirmed, carried out, recipients told, certified', async () => {
  const who = await customer(24);
  const ref = await openAndProve(who, 'erasure');
  await reviewAndDecide('Nothing needs the data any more.');
  await nextAct(page, 'Make the erasure plan');
  await seen(page, 'This cannot be undone');
  // Each place opens by Enter and says what goes and why.
  await actByKey(page, /^Web shop · customers/);
  await page.waitForSelector('[aria-label="Plan by system"] tbody tr');
  expect(await focused(page)).toMatch(/^Web shop · customers/);
  if ((await textOf(page)).includes('why is that acceptable?')) {
    await typeByKey(page, 'How many look alike', 'Only the town stays in it.').catch(() =>
      typeByKey(page, 'Only ', 'Only the town stays in it.'),
    );
  }
  await typeByKey(page, 'Reference', ref);
  await actByKey(page, /^Erase \d+ records? in \d systems?/);
  const phase = async () =>
    (
      await query<{ phase: string; state: string }>(
        WORLD.database,
        'select p.phase, p.state from plans p join requests r on r.id = p.request_id where r.ref = $1',
        [ref],
      )
    )[0]!;
  await until('the recipients are to be told, or it is over', async () =>
    ['letter', 'finished'].includes((await phase()).phase),
  );
  await go(page, `/requests/${ref}`);
  const left = () =>
    page.evaluate(
      () => [...document.querySelectorAll('button')].filter(({ innerText }) => innerText === 'They were told').length,
    );
  for (let before = await left(); before > 0;) {
    await typeByKey(page, 'How they were told', 'by letter today');
    await actByKey(page, 'They were told');
    // The next one only after this one is noted: the last of them closes the request.
    await until('it is noted', async () => (await left()) < before, 60);
    before = await left();
  }
  await until('finished', async () => (await phase()).state === 'finished', 150);
  await go(page, `/requests/${ref}`);
  await seen(page, /answered in time/);
  await tabTo(page, /certificate/i);
}, 420_000);

test('nothing complained', () => expect(page.complaints.filter((one) => !one.includes('favicon'))).toEqual([]));
