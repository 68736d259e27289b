import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import puppeteer, { type Page } from 'puppeteer-core';
import { newVisitor } from '../src/connectors/browser/visitor';
import { newPurpose } from '../src/core/purposes/purposes';
import { insertPurpose, insertWording } from '../src/db/purposes/purposes';
import { createClient } from '../src/db/shared/client';
import type { Handle } from '../src/db/shared/handle';
import { recordChoices } from '../src/usecases/ledger/recordChoices';
import { actAs } from '../src/usecases/shared/context';
import { takePanelAnswer } from '../src/usecases/sites/panelAnswers';
import { addSite } from '../src/usecases/sites/sites';
import { benchContext, fresh, url } from './ledgerWorld';
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
await once(site, 'listening');
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

/** Answers of panels into the ledger, as many visitors at once as a busy hour has, beside files of the same choices. */
const ANSWERS = 5000;
const AT_ONCE = 400;
await fresh('bench_answers');
const folder = mkdtempSync(join(tmpdir(), 'bookend-bench-'));
const knex = createClient(url('bench_answers'), 8);
const ctx = benchContext(knex, ADDRESS, folder);
await ctx.transaction((h) => setUpAnswers(h, ctx.clock.now()));
const supervisor = actAs(ctx, { kind: 'user', id: 'usr_bench', name: 'Bench', roles: ['supervisor'] });
const made = await addSite(supervisor, {
  id: 'bench',
  name: 'Bench',
  origins: 'https://bench.example',
  ask: 'bench-panel',
  position: 'bottom',
  switches: '',
  held: '',
});
if (!made.ok) throw new Error(made.refusal.code);
const hex = (n: number, seed: string) => n.toString(16).padStart(32, seed);
const from = {
  siteId: 'bench',
  origin: 'https://bench.example',
  page: { address: null, gpc: false, device: 'computer' as const, tries: null },
};
const began = performance.now();
for (let n = 0; n < ANSWERS; n += AT_ONCE) {
  const batch = Array.from({ length: Math.min(AT_ONCE, ANSWERS - n) }, (_, i) =>
    takePanelAnswer(ctx, from, {
      visitor: hex(n + i, 'a'),
      nonce: hex(n + i, 'b'),
      version: 1,
      language: 'en',
      ago: 0,
      gpc: false,
      answers: { visits: 'grant' },
    }),
  );
  for (const result of await Promise.all(batch)) if (!result.ok) throw new Error(result.refusal.code);
}
const perSecond = (ANSWERS / (performance.now() - began)) * 1000;
const kept = Number((await knex('choices').count({ n: '*' }).first())!['n']);
if (kept !== ANSWERS) throw new Error(`${kept} of ${ANSWERS} answers were kept`);
const bulkBegan = performance.now();
const BULK = 1000;
for (let n = 0; n < ANSWERS; n += BULK)
  await recordChoices(ctx, {
    systemId: 'sys_site_bench',
    choices: Array.from({ length: BULK }, (_, i) => ({
      identifiers: [{ kind: 'device-id' as const, value: hex(n + i, 'c') }],
      purpose: 'visits',
      answer: 'grant' as const,
      occurredAt: ctx.clock.now(),
      ask: 'bench-panel',
      askVersion: 1,
      externalId: `bulk-${n + i}`,
      address: null,
      name: null,
      evidence: null,
    })),
  });
const bulk = (ANSWERS / (performance.now() - bulkBegan)) * 1000;
await knex.destroy();
note({
  what: `answers of panels into the ledger, ${AT_ONCE} visitors at once, each told when it is kept; without HTTP`,
  ours: `${perSecond.toFixed(0)} a second`,
  limit: `1,000 a second (the same choices a thousand at a time: ${bulk.toFixed(0)} a second)`,
  ratio: 1000 / perSecond,
  goal: 1,
});

async function setUpAnswers(h: Handle, now: string): Promise<void> {
  await insertPurpose(h, {
    ...newPurpose({ id: 'visits', title: 'Visits', validFrom: now, recordedAt: now }),
    plain: 'Counting.',
    words: {},
    confirmBy: 'source',
    channels: [],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
    publishedBy: null,
    sortOrder: 1,
  });
  await insertWording(h, {
    kind: 'ask',
    id: 'bench-panel',
    version: 1,
    validFrom: now,
    recordedAt: now,
    isMaterial: false,
    method: 'button',
    place: null,
    purposes: ['visits'],
    words: { en: 'May we count?' },
  });
}
