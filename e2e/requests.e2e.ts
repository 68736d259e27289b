import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { acceptAll, decideToFulfil, judgeEachByKey, openAtCounter, outsider, traceToEnd } from './support/journeys';
import {
  at,
  choose,
  chooseSeveral,
  fill,
  go,
  gone,
  launch,
  mailTo,
  newsletterFlag,
  pick,
  press,
  query,
  seen,
  signedIn,
  textOf,
  until,
  valued,
  WORLD,
} from './support/world';

let browser: Browser;
let page: Page & { complaints: string[] };
let outside: Page;

beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'signe');
  outside = await outsider(browser);
});
afterAll(() => browser.close());

test('a message to the privacy mailbox → proposed with right, person and day → a request with its true day; the person sees how it stands', async () => {
  await go(page, '/requests/inbox');
  await seen(page, 'Indsigt i mine oplysninger');
  await seen(page, '“indsigt” is said when access is asked for.');
  await valued(page, 'receivedOn', '20/11/2026');
  await press(page, 'Open the request');
  await at(page, /^\/requests\/BK-/);
  const ref = new URL(page.url()).pathname.split('/').at(-1)!;
  await seen(page, /mail, Fri 20 Nov 2026/);
  const mail = await mailTo('.example', new RegExp(`Vi har din anmodning \\(${ref}\\)`));
  const word = /Ord: (\w{8})/.exec(mail.text)![1]!;
  await go(outside, '/status?lang=da');
  await fill(outside, 'Reference', ref);
  await fill(outside, 'Ord', 'FORKERT2');
  await press(outside, 'Se');
  await seen(outside, 'Reference og ord hører ikke sammen');
  await fill(outside, 'Ord', word);
  await press(outside, 'Se');
  await seen(outside, 'Vi har den og undersøger, hvem der spørger.');
  await go(page, '/requests/inbox');
  expect(await textOf(page)).not.toContain('Indsigt i mine oplysninger');
}, 240_000);

test('what is no request is set aside', async () => {
  await go(page, '/requests/inbox');
  await press(page, /^Velo Parts Wholesale/);
  await seen(page, 'Nothing in it says that a right is exercised.');
  await press(page, 'It is no request: set it aside');
  await gone(page, 'Velo Parts Wholesale');
});

test('the public form in Danish: what is missing is said in Danish; a withdrawal is recorded, the newsletter service follows, the answer is in Danish', async () => {
  const [person] = await query<{ email: string; first_name: string; last_name: string }>(
    WORLD.shop,
    "select email, first_name, last_name from customers where country = 'DK' and newsletter_flag and email not like '%familien%' order by id desc limit 1",
  );
  const { email, first_name: givenName, last_name: familyName } = person!;
  await go(outside, '/ask?lang=da');
  await press(outside, 'Send min anmodning');
  await seen(outside, 'Vælg, hvad du beder om.');
  await outside.evaluate(() => (document.querySelector('input[value=withdrawal]') as HTMLElement).click());
  await fill(outside, 'Fornavn', givenName);
  await fill(outside, 'Efternavn', familyName);
  await fill(outside, 'E-mail, vi må svare til', email);
  await press(outside, 'Send min anmodning');
  await seen(outside, 'Vi har din anmodning');
  const ref = /BK-2026-\d{5}/.exec(await textOf(outside))![0];

  await go(page, `/requests/${ref}`);
  await decideToFulfil(page, 'Consent can be withdrawn at any time.');
  await seen(page, 'Record it in the ledger');
  await press(page, /^Record \d+ choices? in the ledger/);
  await seen(page, 'What was done: our answer to the person');
  await until(
    'the shop follows',
    async () =>
      (
        await query<{ newsletter_flag: boolean }>(
          WORLD.shop,
          'select newsletter_flag from customers where email = $1',
          [email],
        )
      )[0]!.newsletter_flag === false,
  );
  expect((await newsletterFlag(email))?.subscribed ?? false).toBe(false);
  await press(page, 'Answer and close');
  await press(page, 'Send it and close');
  await seen(page, 'answered in time');
  const answer = await mailTo(email, new RegExp(`Vores svar på din anmodning \\(${ref}\\)`));
  expect(answer.text).toContain('Hvis du er uenig');
}, 300_000);

