import type { Browser, BrowserContext, Page } from 'puppeteer-core';
import { choose, fill, go, launch, press, query, seen, signedIn, textOf, until, wait, WORLD } from './support/world';

// What really happens on the pages of two made-up sites: cookies that are set, services that are asked, entries of the ledger. The
// services run under names of their own, so that the browser takes them for other sites.

interface Hit {
  host: string;
  path: string;
}
interface Chosen {
  purpose: string;
  answer: string;
  ask_version: number;
  country: string | null;
  language: string;
  person_id: string;
}

const PORT = new URL(WORLD.site).port;
const siteAt = (site: string, path: string) => `http://${site}.localhost:${PORT}${path}`;
const PURPOSES = ['ad-partners', 'embedded', 'visits'];
/** What would be sent is sent by then, milliseconds. */
const QUIET_MS = 700;

let browser: Browser;
let context: BrowserContext;
let page: Page;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());
beforeEach(async () => {
  await fetch(`${WORLD.site}/forget`);
  context = await browser.createBrowserContext();
  page = await context.newPage();
});
afterEach(() => context.close());

const hits = async (): Promise<string[]> =>
  ((await (await fetch(`${WORLD.site}/hits`)).json()) as Hit[]).map(({ host, path }) => `${host}${path}`).sort();
const cookies = async (): Promise<string[]> => (await context.cookies()).map(({ name }) => name).sort();
const open = (path = '/', site = 'shop', on = page) => on.goto(siteAt(site, path), { waitUntil: 'load' });
/** Whether the slip is to be seen; it stands apart from the page's own elements. */
const isAsking = (on = page): Promise<boolean> =>
  on.evaluate(() => {
    const slip = document.querySelector('[data-bookend]')?.shadowRoot?.querySelector('[role=region]');
    return slip instanceof HTMLElement && !slip.hidden;
  });
const asked = (on = page) => until('the panel is shown', () => isAsking(on), 20);
/** What a place of the page says; empty where it is not there. */
const within = (selector: string): Promise<string> =>
  page.evaluate((one) => document.querySelector(one)?.textContent ?? '', selector);
const slipText = (on = page): Promise<string> =>
  on.evaluate(
    () => document.querySelector('[data-bookend]')!.shadowRoot!.querySelector<HTMLElement>('[role=region]')!.innerText,
  );
async function click(name: string, on = page): Promise<void> {
  const found = await on.evaluate((wanted) => {
    const root = document.querySelector('[data-bookend]')!.shadowRoot!;
    const button = [...root.querySelectorAll('button')].find(
      (one) => one.textContent === wanted && one.getClientRects().length > 0,
    );
    button?.click();
    return button !== undefined;
  }, name);
  if (!found) throw new Error(`the panel has no button “${name}”`);
}
const tick = (title: string, on = page) =>
  on.evaluate((wanted) => {
    const root = document.querySelector('[data-bookend]')!.shadowRoot!;
    [...root.querySelectorAll('label')]
      .find((one) => one.textContent.includes(wanted))!
      .querySelector('input')!
      .click();
  }, title);
/** The number that this browser goes by, from its cookie. */
async function visitor(): Promise<string | null> {
  const cookie = (await context.cookies()).find(({ name }) => name === 'bookend_shop');
  return cookie ? (JSON.parse(decodeURIComponent(cookie.value)) as { visitor: string }).visitor : null;
}
/** What the ledger holds of the person who answered last. */
async function chosen(): Promise<Chosen[]> {
  return query<Chosen>(
    WORLD.database,
    `select purpose, answer, ask_version, country, language, person_id from choices
     where ask = 'shop-panel' and person_id =
       (select person_id from choices where ask = 'shop-panel' order by recorded_at desc, seq desc limit 1)
     order by recorded_at, purpose, answer`,
  );
}
const countAll = async () =>
  Number(
    (await query<{ n: string }>(WORLD.database, `select count(*) as n from choices where ask = 'shop-panel'`))[0]!.n,
  );
async function recorded(more: number, work: () => Promise<unknown>): Promise<Chosen[]> {
  const before = await countAll();
  await work();
  await until(`${more} more choices`, async () => (await countAll()) >= before + more, 20);
  await wait(200);
  expect(await countAll()).toBe(before + more);
  return chosen();
}
const said = (list: readonly Chosen[]) => list.map(({ purpose, answer }) => `${purpose} ${answer}`);

