import type { Browser, Page } from 'puppeteer-core';
import {
  at,
  fill,
  go,
  gone,
  launch,
  openRequestOf,
  press,
  query,
  seen,
  signedIn,
  textOf,
  WORLD,
} from './support/world';

let browser: Browser;
beforeAll(async () => void (browser = await launch()));
afterAll(() => browser.close());

/** A page whose scripts never run, and every address it was ever at. */
async function withoutScripts(): Promise<{ page: Page; addresses: string[] }> {
  const page = await (await browser.createBrowserContext()).newPage();
  await page.setJavaScriptEnabled(false);
  const addresses: string[] = [];
  page.on('framenavigated', (frame) => void addresses.push(frame.url()));
  return { page, addresses };
}
const open = (page: Page, path: string) => page.goto(`${WORLD.address}${path}`, { waitUntil: 'load' });
const enter = async (page: Page, name: string, value: string) => {
  await page.click(`[name="${name}"]`, { count: 3 });
  await page.type(`[name="${name}"]`, value);
};
const send = async (page: Page) => {
  await Promise.all([
    page.waitForNavigation({ waitUntil: 'load' }),
    page.click('main button[type=submit], form button[type=submit]'),
  ]);
};
const words = (page: Page) => page.$eval('body', (body) => body.textContent ?? '');

describe('forms of people work before any script has run, and nothing typed stands in an address', () => {
  test('sign-in: Enter posts it; a wrong password keeps the e-mail; a right one leads to where one wanted', async () => {
    const { page, addresses } = await withoutScripts();
    await open(page, '/requests');
    expect(page.url()).toContain('/sign-in?to=%2Frequests');
    await enter(page, 'email', 'signe@larkmere.example');
    await page.type('[name=password]', 'not-the-password');
    await Promise.all([page.waitForNavigation({ waitUntil: 'load' }), page.keyboard.press('Enter')]);
    expect(await words(page)).toMatch(/password/i);
    expect(await page.$eval('[name=email]', (field) => (field as HTMLInputElement).value)).toBe(
      'signe@larkmere.example',
    );
    await page.type('[name=password]', 'larkmere');
    await Promise.all([page.waitForNavigation({ waitUntil: 'load' }), page.keyboard.press('Enter')]);
    expect(new URL(page.url()).pathname).toBe('/requests');
    expect(addresses.filter((address) => /password|larkmere\.example|signe/.test(address))).toEqual([]);
  }, 120_000);

  test('the public form: what is missing is said, what was typed stays, and the request is opened', async () => {
    const { page, addresses } = await withoutScripts();
    await open(page, '/ask');
    await enter(page, 'givenName', 'Ragna');
    await enter(page, 'familyName', 'Holt');
    await enter(page, 'email', 'ragna.holt@mail.example');
    await send(page);
    expect(await words(page)).toContain('Choose what you ask for');
    expect(await page.$eval('[name=givenName]', (field) => (field as HTMLInputElement).value)).toBe('Ragna');
    await page.click('input[name=right][value=access]');
    await send(page);
    const [, ref] = /(BK-\d{4}-\d{5})/.exec(await words(page)) ?? [];
    expect(ref).toBeDefined();
    expect(
      await query(
        WORLD.database,
        'select right_asked from (select "right" as right_asked from requests where ref = $1) r',
        [ref],
      ),
    ).toEqual([{ right_asked: 'access' }]);
    expect(addresses.filter((address) => /ragna|holt|Holt/.test(address))).toEqual([]);
  }, 120_000);

  test('whoever asks for somebody else can say who they are', async () => {
    const { page } = await withoutScripts();
    await open(page, '/ask');
    const isShown = () => page.$eval('[name=agentName]', (field) => (field as HTMLElement).offsetParent !== null);
    expect(await isShown()).toBe(false);
    await page.click('input[name=forWhom][value=agent]');
    expect(await isShown()).toBe(true);
  }, 120_000);

  test('the way to one’s choices, and how a request stands', async () => {
    for (const [path, field, value] of [
      ['/choices', 'email', 'ragna.holt@mail.example'],
      ['/status', 'ref', 'BK-2026-00001'],
    ] as const) {
      const { page, addresses } = await withoutScripts();
      await open(page, path);
      await enter(page, field, value);
      await send(page);
      expect(addresses.filter((address) => address.includes('ragna') || address.includes('BK-2026'))).toEqual([]);
      expect((await words(page)).length).toBeGreaterThan(40);
    }
  }, 120_000);
});

test('a session that ends: signing in lies over the page, and what was typed is still there', async () => {
  const page = await signedIn(browser, 'signe');
  await go(page, `/requests/${await openRequestOf(page, 'Thomas Marsh', 'access')}`);
  await fill(page, 'Note for colleagues', 'Called, nobody answered.');
  await page.deleteCookie(...(await page.cookies()).filter(({ name }) => name === 'bookend_session'));
  await press(page, 'Note it');
  await seen(page, 'Your session has ended');
  await page.type('[role=dialog] [name=email]', 'signe@larkmere.example');
  await page.type('[role=dialog] [name=password]', 'larkmere');
  await page.click('[role=dialog] button[type=submit]');
  await gone(page, 'Your session has ended');
  expect(await page.$$eval('input, textarea', (all) => all.map((one) => (one as HTMLInputElement).value))).toContain(
    'Called, nobody answered.',
  );
  await press(page, 'Note it');
  await seen(page, 'Called, nobody answered.');
}, 120_000);

test('a link that was opened signed out is opened after', async () => {
  const page = await (await browser.createBrowserContext()).newPage();
  await page.goto(`${WORLD.address}/ledger/drift?direction=looser`, { waitUntil: 'networkidle2' });
  await page.type('[name=email]', 'signe@larkmere.example');
  await page.type('[name=password]', 'larkmere');
  await press(page, 'Sign in');
  await at(page, '/ledger/drift');
  expect(page.url()).toContain('direction=looser');
  expect(await textOf(page)).toContain('Drift');
}, 120_000);
