import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core';

interface World {
  address: string;
  newsletter: string;
  mail: string;
  control: string;
  /** Where the sites and the services they use are served, by their names. */
  site: string;
  tillDrop: string;
  mailbox: string;
  database: string;
  shop: string;
  shopKey: string;
  auditorKey: string;
  newsletterToken: string;
  webhookSecret: string;
  /** Where permission checks are answered. */
  checks: string;
  tills: string;
  witness: string;
  journal: string;
  watched: string;
  privacyMailbox: string;
  worker: string;
}

if (!process.env['E2E_WORLD']) throw new Error('run the browser tests with: ./bookend test browser');
export const WORLD = JSON.parse(process.env['E2E_WORLD']) as World;

export function launch(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    headless: true,
    userDataDir: mkdtempSync(join(tmpdir(), 'bookend-e2e-')),
    defaultViewport: { width: 1280, height: 800 },
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-dev-shm-usage',
      // Days are typed in the order of the browser's region.
      '--lang=en-GB',
      '--accept-lang=en-GB',
    ],
  });
}

/** A fresh profile, signed in by typing. Complaints of the page's console are kept. */
export async function signedIn(browser: Browser, who: string): Promise<Page & { complaints: string[] }> {
  const context = await browser.createBrowserContext();
  const page = Object.assign(await context.newPage(), { complaints: [] as string[] });
  page.on('console', (message) => message.type() === 'error' && page.complaints.push(message.text()));
  page.on('pageerror', (error) => page.complaints.push(String(error)));
  // Whoever leaves what is half filled in is asked; a test that goes elsewhere means it.
  page.on('dialog', (dialog) => void dialog.accept());
  await go(page, '/sign-in');
  await page.type('input[name=email]', `${who}@larkmere.example`);
  await page.type('input[name=password]', 'larkmere');
  await page.keyboard.press('Enter');
  await at(page, '/desk');
  return page;
}

export async function go(page: Page, path: string): Promise<void> {
  const address = path.startsWith('http') ? path : `${WORLD.address}${path}`;
  await page.goto(address, { waitUntil: 'load', timeout: PATIENCE });
  // A page of ours says when it answers to a press; one of the outside world is plain HTML.
  if (address.startsWith(WORLD.address)) await page.waitForSelector('html[data-awake]', { timeout: PATIENCE });
}

export async function textOf(page: Page): Promise<string> {
  return page.evaluate(() => document.body.innerText);
}

/** Between two looks at a page, in milliseconds: who asks at every frame takes the page's time from it. */
const LOOK = 120;
/** Milliseconds that a page may take on a machine with much else to do; only what never comes takes as long. */
const PATIENCE = 90_000;

/** Milliseconds of one wait: one that a change of site swallowed is begun anew instead of lasting for ever. */
const SPELL = 8_000;

/** Waits until a test on the page holds; says what was waited for, and what the page said instead. */
export async function holds<A extends unknown[]>(
  page: Page,
  what: string,
  test: (...given: A) => unknown,
  given: A = [] as unknown as A,
  timeout = PATIENCE,
): Promise<void> {
  const until = Date.now() + timeout;
  for (let tries = 1; ; tries++) {
    const spell = Math.max(1, Math.min(SPELL, until - Date.now()));
    const error = await page
      .waitForFunction(test as (...given: unknown[]) => unknown, { timeout: spell, polling: LOOK }, ...given)
      .then(
        () => null,
        (cause: Error) => cause,
      );
    if (!error) return;
    if (Date.now() < until && /exceeded/i.test(error.message)) continue;
    // A page that another came in place of meanwhile is looked at again.
    if (tries < 3 && /context was destroyed|detached|navigat/i.test(error.message)) continue;
    throw new Error(
      `${what}: waited in vain (${error.message}). At ${new URL(page.url()).pathname} the page said:\n` +
        (await textOf(page)).slice(0, 2500),
    );
  }
}

/** Waits until the page is at an address: the whole path, or how it looks. */
export async function at(page: Page, path: string | RegExp): Promise<void> {
  await holds(page, `at ${path}`, (source) => new RegExp(source).test(location.pathname), [
    typeof path === 'string' ? `^${path}$` : path.source,
  ]);
}

