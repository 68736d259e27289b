import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { setTimeout as delay } from 'node:timers/promises';
import type { CDPSession, Frame, HTTPRequest, Page } from 'puppeteer-core';
import type { LookFault, LookOptions, PageLook, PanelState, SiteVisitor, VisitorSettings } from '../../ports/looker';
import { ask, ASK_MS, PATIENCE_MS, within } from './ask';
import { fillForms, move, signIn, type Honey } from './forms';
import { launch, type Launched } from './launch';
import { KEPT, LEAVE, MARKUP, panelState, press, SCROLL, tick } from './pageWords';
import { REFUSED_STATUS, startProxy, type ScanProxy } from './proxy';
import {
  disguisesOf,
  distinct,
  formSent,
  fromCalls,
  fromCookies,
  fromKept,
  fromMarkup,
  fromNoticed,
  hostOf,
  type Call,
  type Kept,
  type Noticed,
} from './sightings';

const WATCH = readFileSync(new URL('./inPage.mjs', import.meta.url), 'utf8').replace('export function', 'function');
/** A page that has not come to rest after this is taken as it is, milliseconds. */
const LONGEST_MS = 12_000;
/** Quiet for so long, a page is at rest. */
const QUIET_MS = 400;
/** What is sent when a page is left is under way by then. */
const LEAVE_MS = 150;
const MOST_CALLS = 5000;
const MOST_SIGHTINGS = 600;
const MOST_BODY = 20_000;

const honey = (): Honey => {
  const no = randomBytes(5).toString('hex');
  return { mail: `visitor-${no}@visitor.example`, text: `Visitor ${no}`, phone: `00${parseInt(no.slice(0, 7), 16)}` };
};

export async function newVisitor(settings: VisitorSettings): Promise<SiteVisitor> {
  const proxy = await startProxy([...settings.reach, hostAndPort(settings.bookend)]);
  let launched: Launched;
  try {
    launched = await launch(proxy.port);
  } catch (error) {
    await proxy.close();
    throw error;
  }
  const close = async () => {
    await launched.close();
    await proxy.close();
  };
  try {
    return await visit(settings, launched, proxy, close);
  } catch (error) {
    await close();
    throw error;
  }
}

const hostAndPort = (origin: string): string => new URL(origin).host;

/** What a page did since it was opened. */
interface Doings {
  calls: (Call & { request: HTTPRequest | null })[];
  underWay: Set<HTTPRequest>;
  quietSince: number;
}
const none = (): Doings => ({ calls: [], underWay: new Set(), quietSince: Date.now() });