test('signing in at the shop shows who asks', async () => {
  const [person] = await query<{ email: string; first_name: string; last_name: string }>(
    WORLD.shop,
    "select email, first_name, last_name from customers where country = 'DK' and email not like '%familien%' order by id desc offset 3 limit 1",
  );
  await go(outside, '/ask?lang=en');
  await outside.evaluate(() => (document.querySelector('input[value=access]') as HTMLElement).click());
  await fill(outside, 'Given name', person!.first_name);
  await fill(outside, 'Family name', person!.last_name);
  await fill(outside, 'E-mail we may answer to', person!.email);
  await press(outside, 'Send my request');
  await seen(outside, 'We have your request');
  const ref = /BK-2026-\d{5}/.exec(await textOf(outside))![0];
  const word = /Word: (\w{8})/.exec((await mailTo(person!.email, new RegExp(ref))).text)![1]!;
  await go(outside, '/status?lang=en');
  await fill(outside, 'Reference', ref);
  await fill(outside, 'Word', word);
  await press(outside, 'Look');
  await press(outside, 'Sign in: Web shop');
  await outside.waitForSelector('input[name=email]');
  await outside.type('input[name=email]', person!.email);
  await outside.click('button');
  await seen(outside, 'Thank you, it is you');
  const [row] = await query<{ identity: string; identity_method: string }>(
    WORLD.database,
    'select identity, identity_method from requests where ref = $1',
    [ref],
  );
  expect(row).toEqual({ identity: 'proven', identity_method: 'shop-session' });
}, 240_000);

test('who asks again from another address is offered for joining; the older one, whose clock is nearer, answers both', async () => {
  const [newer] = await query<{ ref: string }>(
    WORLD.database,
    "select r.ref from same_people s join requests r on r.id = s.request_id where r.\"right\" = 'portability' and r.closed_at is null and s.because = 'name, birth date'",
  );
  const { ref } = newer!;
  await go(page, `/requests/${ref}`);
  await seen(page, /certain the same person \(name, birth date\) asked for the same on/);
  await press(page, 'Join them');
  await seen(page, /Joined to BK-/);
  const [row] = await query<{ outcome: string; into: string }>(
    WORLD.database,
    'select r.outcome, o.ref as into from requests r join requests o on o.id = r.joined_to where r.ref = $1',
    [ref],
  );
  expect(row!.outcome).toBe(`joined-to-${row!.into}`);
  await seen(page, `joined to ${row!.into}, which is answered for both`);
  await go(page, `/requests/${row!.into}`);
  await seen(page, `Joined with ${ref}. In their words: I asked two weeks ago`);
});

test('the owner of the card index is asked; what they hand over joins the trace and waits for a verdict', async () => {
  const ref = await openAtCounter(
    page,
    { givenName: 'Aoife', familyName: 'O’Hare', email: 'aoife.ohare@mail.example' },
    'portability',
  );
  await traceToEnd(page);
  await seen(page, /Office files \d+ found/);
  await seen(page, '1 part could not be read');
  await acceptAll(page);
  await seen(page, 'The owner of Workshop cards has until');
  const asked = await mailTo('kurt@larkmere.example', new RegExp(`Workshop cards: please help with ${ref}`));
  expect(asked.text).not.toMatch(/Aoife|O’Hare/);
  const link = /http:\/\/[^\s]+\/task\/[\w-]+/.exec(asked.text)![0];
  // A mail scanner looks and learns nothing.
  expect(await (await fetch(link)).text()).not.toContain('Aoife');
  await go(outside, link);
  await press(outside, 'Show what is asked');
  await seen(outside, 'aoife.ohare@mail.example');
  const file = join(mkdtempSync(join(tmpdir(), 'bookend-cards-')), 'cards.csv');
  writeFileSync(
    file,
    'name;e-mail;job\nAoife O’Hare;aoife.ohare@mail.example;new brakes\nJonas Vind;jonas.vind@inbox.example;bell\n',
  );
  await (await outside.$('input[type=file]'))!.uploadFile(file);
  await seen(outside, 'cards.csv: 1 record taken over');
  await fill(outside, 'Anything to say about it', 'One card.');
  await press(outside, 'That is all');
  await seen(outside, 'this link is used up now');
  await go(outside, link);
  await press(outside, 'Show what is asked');
  await seen(outside, 'has been used');

  await go(page, `/requests/${ref}`);
  await seen(page, 'answered with 1 file: “One card.”');
  expect(await textOf(page)).toContain('cards.csv · row 2');
  expect(await textOf(page)).not.toContain('Jonas Vind');
}, 300_000);