export async function gone(page: Page, words: string): Promise<void> {
  await holds(page, `“${words}” gone`, (gone) => !document.body.innerText.includes(gone), [words]);
}

/** Waits until the words stand on the page. */
export async function seen(page: Page, words: string | RegExp, timeout = PATIENCE): Promise<void> {
  const [source, flags] =
    typeof words === 'string' ? [words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), ''] : [words.source, words.flags];
  await holds(page, `“${words}”`, (s, f) => new RegExp(s, f).test(document.body.innerText), [source, flags], timeout);
}

/** Waits until a field holds the value: where scripts dress a field up, it says its value in its own way once they have. */
export function valued(page: Page, name: string, value: string): Promise<void> {
  return holds(
    page,
    `“${value}” in ${name}`,
    (field, wanted) => document.querySelector<HTMLInputElement>(`[name="${field}"]`)?.value === wanted,
    [name, value],
  );
}

/** Presses the button (or follows the link) that says so, when it can be pressed; one that is made anew at this moment is looked for again. */
export async function press(page: Page, words: string | RegExp): Promise<void> {
  const [source, flags] =
    typeof words === 'string'
      ? [`^\\s*${words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`, '']
      : [words.source, words.flags];
  for (let tries = 1; ; tries++) {
    const handle = await page
      .waitForFunction(
        (s, f) =>
          [...document.querySelectorAll<HTMLElement>('button, a, [role=button]')].find(
            (one) => new RegExp(s, f).test(one.innerText) && !(one as HTMLButtonElement).disabled,
          ) ?? false,
        { timeout: PATIENCE, polling: LOOK },
        source,
        flags,
      )
      .catch(async () => {
        throw new Error(
          `there is no button “${words}” to press. The page said:\n${(await textOf(page)).slice(0, 2500)}`,
        );
      });
    const error = await (handle.asElement() as unknown as { click(): Promise<void> }).click().then(
      () => null,
      (cause: Error) => cause,
    );
    if (!error) return;
    if (tries === 3 || !/not clickable|detached/i.test(error.message)) throw error;
  }
}

export async function fill(page: Page, label: string, value: string): Promise<void> {
  const id = await page.waitForFunction(
    (words) =>
      [...document.querySelectorAll('label')].find((one) => one.textContent?.startsWith(words))?.getAttribute('for') ??
      false,
    { timeout: PATIENCE, polling: LOOK },
    label,
  );
  const selector = `[id="${await id.jsonValue()}"]`;
  await page.click(selector, { count: 3 });
  await page.keyboard.press('Backspace');
  await page.type(selector, value);
}

/** Opens the list of a field by its label, or by the name that only those who listen are told. */
async function openList(page: Page, label: string): Promise<void> {
  const combobox = await page.waitForFunction(
    (words) =>
      [...document.querySelectorAll('[role=combobox]')].find((one) => {
        const names = (one.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id));
        const name = one.getAttribute('aria-label') ?? names.find(Boolean)?.textContent ?? '';
        return name.startsWith(words);
      }) ?? false,
    { timeout: PATIENCE, polling: LOOK },
    label,
  );
  await (combobox as ElementHandle<Element>).click();
  await page.waitForSelector('[role=option]');
}

const take = (page: Page, option: string) =>
  page.evaluate(
    (words) =>
      [...document.querySelectorAll<HTMLElement>('[role=option]')]
        .find((one) => one.dataset['value'] === words || one.innerText.startsWith(words))!
        .click(),
    option,
  );

/** Finds in a field that is typed into, and takes the first that is offered. */
export async function pick(page: Page, label: string, words: string): Promise<void> {
  await fill(page, label, words);
  await page.waitForSelector('[role=option]');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=option]', { hidden: true });
}

/** Changes what is chosen in a field of several at once. */
export async function chooseSeveral(page: Page, label: string, options: readonly string[]): Promise<void> {
  await openList(page, label);
  for (const option of options) await take(page, option);
  await page.keyboard.press('Escape');
  await page.waitForSelector('[role=option]', { hidden: true });
}

