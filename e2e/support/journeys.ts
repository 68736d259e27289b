import type { Browser, Page } from 'puppeteer-core';
import { at, choose, fill, go, holds, mailTo, press, seen, wait } from './world';

/** The parts of the setup, below its address. */
export const SETUP = [
  '',
  '/organisation',
  '/brand',
  '/terms',
  '/requests',
  '/mail',
  '/mailbox',
  '/network',
  '/colleagues',
  '/retention',
  '/laws',
  '/api-keys',
  '/webhooks',
  '/example',
  '/storage',
  '/keys',
];

/** A page of somebody outside, who is not signed in. */
export async function outsider(browser: Browser): Promise<Page> {
  return (await browser.createBrowserContext()).newPage();
}

export async function proveByCode(
  page: Page,
  outside: Page,
  ref: string,
  address: string,
): Promise<{ link: string; digits: string }> {
  await go(page, `/requests/${ref}`);
  await seen(page, 'Addresses on file');
  await press(page, 'Mail a code');
  await seen(page, 'The clock stands still');
  const code = await mailTo(address, new RegExp(`(?:Is it you who asked|Er det dig, der har spurgt)\\? \\(${ref}\\)`));
  const link = /http:\/\/[^\s]+\/identity\/[\w-]+/.exec(code.text)![0];
  const digits = /(?:Code|Kode): (\d{6})/.exec(code.text)![1]!;
  await go(outside, link);
  await fill(outside, 'Code', digits === '111111' ? '222222' : '111111');
  await press(outside, 'Go on');
  await seen(outside, 'This is not the code. 4 tries left.');
  await fill(outside, 'Code', digits);
  await press(outside, 'Go on');
  await seen(outside, 'We know now that it is you');
  await go(page, `/requests/${ref}`);
  return { link, digits };
}

export async function traceToEnd(page: Page): Promise<void> {
  await press(page, 'Start the trace');
  await seen(page, /Review \d+ group/);
  // The sheet may say so a moment before the list of matches has the last of them.
  await seen(page, 'Trace again');
}

const UNJUDGED = '[aria-label=Matches] tr:is([data-verdict=open], [data-verdict=unsure])';
const CHOSEN = '[aria-label=Matches] tr[aria-selected=true]';

/** Accepts the certain ones at once and says theirs of the rest, by keys. */
export async function acceptAll(page: Page): Promise<void> {
  for (const band of ['certain', 'likely']) {
    const offers = (which: string) =>
      [...document.querySelectorAll('button')].some((button) =>
        new RegExp(`^Accept \\d+ ${which}`).test(button.innerText),
      );
    if (!(await page.evaluate(offers, band))) continue;
    await press(page, new RegExp(`^Accept \\d+ ${band}`));
    await holds(
      page,
      `all ${band} accepted`,
      (which) =>
        ![...document.querySelectorAll('button')].some((button) =>
          new RegExp(`^Accept \\d+ ${which}`).test(button.innerText),
        ),
      [band],
    );
  }
  for (let n = 0; n < 20 && (await page.$(UNJUDGED)); n++) {
    await page.$eval(UNJUDGED, (row) => (row as HTMLElement).click());
    await page.keyboard.press('t');
    await wait(250);
  }
}

/** Notes of every recipient of an erasure that they were told (GDPR art. 19). */
export async function tellRecipients(page: Page): Promise<void> {
  await seen(page, 'They were told');
  const open = () => page.$$eval('button', (all) => all.filter((one) => one.textContent === 'They were told').length);
  for (let left = await open(); left > 0;) {
    await fill(page, 'How they were told, or why that cannot be done', 'by letter today');
    await press(page, 'They were told');
    await holds(
      page,
      'noted',
      (before) =>
        [...document.querySelectorAll('button')].filter((one) => one.textContent === 'They were told').length < before,
      [left],
    );
    left = await open();
  }
}

/** How many rows the list has, all pages of it; and which is chosen: its page and its place there. */
const rowsInAll = (page: Page) =>
  page.$eval('[aria-label=Matches]', (list) => Number(/everything \((\d+) group/.exec(list.textContent)![1]));
const chosenRow = (page: Page) =>
  page.evaluate((row) => {
    const turned = document.querySelector('[aria-label=Matches] [aria-current=page]')?.textContent ?? '1';
    return `${turned}/${document.querySelector<HTMLTableRowElement>(row)!.rowIndex}`;
  }, CHOSEN);

/** “Theirs” for every row, by the key alone; each next record is shown before its verdict is given. Returns how many rows. */
export async function judgeEachByKey(page: Page): Promise<number> {
  await page.waitForSelector(CHOSEN);
  const rows = await rowsInAll(page);
  for (let n = 0, from = await chosenRow(page); n < rows; n++) {
    await page.keyboard.press('t');
    let to = await chosenRow(page);
    // The last one stays chosen when all is judged.
    for (let tries = 0; to === from && n < rows - 1 && tries < 400; tries++, to = await chosenRow(page)) await wait(25);
    from = to;
  }
  return rows;
}

/** Owners of systems without a connection are not waited for. */
export async function goOnWithoutOwners(page: Page): Promise<void> {
  await holds(
    page,
    'the decision is open',
    () =>
      [...document.querySelectorAll('form button')].some((one) => one.textContent === 'Go on without') ||
      (document.body.innerText.includes('Decide to fulfil') && !/Waiting for \d+ owner/.test(document.body.innerText)),
  );
  for (
    let n = 0;
    n < 3 && (await page.$$eval('form button', (all) => all.some((one) => one.textContent === 'Go on without')));
    n++
  ) {
    await press(page, 'Go on without');
    await press(page, /^Go on without ./);
    await holds(
      page,
      'gone on without',
      () => ![...document.querySelectorAll('form button')].some((one) => one.textContent === 'Go on without'),
    );
  }
}

/** The first ground that is offered, and a reason. */
export async function decideToFulfil(page: Page, reason: string): Promise<void> {
  await goOnWithoutOwners(page);
  await page.waitForSelector('[role=combobox]');
  await page.click('[role=combobox]');
  await page.waitForSelector('[role=option]');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=option]', { hidden: true });
  await fill(page, 'Reason, in a sentence', reason);
  await press(page, 'Decide to fulfil');
}

/** Opens a request as a coordinator does for somebody at the counter, and proves it there. */
export async function openAtCounter(
  page: Page,
  who: { givenName: string; familyName: string; email: string },
  right: string,
): Promise<string> {
  await go(page, '/requests/new');
  await choose(page, 'Right', right);
  await choose(page, 'How it came', 'counter');
  await fill(page, 'Given name', who.givenName);
  await fill(page, 'Family name', who.familyName);
  await fill(page, 'E-mail', who.email);
  await press(page, 'Open the request');
  await at(page, /^\/requests\/BK-/);
  const ref = new URL(page.url()).pathname.split('/').at(-1)!;
  await press(page, 'A document was looked at');
  await choose(page, 'Document', 'passport');
  await choose(page, 'How it was seen', 'seen in person');
  await press(page, 'It proves who they are');
  await seen(page, 'Start the trace');
  return ref;
}

/** From the page of imports: a file of a source, up to its own page, where it is tried out. */
export async function uploadImport(page: Page, file: string, from?: string): Promise<void> {
  if (from) await choose(page, 'from', from);
  await (await page.$('input[type=file]'))!.uploadFile(file);
  await press(page, 'Try it out');
  await at(page, /^\/ledger\/imports\/imp_/);
}