test('five hundred matches are reviewed by keys alone', async () => {
  const ref = await openAtCounter(
    page,
    { givenName: 'Anna', familyName: 'Kjær', email: 'anna.kjaer@mail.example' },
    'access',
  );
  await traceToEnd(page);
  const link = /http:\/\/[^\s]+\/task\/[\w-]+/.exec(
    (await mailTo('kurt@larkmere.example', new RegExp(`Workshop cards: please help with ${ref}`))).text,
  )![0];
  await go(outside, link);
  await press(outside, 'Show what is asked');
  await outside.waitForSelector('input[type=file]');
  // Cards that are not alike, so that none is folded.
  const words = [
    'chain',
    'bell',
    'brake',
    'saddle',
    'light',
    'lock',
    'wheel',
    'spoke',
    'pedal',
    'frame',
    'gear',
    'cable',
    'rack',
    'fender',
    'tyre',
    'tube',
  ];
  const job = (n: number) =>
    Array.from({ length: 9 }, (_, i) => `${words[(n * (i + 3) + i * i) % words.length]}${(n * 31 + i * 7) % 97}`).join(
      ' ',
    );
  const file = join(mkdtempSync(join(tmpdir(), 'bookend-cards-')), 'cards.csv');
  writeFileSync(
    file,
    ['name;e-mail;job', ...Array.from({ length: 500 }, (_, n) => `Anna Kjær;anna.kjaer@mail.example;${job(n)}`)].join(
      '\n',
    ),
  );
  await (await outside.$('input[type=file]'))!.uploadFile(file);
  await seen(outside, 'cards.csv: 500 records taken over');
  await press(outside, 'That is all');
  await seen(outside, 'used up now');

  await go(page, `/requests/${ref}`);
  const rows = await judgeEachByKey(page);
  expect(rows).toBeGreaterThan(500);
  const judged = async () =>
    Number(
      (
        await query<{ n: string }>(
          WORLD.database,
          "select count(*) as n from matches m join traces t on t.id = m.trace_id join requests r on r.id = t.request_id where r.ref = $1 and m.parent_key is null and m.verdict = 'theirs'",
          [ref],
        )
      )[0]!.n,
    );
  await until('every verdict is in the database', async () => (await judged()) === rows, 150);
  await seen(page, 'Decide to fulfil');
}, 420_000);

test('the law and the day of receipt are corrected, with what stood before beside it; what if writes nothing', async () => {
  await go(page, '/requests/new');
  await choose(page, 'Right', 'access');
  await choose(page, 'How it came', 'letter');
  await fill(page, 'Given name', 'Dana');
  await fill(page, 'Family name', 'Whitlock');
  await fill(page, 'E-mail', 'dana.whitlock@mail.example');
  await pick(page, 'Country', 'United States');
  await pick(page, 'State', 'California');
  await page.keyboard.press('Tab');
  await seen(page, 'The person lives in CA, US: California Consumer Privacy Act.');
  await press(page, 'Open the request');
  await at(page, /^\/requests\/BK-/);
  await seen(page, 'California and GDPR');
  await press(page, 'why this date');
  await press(page, 'Work it out');
  await seen(page, /Then the answer is due/);
  await press(page, 'Correct the laws or the day of receipt');
  await chooseSeveral(page, 'Laws', ['California', 'Colorado']);
  await fill(page, 'Why it is corrected', 'She moved to Denver in spring.');
  await press(page, 'Correct and work the clock out anew');
  await seen(page, 'California and GDPR became GDPR and Colorado. She moved to Denver in spring.');
}, 240_000);

test('letters: a supervisor changes a wording, and what the law wants cannot be left out', async () => {
  const mikkel = await signedIn(browser, 'mikkel');
  await go(mikkel, '/requests/letters');
  await press(mikkel, 'Preview');
  await seen(mikkel, 'We have your request (BK-2026-00042)');
  await mikkel.focus('[contenteditable=true]');
  await mikkel.keyboard.down('Control');
  await mikkel.keyboard.press('a');
  await mikkel.keyboard.up('Control');
  await mikkel.keyboard.type('Thank you');
  expect(await mikkel.$eval('[contenteditable=true]', (box) => (box as HTMLElement).innerText.trim())).toBe(
    'Thank you',
  );
  await press(mikkel, 'Save as a new version');
  await seen(mikkel, 'This letter has to say “receivedOn”');
  const chips = () => mikkel.$$eval('[contenteditable=true] [data-field]', (list) => list.length);
  for (let n = 0; n < 12 && (await chips()) < 6; n++) await press(mikkel, 'Undo');
  expect(await chips()).toBe(6);
  expect(mikkel.complaints.filter((one) => !one.includes('favicon'))).toEqual([]);
});

test('no page complained', () => expect(page.complaints.filter((one) => !one.includes('favicon'))).toEqual([]));