test.each([
  ['shop', '/'],
  ['shop', '/blog'],
  ['shop', '/strict'],
  ['shop', '/product'],
  ['shop', '/checkout'],
  ['shop', '/camp'],
  // A link that somebody made up takes nothing away, also where scripts need a nonce.
  ['shop', '/?bookend-try=DK.0.99999999.00000000000000000000000000000000'],
  ['shop', '/strict?bookend-try=made-up'],
  ['shop', '/de'],
  ['tours', '/'],
])('before an answer nothing is set, asked or run on %s%s', async (site, path) => {
  await open(path, site);
  await asked();
  await wait(QUIET_MS);
  expect(await hits()).toEqual([]);
  expect(await cookies()).toEqual([]);
  expect(await page.evaluate(() => [localStorage.length, sessionStorage.length])).toEqual([0, 0]);
});

test('behind the sign-in too: the session’s own cookie, and nothing else', async () => {
  await open('/account');
  await asked();
  await page.type('[name=email]', 'mira@larkmere.example');
  await page.type('[name=password]', 'chain and ring');
  await Promise.all([page.waitForNavigation(), page.click('main button')]);
  await asked();
  await wait(QUIET_MS);
  expect(page.url()).toBe(siteAt('shop', '/account'));
  expect(await hits()).toEqual([]);
  expect(await cookies()).toEqual(['shop_session']);
});

test('a page shows the notice in force in its place, as text', async () => {
  await open('/privacy');
  await until('the notice', async () => (await within('[data-bookend-notice]')).includes('Larkmere'), 20);
  expect(await within('[data-bookend-notice]')).toContain('What we use your data for');
});

test('a server of the site asks by the token of the page before it sends anything itself', async () => {
  await open();
  await asked();
  expect(await page.evaluate(() => window.bookend!.token())).toBeNull();
  await recorded(3, () => click('Yes to all'));
  const token = await page.evaluate(() => window.bookend!.token());
  expect(token).toBe(await visitor());
  const standing = async (value: string) =>
    (
      (await (
        await fetch(`${WORLD.address}/api/v1/standing`, {
          method: 'POST',
          headers: { authorization: 'Bearer bookend_sandbox', 'content-type': 'application/json' },
          body: JSON.stringify({ identifier: { kind: 'device-id', value }, purpose: 'visits' }),
        })
      ).json()) as { permitted: boolean }
    ).permitted;
  expect(await standing(token!)).toBe(true);
  expect(await standing('0'.repeat(32))).toBe(false);
});

test('yes and no are alike: size, colour, weight; the page is not dimmed and can be read on', async () => {
  await open();
  await asked();
  const looks = await page.evaluate(() => {
    const root = document.querySelector('[data-bookend]')!.shadowRoot!;
    return [...root.querySelectorAll<HTMLElement>('[role=region] button')].map((button) => {
      const { color, backgroundColor, fontSize, fontWeight, borderTopColor } = getComputedStyle(button);
      const { height, width, top } = button.getBoundingClientRect();
      return { color, backgroundColor, fontSize, fontWeight, borderTopColor, height, width: Math.round(width), top };
    });
  });
  expect(looks).toHaveLength(3);
  expect(new Set(looks.map((look) => JSON.stringify(look))).size).toBe(1);
  // What lies below is reached by the pointer.
  expect(await page.evaluate(() => document.elementFromPoint(40, 60)?.closest('[data-bookend]') ?? null)).toBeNull();
  expect(await page.evaluate(() => document.activeElement === document.body)).toBe(true);
});

test('a yes is kept and obeyed on the next page too: what waited by its mark-up runs, shows and counts there', async () => {
  await open();
  await asked();
  await click('Yes to all');
  await until('the counter was fetched', async () => (await hits()).includes('count/count.js'), 20);
  await fetch(`${WORLD.site}/forget`);
  await open('/blog');
  await until('it is fetched again', async () => (await hits()).includes('count/count.js'), 20);
  await until('frames are shown', async () => (await hits()).filter((one) => one.endsWith('/frame')).length === 2, 20);
  expect(await isAsking()).toBe(false);
  expect(await page.evaluate(() => document.querySelectorAll('[data-held]').length)).toBe(0);
});

test('a no is kept and obeyed, and nobody is asked again on the next page', async () => {
  await open('/blog');
  await asked();
  const list = await recorded(3, () => click('No to all'));
  expect(said(list)).toEqual(PURPOSES.map((one) => `${one} refuse`));
  expect(list[0]).toMatchObject({ ask_version: 2, language: 'en', country: null });
  await open('/');
  await wait(QUIET_MS);
  expect(await isAsking()).toBe(false);
  expect(await hits()).toEqual([]);
  expect(await cookies()).toEqual(['bookend_shop']);
});