// One visitor has one page, and what it does is told by events.
// eslint-disable-next-line max-lines-per-function
async function visit(
  settings: VisitorSettings,
  { browser }: Launched,
  proxy: ScanProxy,
  close: () => Promise<void>,
): Promise<SiteVisitor> {
  const page = (await browser.pages())[0] ?? (await browser.newPage());
  const key = `__${randomBytes(8).toString('hex')}`;
  const words = honey();
  const disguises = disguisesOf(Object.values(words));
  const bookend = hostOf(settings.bookend);
  const isOwn = (host: string) => settings.ownHosts.includes(host);
  let doings = none();
  // A cookie that was there already was seen on the page that set it.
  const setters = new Map<string, string>();
  await prepare(page, settings, key);
  watchCalls(page, () => doings, settings.bookend);
  const client = await page.createCDPSession();
  await client.send('Network.enable');
  await keepToItself(client, settings);

  async function collect(opened: Opened, { picture }: Pick<LookOptions, 'picture'>): Promise<PageLook> {
    const noticed = await fromFrames(page, (frame) => readNoticed(frame, key));
    for (const { kind, name, by } of noticed) if (kind.startsWith('set-')) setters.set(name, hostOf(by));
    const markup = (await ask<Markup>(page.mainFrame(), MARKUP)) ?? {
      links: [],
      quiet: [],
      preconnects: [],
      pings: [],
    };
    const kept = await fromFrames(page, readKept);
    const shot = picture ? await page.screenshot({ type: 'jpeg', quality: 60 }).catch(() => null) : null;
    const panel = await ask<PanelState>(page.mainFrame(), panelState(settings.site));
    const address = page.url();
    const { cookies } = await client.send('Network.getAllCookies');
    const calls = await settled(doings.calls);
    const others = calls.filter(({ url }) => hostOf(url) !== bookend || isOwn(bookend));
    const sightings = [
      ...fromCookies(cookies, setters, Date.now() / 1000),
      ...fromKept(kept, setters),
      ...fromCalls(others, isOwn),
      ...formSent(others, disguises, isOwn),
      ...fromNoticed(noticed, isOwn),
      ...fromMarkup(markup, isOwn),
    ].filter(({ host }) => host !== bookend || isOwn(bookend));
    return {
      address,
      ...opened,
      fault: proxy.cut.size > 0 ? 'too-large' : opened.fault,
      links: markup.links,
      sightings: distinct(sightings, MOST_SIGHTINGS),
      panel,
      calls: countsOf(calls),
      picture: shot,
    };
  }

  async function open(url: string): Promise<Opened> {
    doings = none();
    proxy.cut.clear();
    return openPage(page, url, proxy);
  }

  return {
    async look(url, options) {
      const opened = await open(url);
      if (opened.fault && opened.fault !== 'timeout') return collect(opened, options);
      await rest(() => doings);
      await ask(page.mainFrame(), SCROLL);
      await move(page);
      if (options.fillsForms) await fillForms(page, words);
      await delay(options.staySeconds * 1000);
      await rest(() => doings);
      const before = await collect(opened, options);
      // What is sent by whoever is left behind belongs to the page that is left.
      await fromFrames(page, async (frame) => [await ask(frame, LEAVE)]);
      await delay(LEAVE_MS);
      const calls = (await settled(doings.calls)).filter(({ url: to }) => hostOf(to) !== bookend || isOwn(bookend));
      const late = [...fromCalls(calls, isOwn), ...formSent(calls, disguises, isOwn)];
      await page.goto('about:blank', { timeout: ASK_MS }).catch(() => {});
      return { ...before, sightings: distinct([...before.sightings, ...late], MOST_SIGHTINGS) };
    },
    async answer(url, yes) {
      await open(url);
      await rest(() => doings);
      const say = (act: string) => ask<boolean>(page.mainFrame(), press(act));
      if (yes === 'all' || yes === 'none') return (await say(yes === 'all' ? 'yes' : 'no')) ?? false;
      if (!(await say('choose'))) return false;
      await ask(page.mainFrame(), tick(yes));
      return (await say('save')) ?? false;
    },
    async again(options) {
      await rest(() => doings);
      return collect({ status: null, fault: null }, options);
    },
    signIn: (url, user, password) => signIn(page, url, user, password),
    close,
  };
}

interface Opened {
  status: number | null;
  fault: LookFault | null;
}
interface Markup {
  links: string[];
  quiet: string[];
  preconnects: string[];
  pings: string[];
}

async function openPage(page: Page, url: string, proxy: ScanProxy): Promise<Opened> {
  try {
    const response = await page.goto(url, { waitUntil: 'load', timeout: PATIENCE_MS });
    const said = response?.headers()['x-scan'];
    if (said === 'refused' || (response?.status() === REFUSED_STATUS && proxy.refused.has(hostOf(url))))
      return { status: null, fault: 'out-of-reach' };
    if (said === 'away') return { status: null, fault: 'unreachable' };
    const status = response?.status() ?? null;
    const isPage = /html/.test(response?.headers()['content-type'] ?? 'html');
    return { status, fault: status !== null && status >= 400 ? 'refused' : isPage ? null : 'no-page' };
  } catch (error) {
    const text = error instanceof Error ? `${error.name} ${error.message}` : '';
    if (/TOO_MANY_REDIRECTS/.test(text)) return { status: null, fault: 'redirects' };
    if (/Timeout/i.test(text)) return { status: null, fault: 'timeout' };
    if (/ERR_ABORTED/.test(text)) return { status: null, fault: 'no-page' };
    if (proxy.refused.has(hostOf(url))) return { status: null, fault: 'out-of-reach' };
    if (/ERR_/.test(text)) return { status: null, fault: 'unreachable' };
    throw error;
  }
}