/** Chooses in a field by its label. @param option its value, or how its words begin */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  await openList(page, label);
  await take(page, option);
  await page.waitForSelector('[role=option]', { hidden: true });
}

/** Types a day into its field, as a British browser has it. @param day ISO */
export async function typeDay(page: Page, label: string, day: string): Promise<void> {
  const group = await page.waitForFunction(
    (words) =>
      [...document.querySelectorAll('[role=group]')].find((one) => {
        const names = (one.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id));
        return names.some((name) => name?.textContent === words);
      }) ?? false,
    { timeout: PATIENCE, polling: LOOK },
    label,
  );
  await (group as ElementHandle<Element>).$('[role=spinbutton]').then((first) => first!.click());
  await page.keyboard.press('Home');
  const [year, month, date] = day.split('-');
  await page.keyboard.type(`${date}${month}${year}`);
}

export interface KeptMail {
  messageId: string;
  to: string;
  subject: string;
  text: string;
}

/** The newest mail to an address whose subject matches; waits for it. */
export async function mailTo(address: string, subject: RegExp): Promise<KeptMail> {
  for (let n = 0; n < 400; n++) {
    const found = (await mails()).find((mail) => mail.to.includes(address) && subject.test(mail.subject));
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new Error(`no mail to ${address} about ${subject}`);
}

export async function mails(): Promise<KeptMail[]> {
  return (await (await fetch(`${WORLD.mail}/mails.json`)).json()) as KeptMail[];
}

export async function query<T extends object>(url: string, sql: string, values: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(sql, values)).rows as T[];
  } finally {
    await client.end();
  }
}

export async function api(
  path: string,
  body: unknown,
  key = WORLD.shopKey,
  headers: Record<string, string> = {},
): Promise<{ status: number; body: Record<string, unknown>; type: string | null }> {
  const response = await fetch(`${WORLD.address}/api/v1${path}`, {
    method: 'POST',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
  return {
    status: response.status,
    type: response.headers.get('content-type'),
    body: (await response.json()) as Record<string, unknown>,
  };
}

export async function misbehave(system: string, mode: string, times?: number): Promise<void> {
  const response = await fetch(`${WORLD.control}/${system}/${mode}${times ? `?times=${times}` : ''}`);
  if (!response.ok) throw new Error(await response.text());
}

/** The reference of the one open request of somebody, from the list. */
export async function openRequestOf(page: Page, who: string, right: string): Promise<string> {
  await go(page, `/requests?right=${right}`);
  await page.waitForSelector('[role=grid]', { timeout: PATIENCE }).catch(() => null);
  const ref = await page.evaluate(
    (name) =>
      [...document.querySelectorAll<HTMLElement>('[role=row]')]
        .filter((row) => row.innerText.includes(name))
        .at(-1)
        ?.querySelector('a')?.textContent,
    who,
  );
  if (!ref) throw new Error(`no open ${right} of ${who}`);
  return ref;
}

/** What the newsletter service believes about an address; null where it does not know it. */
export async function newsletterFlag(email: string): Promise<{ id: string; subscribed: boolean } | null> {
  for (let cursor: string | null = ''; cursor !== null;) {
    const page = (await (
      await fetch(`${WORLD.newsletter}/contacts?limit=200${cursor && `&cursor=${cursor}`}`, {
        headers: { authorization: `Bearer ${WORLD.newsletterToken}` },
      })
    ).json()) as { items: { id: string; email: string; subscribed: boolean }[]; next: string | null };
    const found = page.items.find((contact) => contact.email === email);
    if (found) return found;
    cursor = page.next;
  }
  return null;
}

/** Reads with a machine's key. */
export async function apiGet(path: string, key: string): Promise<{ status: number; text: string }> {
  const response = await fetch(`${WORLD.address}/api/v1${path}`, { headers: { authorization: `Bearer ${key}` } });
  return { status: response.status, text: await response.text() };
}

export const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

export async function until(what: string, test: () => Promise<boolean>, seconds = 120): Promise<void> {
  for (const end = Date.now() + seconds * 1000; Date.now() < end; await wait(25)) if (await test()) return;
  throw new Error(`waited in vain: ${what}`);
}