test('a yes lets everything through in the very click, and the ledger has it once', async () => {
  await open('/blog');
  await asked();
  const before = await countAll();
  const isTold = await page.evaluate(() => {
    const root = document.querySelector('[data-bookend]')!.shadowRoot!;
    let heard = false;
    document.addEventListener('bookend:change', () => (heard = true), { once: true });
    [...root.querySelectorAll('button')].find(({ textContent }) => textContent === 'Yes to all')!.click();
    return heard;
  });
  // Scripts are told in the very click, before anything is drawn.
  expect(isTold).toBe(true);
  await until('everything was asked', async () => (await hits()).length >= 6, 20);
  expect(await hits()).toEqual([
    'ads/point.gif',
    'ads/tag.js',
    'count/count.js',
    'count/seen',
    'map/frame',
    'video/frame',
  ]);
  expect((await cookies()).filter((name) => /^(visits_no|ad_no|bookend_shop)$/.test(name))).toEqual([
    'ad_no',
    'bookend_shop',
    'visits_no',
  ]);
  await until('the ledger has it', async () => (await countAll()) === before + 3, 20);
  expect(said(await chosen())).toEqual(PURPOSES.map((one) => `${one} grant`));
});

test('a part of it lets that part through; just one video is shown without an answer to the rest', async () => {
  await open('/blog');
  await asked();
  await page.evaluate(() => document.querySelector<HTMLElement>('[data-held] button')!.click());
  await until('the video was asked', async () => (await hits()).includes('video/frame'), 20);
  expect(await hits()).toEqual(['video/frame']);
  expect(await visitor()).toBeNull();
  await click('Choose');
  expect(await slipText()).toContain('Counting visits');
  const ticked = await page.evaluate(() =>
    [...document.querySelector('[data-bookend]')!.shadowRoot!.querySelectorAll('input')].filter((one) => one.checked),
  );
  expect(ticked).toEqual([]);
  await tick('Counting visits');
  const list = await recorded(3, () => click('Save my choice'));
  expect(said(list)).toEqual(['ad-partners refuse', 'embedded refuse', 'visits grant']);
  await wait(QUIET_MS);
  expect(await hits()).toEqual(['count/count.js', 'count/seen', 'video/frame']);
  expect(await page.evaluate(() => window.bookend!.switches())).toEqual({
    counting: true,
    embedding: false,
    advertising: false,
  });
});

test('a change of mind withdraws, and every open tab is told at once', async () => {
  await open();
  await asked();
  await recorded(3, () => click('Yes to all'));
  const tab = await context.newPage();
  await open('/', 'shop', tab);
  const heard = tab.evaluate(
    () =>
      new Promise((tell) =>
        document.addEventListener('bookend:change', (event) => tell((event as CustomEvent).detail), { once: true }),
      ),
  );
  await page.bringToFront();
  await page.click('[data-bookend-open]');
  await asked();
  await page.evaluate(() => {
    for (const one of document.querySelector('[data-bookend]')!.shadowRoot!.querySelectorAll('input'))
      if (one.checked) one.click();
  });
  const list = await recorded(3, () => click('Save my choice'));
  expect(said(list).slice(3)).toEqual(PURPOSES.map((one) => `${one} withdraw`));
  expect(new Set(list.map(({ person_id }) => person_id)).size).toBe(1);
  expect(await heard).toEqual({ counting: false, embedding: false, advertising: false });
});

test('a page speaks its own language, and a visitor chooses another', async () => {
  await open('/da');
  await asked();
  expect(await slipText()).toMatch(/Må vi tælle[\s\S]*Ja til alt[\s\S]*Nej til alt/);
  await page.evaluate(() => {
    const select = document.querySelector('[data-bookend]')!.shadowRoot!.querySelector('select')!;
    select.value = 'de';
    select.dispatchEvent(new Event('change'));
  });
  expect(await slipText()).toContain('Nein zu allem');
  expect((await recorded(3, () => click('Nein zu allem')))[0]).toMatchObject({ language: 'de' });
});

test('under a strict content security policy it asks, holds back and lets through as elsewhere', async () => {
  const complaints: string[] = [];
  page.on('pageerror', (error) => complaints.push(String(error)));
  await open('/strict');
  await asked();
  await recorded(3, () => click('Yes to all'));
  await until('everything was asked', async () => (await hits()).length >= 4, 20);
  // What the loader puts in has no leave of the policy itself.
  expect(await hits()).toEqual(['count/count.js', 'count/seen', 'map/frame', 'video/frame']);
  expect(await page.evaluate(() => document.documentElement.dataset['counted'])).toBe('yes');
  expect(complaints).toEqual([]);
});

