import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import puppeteer, { type Page } from 'puppeteer-core';
import { newVisitor } from '../src/connectors/browser/visitor';
import { median, recorder } from './measure';

// What the script of a site costs the page that it stands on, beside the same page without it, and how soon an answer is obeyed.

const ADDRESS = process.env['BENCH_ADDRESS']!;
const PORT = process.env['STANDINS_SITE_PORT']!;
const PAGE = `http://shop.localhost:${PORT}/blog`;
const TIMES = 15;
/** Bytes, packed: the script with everything it needs for the first answer. */
const MOST_BYTES = 20_000;
/** A frame of a screen, milliseconds. */
const FRAME_MS = 1000 / 60;
const note = recorder();

const script = await (await fetch(`${ADDRESS}/panel/shop/script.js`)).text();
const size = gzipSync(script).length;
note({
  what: 'the script of a site with its words in four languages, packed',
  ours: `${(size / 1000).toFixed(1)} kB`,
  limit: `${MOST_BYTES / 1000} kB`,
  ratio: size / MOST_BYTES,
  goal: 1,
});

const browser = await puppeteer.launch({
  executablePath: '/usr/bin/chromium',
  headless: true,
  userDataDir: mkdtempSync(join(tmpdir(), 'bookend-bench-')),
  args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
});

/** A fresh visitor each time. @param without leaves the script out */
async function visit<T>(without: boolean, look: (page: Page) => Promise<T>): Promise<T> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setRequestInterception(true);
  page.on('request', (request) => {
    if (without && request.url().includes('/panel/'))
      void request.respond({ contentType: 'text/javascript', body: '' });
    else void request.continue();
  });
  await page.evaluateOnNewDocument(() => {
    (window as unknown as { shifted: number }).shifted = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        (window as unknown as { shifted: number }).shifted += (entry as unknown as { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  try {
    await page.goto(PAGE, { waitUntil: 'load' });
    return await look(page);
  } finally {
    await context.close();
  }
}

const loaded = (page: Page) =>
  page.evaluate(
    () => (performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming).domContentLoadedEventEnd,
  );

const [own, bare] = [[] as number[], [] as number[]];
for (let n = 0; n < TIMES; n++) {
  bare.push(await visit(true, loaded));
  own.push(await visit(false, loaded));
}
note({
  what: 'the page until it can be read and used, with the script',
  ours: `${median(own).toFixed(0)} ms`,
  limit: `${median(bare).toFixed(0)} ms without it`,
  ratio: (median(own) + 1) / (median(bare) + 1),
  goal: 2,
});

const answered: number[] = [];
let shifted = 0;
for (let n = 0; n < TIMES; n++)
  await visit(false, async (page) => {
    await page.waitForFunction(() => {
      const slip = document.querySelector('[data-bookend]')?.shadowRoot?.querySelector<HTMLElement>('[role=region]');
      return slip && !slip.hidden;
    });
    answered.push(
      await page.evaluate(async () => {
        const heard = new Promise<number>((tell) =>
          document.addEventListener('bookend:change', () => tell(performance.now()), { once: true }),
        );
        const from = performance.now();
        document.querySelector('[data-bookend]')!.shadowRoot!.querySelector('button')!.click();
        return (await heard) - from;
      }),
    );
    shifted = Math.max(shifted, await page.evaluate(() => (window as unknown as { shifted: number }).shifted));
  });
note({
  what: `from a yes to the switch that scripts read; the layout shifted by ${shifted.toFixed(3)}`,
  ours: `${median(answered).toFixed(1)} ms`,
  limit: `a frame of ${FRAME_MS.toFixed(1)} ms`,
  // A page that moves under the hand is worse than any wait.
  ratio: (median(answered) / FRAME_MS) * (shifted === 0 ? 1 : 100),
  goal: 1,
});
await browser.close();

/** Pages of a scan, as many as it looks at. */
const PAGES = 200;
const site = createServer((request, response) => {
  if (request.url === '/count.js')
    return void response
      .writeHead(200, { 'content-type': 'text/javascript' })
      .end("document.cookie = 'visits_no=1; max-age=1000'; fetch('/seen')");
  response
    .writeHead(200, { 'content-type': 'text/html' })
    .end(
      `<title>${request.url}</title><script src="/count.js"></script><h1>A bicycle</h1>${'<p>Of steel.</p>'.repeat(200)}`,
    );
}).listen(0, '127.0.0.1');
const at = `pages.localhost:${(site.address() as AddressInfo).port}`;
const settings = { ownHosts: ['pages.localhost'], site: 'none', bookend: ADDRESS, reach: [at] };
const visitor = await newVisitor({ ...settings, tries: null, language: null, gpc: false });
const plain = await puppeteer.launch({
  executablePath: '/usr/bin/chromium',
  headless: true,
  args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
});
const [reader] = await plain.pages();
const timed = async (work: (url: string) => Promise<unknown>): Promise<number> => {
  const from = performance.now();
  for (let n = 0; n < PAGES; n++) await work(`http://${at}/bicycles/${n}`);
  return (performance.now() - from) / PAGES;
};
const merely = await timed((url) => reader!.goto(url, { waitUntil: 'networkidle0' }));
const looked = await timed((url) => visitor.look(url, { staySeconds: 0.5, fillsForms: true, picture: false }));
await visitor.close();
await plain.close();
site.close();
note({
  what: `a look at a page, of ${PAGES}: what it keeps and calls, read to its end, half a second waited for`,
  ours: `${looked.toFixed(0)} ms`,
  limit: `${merely.toFixed(0)} ms until the same page is merely loaded and quiet`,
  ratio: looked / merely,
  goal: 4,
});
