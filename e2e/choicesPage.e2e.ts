import type { Browser, Page } from 'puppeteer-core';
import { outsider } from './support/journeys';
import { api, fill, go, launch, mailTo, newsletterFlag, press, query, seen, textOf, WORLD } from './support/world';

let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  page = await outsider(browser);
});
afterAll(() => browser.close());

const ANNA = 'anna.kjaer@mail.example';
const chosen = (name: string) =>
  page.$$eval(`input[name="answer-${name}"]`, (radios) => radios.map((radio) => radio.checked));
const choose = (name: string, nth: 0 | 1) =>
  page.evaluate(
    (purpose, n) => document.querySelectorAll<HTMLInputElement>(`input[name="answer-${purpose}"]`)[n]!.click(),
    name,
    nth,
  );
const standing = async (purpose: string) =>
  (await api('/standing', { identifier: { kind: 'email', value: ANNA }, purpose })).body;

test('who asks gets the same words whether or not they are known', async () => {
  await go(page, '/choices?lang=da');
  expect(await textOf(page)).toContain('Se og ændr dine valg');
  await fill(page, 'E-mail', 'nonsense');
  await press(page, 'Send mig koden');
  await seen(page, 'Det ligner ikke en e-mailadresse');
  await fill(page, 'E-mail', 'nobody.at.all@nowhere.example');
  await press(page, 'Send mig koden');
  await seen(page, 'Hvis vi kender adressen, er en mail på vej.');
});

test('a mailed code opens the page in the person’s language; a yes and a no are one click each, and a change is confirmed', async () => {
  await go(page, '/choices?lang=da');
  await fill(page, 'E-mail', ANNA);
  await press(page, 'Send mig koden');
  await seen(page, 'Hvis vi kender adressen, er en mail på vej.');
  const mail = await mailTo(ANNA, /Dine valg/);
  const [link, code] = [/http:\/\/\S+\/choices\/[\w?=-]+/.exec(mail.text)![0], /Kode: (\d{6})/.exec(mail.text)![1]!];
  await go(page, link);
  await fill(page, 'Kode', code === '111111' ? '222222' : '111111');
  await press(page, 'Åbn mine valg');
  await seen(page, 'Forsøg tilbage: 4.');
  await fill(page, 'Kode', code);
  await press(page, 'Åbn mine valg');
  await seen(page, 'Nyhedsbrev på e-mail');

  // Nothing is chosen for her: only what she said is shown as chosen.
  const asked = new Set(
    (
      await query<{ purpose: string }>(
        WORLD.database,
        "select distinct w.value as purpose from choices c join dictionary w on w.no = c.purpose_no join identifiers i on i.person_id = c.person_id where w.kind = 'purpose' and i.person_id = (select person_id from choices_page_links order by made_at desc limit 1)",
      )
    ).map(({ purpose }) => purpose),
  );
  for (const name of ['newsletter', 'tour-letter', 'partner-offers', 'ad-partners', 'camp-photos'])
    if (!asked.has(name)) expect(await chosen(name)).toEqual([false, false]);
  const sizes = await page.$$eval('fieldset label', (labels) => [
    ...new Set(labels.map((label) => label.getBoundingClientRect().height)),
  ]);
  expect(sizes).toHaveLength(1);

  await choose('ride-statistics', 0);
  await press(page, 'Gem mine valg');
  await seen(page, 'Gemt. En bekræftelse er på vej pr. mail.');
  expect(await standing('ride-statistics')).toMatchObject({ permitted: true, standing: 'granted' });
  await choose('ride-statistics', 1);
  await press(page, 'Gem mine valg');
  await seen(page, 'Gemt.');
  expect(await standing('ride-statistics')).toMatchObject({ permitted: false, standing: 'withdrawn' });
  expect((await mailTo(ANNA, /Dine valg er ændret/)).text).toMatch(/Turstatistik/);

  await go(page, link);
  await seen(page, 'trak det tilbage');
  const receipt = await page.$eval('a[href*="/receipt/"]', (one) => one.href);
  const text = await page.evaluate(async (address) => (await fetch(address)).text(), receipt);
  expect(JSON.parse(text)).toMatchObject({
    '@context': expect.anything(),
    'schema:proof': { 'schema:leafHash': expect.stringMatching(/^[0-9a-f]{64}$/) },
  });
}, 240_000);

test('a browser signal is honoured and said; a person who says otherwise knowing of it is believed', async () => {
  await page.setExtraHTTPHeaders({ 'sec-gpc': '1' });
  const mail = await mailTo(ANNA, /Dine valg$/);
  const link = /http:\/\/\S+\/choices\/[\w-]+/.exec(mail.text)![0];
  await go(page, `${link}?lang=en`);
  await seen(page, 'Your browser sends a Global Privacy Control signal. We honour it');
  await choose('ad-partners', 0);
  await press(page, 'Save my choices');
  await seen(page, 'Saved.');
  await go(page, `${link}?lang=en`);
  await seen(page, 'but you told us yes yourself');
  await page.setExtraHTTPHeaders({});
}, 240_000);

test('a yes to the tour letter counts once it is confirmed from the mailbox; a look alone confirms nothing', async () => {
  await api('/choices', {
    occurredAt: '2026-11-24T07:30:00Z',
    identifiers: [
      { kind: 'email', value: ANNA },
      { kind: 'customer-number', value: '48219' },
    ],
    purpose: 'tour-letter',
    answer: 'grant',
    ask: 'phone-script',
    askVersion: 1,
    method: 'spoken',
    language: 'da',
    address: { channel: 'email', value: ANNA },
    externalId: 'tour-anna',
  });
  expect(await standing('tour-letter')).toMatchObject({ permitted: false, standing: 'awaiting-confirmation' });
  const confirm = await mailTo(ANNA, /Bekræft venligst/);
  await go(page, /http:\/\/\S+\/confirm\/[\w-]+/.exec(confirm.text)![0]);
  expect(await standing('tour-letter')).toMatchObject({ permitted: false });
  await press(page, 'Ja, det var mig');
  await seen(page, 'Det gælder fra nu af');
  expect(await standing('tour-letter')).toMatchObject({ permitted: true, standing: 'granted' });
  await go(page, '/confirm/unknown');
  expect(await textOf(page)).toContain('is not one of ours');
}, 240_000);

test('whoever unsubscribes in the newsletter is believed at once, and once', async () => {
  const JONAS = 'jonas.vind@inbox.example';
  const contact = (await newsletterFlag(JONAS))!;
  const left = await fetch(`${WORLD.newsletter}/unsubscribe/${contact.id}`, { method: 'POST' });
  expect(left.status).toBeLessThan(400);
  for (let n = 0; n < 50; n++) {
    if (
      (await api('/standing', { identifier: { kind: 'email', value: JONAS }, purpose: 'newsletter' })).body[
        'standing'
      ] === 'withdrawn'
    )
      break;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  expect(
    (await api('/standing', { identifier: { kind: 'email', value: JONAS }, purpose: 'newsletter' })).body,
  ).toMatchObject({ permitted: false, standing: 'withdrawn' });
  const forged = await fetch(`${WORLD.address}/api/v1/webhooks/sys_newsletter`, {
    method: 'POST',
    headers: {
      'webhook-id': 'm1',
      'webhook-timestamp': String(Math.floor(Date.now() / 1000)),
      'webhook-signature': 'v1,AAAA',
    },
    body: JSON.stringify({ type: 'contact.subscribed', at: new Date().toISOString(), contact: contact }),
  });
  expect(forged.status).toBe(401);
});