test('with storage off it asks, obeys for this page, and forgets', async () => {
  await page.evaluateOnNewDocument(() => {
    const refuse = () => {
      throw new DOMException('off', 'SecurityError');
    };
    Object.defineProperty(Document.prototype, 'cookie', { get: refuse, set: refuse });
    for (const name of ['localStorage', 'sessionStorage']) Object.defineProperty(window, name, { get: refuse });
  });
  await open('/blog');
  await asked();
  await click('No to all');
  await wait(QUIET_MS);
  expect(await isAsking()).toBe(false);
  expect(await hits()).toEqual([]);
  await open('/blog');
  await asked();
});

test('while Bookend is away nothing is permitted that was not, a choice is kept, and it is sent later once', async () => {
  await page.setRequestInterception(true);
  let isAway = true;
  page.on(
    'request',
    (request) => void (isAway && request.url().includes('/answers') ? request.abort() : request.continue()),
  );
  await open();
  await asked();
  const before = await countAll();
  await click('Yes to all');
  await wait(QUIET_MS);
  expect(await countAll()).toBe(before);
  isAway = false;
  const list = await recorded(3, () => open('/da'));
  expect(said(list)).toEqual(PURPOSES.map((one) => `${one} grant`));
  await open('/');
  await wait(QUIET_MS);
  expect(await countAll()).toBe(before + 3);
});

test('where its script cannot be had, what waits by its mark-up still waits', async () => {
  await page.setRequestInterception(true);
  page.on('request', (request) => void (request.url().includes('/panel/') ? request.abort() : request.continue()));
  await open('/blog');
  await wait(QUIET_MS);
  // What a loader of tags puts in is not known to the page: only its own rule could have held it.
  expect((await hits()).filter((hit) => !hit.startsWith('ads/'))).toEqual([]);
});

test('a page that is left at once loses no answer', async () => {
  await open();
  await asked();
  const list = await recorded(3, async () => {
    await click('Yes to all');
    await page.goto('about:blank');
  });
  expect(said(list)).toEqual(PURPOSES.map((one) => `${one} grant`));
});

test('the signal of a browser is said and obeyed, recorded with the answer, and outweighed by a yes given knowing it', async () => {
  await page.evaluateOnNewDocument(() => {
    Object.defineProperty(Navigator.prototype, 'globalPrivacyControl', { get: () => true });
  });
  await open();
  await asked();
  expect(await slipText()).toContain('Your browser says no to sale and sharing; it is obeyed.');
  const list = await recorded(4, () => click('Yes to all'));
  expect(said(list)).toEqual(['ad-partners gpc-seen', 'ad-partners grant', 'embedded grant', 'visits grant']);
});

test('elsewhere other rules hold: in California sale is on until a no, and off by the signal; trying it records nothing', async () => {
  const before = await countAll();
  // Whoever wants to see it asks for it in Bookend, and opens the page by the link that is made there.
  const staff = await signedIn(browser, 'mikkel');
  await go(staff, '/sites/shop/try');
  await fill(staff, 'Page', siteAt('shop', '/'));
  await choose(staff, 'From', 'US-CA');
  await press(staff, 'Try it');
  await seen(staff, 'Open the page live', 120_000);
  await seen(staff, 'Switches', 120_000);
  const link = await staff.$eval('main a[href*="bookend-try"]', (one) => one.href);
  const path = link.replace(siteAt('shop', ''), '');
  await staff.close();
  expect(await cookies()).toEqual([]);
  // One that was made up has the rules of here.
  await open(path.replace('US-CA', 'US-CO'));
  await asked();
  expect(await slipText()).not.toContain('Do not sell');
  await fetch(`${WORLD.site}/forget`);
  await open(path);
  await asked();
  expect(await within('[data-bookend-live]')).toContain('Tried as a fresh visitor');
  expect(await slipText()).toContain('Do not sell or share my data');
  await until('the advertising was asked', async () => (await hits()).includes('ads/tag.js'), 20);
  expect((await hits()).filter((hit) => hit.startsWith('count'))).toEqual([]);
  await click('Do not sell or share my data');
  expect(await page.evaluate(() => window.bookend!.permits('ad-partners'))).toBe(false);
  await fetch(`${WORLD.site}/forget`);
  await page.evaluateOnNewDocument(() => {
    Object.defineProperty(Navigator.prototype, 'globalPrivacyControl', { get: () => true });
  });
  await open(path);
  await asked();
  await wait(QUIET_MS);
  expect(await hits()).toEqual([]);
  expect(await countAll()).toBe(before);
  expect(await cookies()).not.toContain('bookend_shop');
});

