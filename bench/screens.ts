import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import puppeteer, { type Page } from 'puppeteer-core';
import { createClient } from '../src/db/shared/client';
import { readConfig } from '../src/main/config';
import { createContext } from '../src/main/context';
import { WORKER } from '../src/ports/actor';
import { growLedger } from './growLedger';
import { growReview, growRequests } from './growRequests';
import { median, percentile, timed, type BenchRow } from './measure';

// What each page costs the server and the browser, at the demo's size and then at that of years of work.
const ADDRESS = process.env['BENCH_ADDRESS']!;
const REQUESTS = Number(process.env['BENCH_REQUESTS'] ?? 100_000);
const CHOICES = Number(process.env['BENCH_CHOICES'] ?? 10_000_000);
const ASKED = 15;
/** What our own code may add to the query itself, milliseconds. */
const OWN_MS = 30;
/** Script beyond the framework's own, kilobytes, packed. */
const SCRIPT_KB = 250;
/** From a verdict to the next record, milliseconds. */
const NEXT_MS = 100;
const VERDICTS = 200;
const REVIEWS = [500, 20_000] as const;

/** Each list that grows, with the query that it rests on. */
const GROWING: Readonly<Record<string, string>> = {
  '/requests': 'select * from requests where is_open order by due_on, ref limit 51',
  '/requests?state=closed': 'select * from requests where not is_open order by due_on desc, ref desc limit 51',
  '/requests?sort=-received': 'select * from requests where is_open order by received_at desc, ref desc limit 51',
  '/ledger': 'select * from choices where tree = 0 order by seq desc limit 51',
  '/ledger?purpose=newsletter':
    "select * from choices where tree = 0 and purpose_no = (select no from dictionary where kind = 'purpose' and value = 'newsletter') order by seq desc limit 51",
  '/people': 'select 1',
  '/desk': 'select * from requests where is_open order by due_on, ref limit 200',
  '/trail': 'select * from trail order by seq desc limit 101',
};

type Note = (row: BenchRow) => void;

async function answerMs(cookie: string, path: string): Promise<number> {
  const times: number[] = [];
  for (let n = 0; n < ASKED; n++) {
    const start = performance.now();
    const response = await fetch(`${ADDRESS}${path}`, { headers: { cookie }, redirect: 'manual' });
    await response.arrayBuffer();
    if (response.status !== 200) throw new Error(`${path} answered ${response.status}`);
    times.push(performance.now() - start);
  }
  return median(times);
}

/** Script that a page loads beyond what every page of the framework loads, packed, in kilobytes. */
export async function scriptSizes(cookie: string, paths: readonly string[], note: Note): Promise<void> {
  const manifest = JSON.parse(readFileSync(join(process.cwd(), '.next/build-manifest.json'), 'utf8')) as {
    rootMainFiles: string[];
    polyfillFiles: string[];
  };
  const own = new Set([...manifest.rootMainFiles, ...manifest.polyfillFiles].map((file) => `/_next/${file}`));
  const packed = new Map<string, number>();
  for (const path of paths) {
    const page = await (await fetch(`${ADDRESS}${path}`, { headers: { cookie } })).text();
    const scripts = new Set([...page.matchAll(/<script[^>]* src="([^"?]+)/g)].map(([, src]) => src!));
    let bytes = 0;
    for (const src of scripts) {
      if (own.has(src)) continue;
      if (!packed.has(src))
        packed.set(src, gzipSync(Buffer.from(await (await fetch(`${ADDRESS}${src}`)).arrayBuffer())).length);
      bytes += packed.get(src)!;
    }
    note({
      what: `script of ${path.replace(/BK-[\d-]+/, 'a request')} on its first load, packed`,
      ours: `${(bytes / 1024).toFixed(0)} kB`,
      limit: `${SCRIPT_KB} kB beyond the framework’s own`,
      ratio: bytes / 1024 / SCRIPT_KB,
      goal: 1,
    });
  }
}

/** Pages at the demo's size, then grown: what they take more may be the query itself and a little. */
export async function grownPages(cookie: string, note: Note): Promise<void> {
  const config = readConfig();
  const knex = createClient(config.DATABASE_URL);
  const ctx = createContext(config, knex, { enqueue: async () => {}, resume: async () => false }, WORKER);
  const small = new Map<string, number>();
  for (const path of Object.keys(GROWING)) small.set(path, await answerMs(cookie, path));
  await growRequests(ctx, REQUESTS);
  await growLedger(ctx, CHOICES, (n) => console.error(`  ${n.toLocaleString('en')} choices`));
  await knex.raw('analyze');
  for (const [path, sql] of Object.entries(GROWING)) {
    const [before, ours] = [small.get(path)!, await answerMs(cookie, path)];
    const times: number[] = [];
    for (let n = 0; n < ASKED; n++) times.push(await timed(() => knex.raw(sql)));
    const query = median(times) * 1000;
    note({
      what: `${path}, ${REQUESTS.toLocaleString('en')} requests, ${CHOICES.toLocaleString('en')} choices`,
      ours: `${ours.toFixed(0)} ms`,
      limit: `${before.toFixed(0)} ms at the demo’s size + the query ${query.toFixed(1)} ms + ${OWN_MS} ms`,
      ratio: ours / (before + query + OWN_MS),
      goal: 1,
    });
  }
  for (const count of REVIEWS) await reviewPace(cookie, await growReview(ctx, count), count, note);
  await knex.destroy();
}

/** Verdicts by the key: how long until the next record stands beside what is known. */
async function reviewPace(cookie: string, ref: string, count: number, note: Note): Promise<void> {
  const browser = await puppeteer.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    const [name, value] = cookie.split('=') as [string, string];
    await browser.setCookie({ name, value, domain: new URL(ADDRESS).hostname, path: '/' });
    const start = performance.now();
    await page.goto(`${ADDRESS}/requests/${ref}`);
    await page.waitForSelector('html[data-awake]', { timeout: 120_000 });
    await page.waitForSelector('[aria-label=Matches] tr[aria-selected=true]');
    const opened = performance.now() - start;
    const times = await nextRecords(page);
    const p95 = percentile(times, 0.95);
    note({
      what: `to the next record in review, p95 of ${VERDICTS}, ${count.toLocaleString('en')} matches`,
      ours: `${p95.toFixed(0)} ms (opened in ${(opened / 1000).toFixed(1)} s)`,
      limit: `wanted ${NEXT_MS} ms`,
      ratio: p95 / NEXT_MS,
      goal: 1,
    });
  } finally {
    await browser.close();
  }
}

/** In the page itself: a key goes down, and it is watched frame by frame when another record is chosen and shown. */
const WATCH = `
  window.shown = () => document.querySelector('[aria-label="The record beside what we know"]').textContent.slice(0, 200);
  window.nextRecord = (old) => new Promise((resolve) => {
    const look = () => (shown() !== old && !shown().startsWith('Opening')
      ? resolve(performance.now() - window.pressed) : requestAnimationFrame(look));
    look();
  });
  addEventListener('keydown', () => { window.pressed = performance.now(); }, true);
`;

async function nextRecords(page: Page): Promise<number[]> {
  await page.evaluate(WATCH);
  const times: number[] = [];
  for (let n = 0; n < VERDICTS; n++) {
    const before = (await page.evaluate('shown()')) as string;
    await page.keyboard.press('t');
    times.push((await page.evaluate(`nextRecord(${JSON.stringify(before)})`)) as number);
  }
  return times;
}