/** The page is a stranger’s: what it opens is shut, what it asks is denied, and how it behaves is noticed from the start. */
async function prepare(page: Page, { gpc, language, bookend }: VisitorSettings, key: string): Promise<void> {
  await page.evaluateOnNewDocument(`${WATCH};watchPage(${JSON.stringify(key)}, ${JSON.stringify(bookend)});`);
  page.on('dialog', (dialog) => void dialog.dismiss().catch(() => {}));
  page.on('popup', (popup) => void popup?.close().catch(() => {}));
  const own = await page.browser().userAgent();
  // As the browsers of visitors call themselves: some show programs another page.
  await page.setUserAgent({ userAgent: own.replace('HeadlessChrome', 'Chrome') });
  const headers: Record<string, string> = {};
  if (language) {
    headers['accept-language'] = language;
    await page.evaluateOnNewDocument(
      `Object.defineProperty(Navigator.prototype, 'languages', { get: () => [${JSON.stringify(language)}] });`,
    );
  }
  if (gpc) {
    headers['sec-gpc'] = '1';
    await page.evaluateOnNewDocument(
      "Object.defineProperty(Navigator.prototype, 'globalPrivacyControl', { get: () => true });",
    );
  }
  if (Object.keys(headers).length > 0) await page.setExtraHTTPHeaders(headers);
  const session = await page.createCDPSession();
  await session.send('Browser.setDownloadBehavior', { behavior: 'deny' }).catch(() => {});
}

/** A look is nobody’s answer: nothing of it arrives here. From where it is tried is told to the panel. */
async function keepToItself(client: CDPSession, { bookend, site, tries }: VisitorSettings): Promise<void> {
  const panel = `${bookend}/panel/${site}`;
  await client.send('Network.setBlockedURLs', { urls: [`${panel}/answers*`, `${panel}/shown*`] });
  if (!tries) return;
  client.on('Fetch.requestPaused', ({ requestId, request }) => {
    const url = new URL(request.url);
    url.searchParams.set('try', tries);
    void client.send('Fetch.continueRequest', { requestId, url: url.href }).catch(() => {});
  });
  await client.send('Fetch.enable', { patterns: [{ urlPattern: `${panel}/script.js*` }] });
}

function watchCalls(page: Page, doings: () => Doings, ours: string): void {
  page.on('request', (request) => {
    const now = doings();
    if (now.calls.length >= MOST_CALLS || !/^(https?|wss?):/.test(request.url())) return;
    // The page itself is no call of its own.
    if (request.isNavigationRequest() && request.frame() === page.mainFrame()) return;
    now.calls.push({ ...callOf(request, ours), request });
    now.underWay.add(request);
    now.quietSince = Date.now();
  });
  const over = (request: HTTPRequest) => {
    doings().underWay.delete(request);
    doings().quietSince = Date.now();
  };
  page.on('requestfinished', over);
  page.on('requestfailed', over);
  const add = (url: string, type: string, by: string | null) => {
    const now = doings();
    if (now.calls.length < MOST_CALLS)
      now.calls.push({ url, type, by, body: '', status: null, bytes: null, isMarked: false, request: null });
  };
  // What the page's own events do not tell: calls of workers, and sockets.
  page.on('workercreated', (worker) => {
    const { client } = worker;
    client.on('Network.requestWillBeSent', ({ request: { url }, type }) => {
      if (/^https?:/.test(url)) add(url, type ?? 'fetch', worker.url());
    });
    void client.send('Network.enable').catch(() => {});
  });
  void page.createCDPSession().then(async (client) => {
    client.on('Network.webSocketCreated', ({ url, initiator }) =>
      add(url, 'websocket', initiator?.stack?.callFrames[0]?.url ?? null),
    );
    await client.send('Network.enable');
  });
}