describe('answers that no panel gave', () => {
  const ORIGIN = siteAt('shop', '').replace(/\/$/, '');
  const body = (more: object = {}) => ({
    visitor: 'ab'.repeat(16),
    nonce: [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join(''),
    version: 2,
    language: 'en',
    ago: 0,
    gpc: false,
    answers: { visits: 'grant' },
    ...more,
  });
  const send = async (what: unknown, origin: string | null = ORIGIN, site = 'shop') =>
    (
      await fetch(`${WORLD.address}/panel/${site}/answers`, {
        method: 'POST',
        headers: { 'content-type': 'text/plain', ...(origin ? { origin } : {}) },
        body: typeof what === 'string' ? what : JSON.stringify(what),
      })
    ).status;

  test.each([
    ['from another site', body(), 'https://evil.example', 409],
    ['from no site', body(), null, 409],
    ['to a version that does not exist', body({ version: 99 }), ORIGIN, 409],
    ['about a purpose that is not asked', body({ answers: { newsletter: 'grant' } }), ORIGIN, 409],
    ['in words of its own', body({ answers: { visits: 'confirm' } }), ORIGIN, 400],
    ['for somebody else’s address', body({ visitor: 'anna@mail.example' }), ORIGIN, 400],
    ['a year before it was asked', body({ ago: 366 * 86_400_000 }), ORIGIN, 400],
    ['with something more', body({ identifiers: [] }), ORIGIN, 400],
    ['that are none', 'yes', ORIGIN, 400],
    ['that are too long', `"${'x'.repeat(20_000)}"`, ORIGIN, 413],
  ])('%s are refused, and nothing reaches the ledger', async (_, what, origin, status) => {
    const before = await countAll();
    expect(await send(what, origin)).toBe(status);
    expect(await countAll()).toBe(before);
  });

  test('sent twice they count once, to an unknown site not at all', async () => {
    const one = body();
    const before = await countAll();
    expect([await send(one), await send(one), await send(one)]).toEqual([204, 204, 204]);
    expect(await countAll()).toBe(before + 1);
    expect(await send(body(), ORIGIN, 'nowhere')).toBe(404);
  });

  test('a clock that is years off changes no date', async () => {
    expect(await send(body({ visitor: 'cd'.repeat(16), ago: 1000 }))).toBe(204);
    const [row] = await query<{ late: string }>(
      WORLD.database,
      `select extract(epoch from recorded_at - occurred_at) as late from choices where ask = 'shop-panel' order by recorded_at desc, seq desc limit 1`,
    );
    // A second, and what the recording took: not the years by which its clock is off.
    expect(Number(row!.late)).toBeGreaterThanOrEqual(1);
    expect(Number(row!.late)).toBeLessThan(60);
  });
});

test('the script is small, comes in one piece, and says nothing of who opens the page', async () => {
  const response = await fetch(`${WORLD.address}/panel/shop/script.js`, { headers: { 'accept-encoding': 'gzip' } });
  expect(response.headers.get('content-encoding')).toBe('gzip');
  expect(response.headers.get('cross-origin-resource-policy')).toBe('cross-origin');
  expect(response.headers.get('set-cookie')).toBeNull();
  const text = await response.text();
  const { gzipSync } = await import('node:zlib');
  expect(gzipSync(text).length).toBeLessThan(20_000);
  expect(await (await fetch(`${WORLD.address}/panel/nowhere/script.js`)).text()).toBe('// No panel is shown here.');
});

test('a scan by the worker’s own browser says what is there too early, and answers for nobody', async () => {
  const staff = await signedIn(browser, 'mikkel');
  const before = await countAll();
  await go(staff, '/sites/club/scan');
  await fill(staff, 'Pages at most', '1');
  await press(staff, 'Plan it so');
  await seen(staff, 'Planned');
  await press(staff, 'Scan now');
  await until('the scan is over', async () => (await textOf(staff)).includes('things seen'), 120);
  const text = await textOf(staff);
  expect(text).toContain('1 page, ');
  expect(text).toContain('count.localhost');
  expect(text).toContain('too early: nobody had answered');
  expect(await countAll()).toBe(before);
  // What was seen stands on the site's own page, for its visitors.
  await open('/', 'club');
  const isThere = () => page.evaluate(() => document.querySelector('[data-bookend-trackers] table') !== null);
  await until('the list is there', isThere, 20);
  const rows = await page.$$eval('[data-bookend-trackers] tbody tr', (all) => all.map((row) => row.textContent));
  expect(rows.length).toBeGreaterThan(10);
  expect(rows.join('\n')).toContain('Tallymark Counting');
});