/** @param ours what goes through the panel is done by whoever called it */
const callOf = (request: HTTPRequest, ours: string): Call => {
  const initiator = request.initiator();
  return {
    url: request.url(),
    type: isAhead(request) ? 'prefetch' : request.resourceType(),
    by:
      initiator?.stack?.callFrames.find(({ url }) => url !== '' && !url.startsWith(`${ours}/`))?.url ??
      initiator?.url ??
      null,
    body: '',
    status: null,
    bytes: null,
    isMarked: false,
  };
};
/** Fetched for a page that is not open yet. */
const isAhead = (request: HTTPRequest): boolean =>
  request.headers()['purpose'] === 'prefetch' || (request.headers()['sec-purpose'] ?? '').startsWith('prefetch');

/** Calls with what is known of them by now. */
async function settled(calls: Doings['calls']): Promise<Call[]> {
  return Promise.all(
    calls.map(async ({ request, ...call }) => {
      if (!request) return call;
      const headers = request.headers();
      const length = await lengthOf(request);
      const body = request.hasPostData() ? (request.postData() ?? (await postedBy(request))) : '';
      return {
        ...call,
        type: isAhead(request) ? 'prefetch' : call.type,
        body: body.slice(0, MOST_BODY),
        status: request.response()?.status() ?? null,
        bytes: length,
        isMarked: 'if-none-match' in headers,
      };
    }),
  );
}

/** Of pictures alone: by it one that shows something is told from one that only calls. */
async function lengthOf(request: HTTPRequest): Promise<number | null> {
  const response = request.response();
  if (!response || request.resourceType() !== 'image') return null;
  const said = response.headers()['content-length'];
  return said === undefined ? ((await within(response.buffer()))?.length ?? null) : Number(said);
}

const postedBy = async (request: HTTPRequest): Promise<string> => (await within(request.fetchPostData())) ?? '';

function countsOf(calls: readonly Call[]): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const { url } of calls) counts[hostOf(url)] = (counts[hostOf(url)] ?? 0) + 1;
  return counts;
}

async function fromFrames<T>(page: Page, read: (frame: Frame) => Promise<T[]>): Promise<T[]> {
  return (await Promise.all(page.frames().slice(0, 40).map(read))).flat();
}

async function readNoticed(frame: Frame, key: string): Promise<Noticed[]> {
  const found = await ask<Omit<Noticed, 'frame'>[]>(frame, `self[${JSON.stringify(key)}] ?? []`);
  return (found ?? []).map((one) => ({ ...one, frame: hostOf(frame.url()) }));
}

async function readKept(frame: Frame): Promise<Kept[]> {
  const host = hostOf(frame.url());
  const kept = host === '' ? null : await ask<Omit<Kept, 'host'>>(frame, KEPT);
  if (!kept) return [];
  // The name of a frame is given to it by the page; only the page's own is kept from one to the next.
  return [{ ...kept, host, windowName: frame.parentFrame() ? '' : kept.windowName }];
}

/** Waits until nothing was called for a moment. */
async function rest(doings: () => Doings): Promise<void> {
  const until = Date.now() + LONGEST_MS;
  while (Date.now() < until) {
    const { quietSince, underWay } = doings();
    // A stream never ends; what is under way for long is not waited for.
    const isBusy = [...underWay].some((request) => request.resourceType() !== 'eventsource');
    if (Date.now() - quietSince >= QUIET_MS && (!isBusy || Date.now() - quietSince > QUIET_MS * 5)) return;
    await delay(50);
  }
}
