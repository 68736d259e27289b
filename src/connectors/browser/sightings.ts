import { createHash } from 'node:crypto';
import {
  commonName,
  keyOfTracker,
  READ_KINDS,
  WATCHED_KINDS,
  type Sighting,
  type TrackerKind,
} from '../../core/sites/trackers';

// What a browser tells of one page, as sightings. Nothing here knows a browser.

/** A call that a page or one of its frames made. */
export interface Call {
  url: string;
  /** What the browser fetched it as. */
  type: string;
  /** Who caused it; null: the page itself. */
  by: string | null;
  /** What was sent. */
  body: string;
  status: number | null;
  bytes: number | null;
  /** It asked whether what it has of before is still good: what was given then tells who it is. */
  isMarked: boolean;
}

/** What a script in a page noticed. */
export interface Noticed {
  kind: string;
  name: string;
  by: string;
  /** Host of the page or frame it was noticed in. */
  frame: string;
}

const KIND_OF: Readonly<Record<string, TrackerKind>> = {
  script: 'script',
  stylesheet: 'stylesheet',
  font: 'font',
  image: 'picture',
  media: 'media',
  document: 'frame',
  xhr: 'call',
  fetch: 'call',
  ping: 'beacon',
  websocket: 'socket',
  eventsource: 'stream',
  prefetch: 'prefetch',
  cspviolationreport: 'beacon',
};
/** What is smaller shows nothing, bytes. */
const POINT_BYTES = 250;

export function hostOf(address: string): string {
  try {
    return new URL(address).hostname.toLowerCase();
  } catch {
    return '';
  }
}

function pathOf(address: string): string {
  try {
    return commonName(new URL(address).pathname);
  } catch {
    return '';
  }
}

const one = (kind: TrackerKind, host: string, name: string, by: string | null, livesDays: number | null = null) => ({
  kind,
  host,
  name,
  by: by && by !== host ? by : null,
  livesDays,
});

/**
 * Calls to others. Of the site's own hosts only what is sent in passing counts: a page has to be fetched, but need not report on
 * whoever reads it.
 */
export function fromCalls(calls: readonly Call[], isOwn: (host: string) => boolean): Sighting[] {
  return calls.flatMap((call) => {
    const host = hostOf(call.url);
    const kind = KIND_OF[call.type.toLowerCase()];
    if (host === '' || !kind) return [];
    const by = call.by === null ? null : hostOf(call.by);
    if (isOwn(host)) return kind === 'beacon' ? [one('beacon', host, pathOf(call.url), by)] : [];
    const marks = call.isMarked ? [one('cache-mark', host, pathOf(call.url), by)] : [];
    const isPoint =
      kind === 'picture' &&
      (call.status === null ||
        call.status === 204 ||
        (call.status >= 300 && call.status < 400) ||
        (call.bytes !== null && call.bytes < POINT_BYTES));
    return [one(isPoint ? 'pixel' : kind, host, pathOf(call.url), by), ...marks];
  });
}

/** What stands behind the words that were typed into fields, in the forms in which it is usually sent. */
export function disguisesOf(words: readonly string[]): string[] {
  return words.flatMap((word) => {
    const plain = word.toLowerCase();
    const hashes = ['sha256', 'sha1', 'md5'].map((kind) => createHash(kind).update(plain).digest('hex'));
    const base64 = [word, plain].map((text) => Buffer.from(text).toString('base64').replace(/=+$/, ''));
    return [plain, encodeURIComponent(plain), ...hashes, ...base64];
  });
}

/** Calls that carry what was typed, to whomever. */
export function formSent(
  calls: readonly Call[],
  disguises: readonly string[],
  isOwn: (host: string) => boolean,
): Sighting[] {
  return calls.flatMap((call) => {
    const host = hostOf(call.url);
    const text = `${call.url}\n${call.body}`;
    const lower = text.toLowerCase();
    if (isOwn(host) || !disguises.some((word) => lower.includes(word) || text.includes(word))) return [];
    return [one('form-sent', host, pathOf(call.url), call.by === null ? null : hostOf(call.by))];
  });
}

const READ = new Set<string>(READ_KINDS);
const WATCHED = new Set<string>(WATCHED_KINDS);

/** What scripts read. A site's own scripts have to read its own forms; those of others do not. */
export function fromNoticed(noticed: readonly Noticed[], isOwn: (host: string) => boolean): Sighting[] {
  return noticed.flatMap(({ kind, name, by, frame }) => {
    const host = hostOf(by);
    if (host === '') return [];
    if (READ.has(kind)) return [one(kind as TrackerKind, host, '', null)];
    if (!WATCHED.has(kind) || host === frame || (isOwn(host) && isOwn(frame))) return [];
    return [one(kind as TrackerKind, host, kind === 'form-read' ? commonName(name) : '', null)];
  });
}

export interface CookieSeen {
  name: string;
  domain: string;
  /** Seconds since 1970; below 0: with the visit. */
  expires: number;
}

const DAY_S = 86_400;

/** @param setters names that scripts set, with the host of the script; @param now seconds since 1970 */
export function fromCookies(
  cookies: readonly CookieSeen[],
  setters: ReadonlyMap<string, string>,
  now: number,
): Sighting[] {
  return cookies.map(({ name, domain, expires }) =>
    one(
      'cookie',
      domain.replace(/^\./, '').toLowerCase(),
      commonName(name),
      setters.get(name) ?? null,
      expires < 0 ? 0 : Math.max(0, Math.ceil((expires - now) / DAY_S)),
    ),
  );
}

/** What a frame keeps, by name. */
export interface Kept {
  host: string;
  local: readonly string[];
  session: readonly string[];
  databases: readonly string[];
  caches: readonly string[];
  workers: readonly string[];
  windowName: string;
}

export function fromKept(kept: readonly Kept[], setters: ReadonlyMap<string, string>): Sighting[] {
  const all = (kind: TrackerKind, host: string, names: readonly string[], lives: number | null = null) =>
    names.map((name) => one(kind, host, commonName(name), setters.get(name) ?? null, lives));
  return kept.flatMap(({ host, local, session, databases, caches, workers, windowName }) => [
    ...all('local-storage', host, local),
    ...all('session-storage', host, session, 0),
    ...all('database', host, databases),
    ...all('cache', host, caches),
    ...workers.map((address) => one('service-worker', host, pathOf(address), null)),
    ...(windowName === '' ? [] : [one('window-name', host, '', null, 0)]),
  ]);
}

/** What a page would call without scripts, or has ready to be called. */
export function fromMarkup(
  { quiet, preconnects, pings }: { quiet: readonly string[]; preconnects: readonly string[]; pings: readonly string[] },
  isOwn: (host: string) => boolean,
): Sighting[] {
  const others = (kind: TrackerKind, addresses: readonly string[], isNamed: boolean) =>
    addresses.flatMap((address) => {
      const host = hostOf(address);
      return host === '' || isOwn(host) ? [] : [one(kind, host, isNamed ? pathOf(address) : '', null)];
    });
  return [
    ...others('pixel', quiet, true),
    ...others('preconnect', preconnects, false),
    ...others('link-ping', pings, true),
  ];
}

/** The same thing seen twice on a page is one sighting; the longest life counts. @param most sightings of a page */
export function distinct(sightings: readonly Sighting[], most: number): Sighting[] {
  const found = new Map<string, Sighting>();
  for (const sighting of sightings) {
    const key = keyOfTracker(sighting);
    const known = found.get(key);
    if (!known && found.size >= most) continue;
    const lives = [known?.livesDays ?? sighting.livesDays, sighting.livesDays];
    found.set(key, {
      ...sighting,
      by: known?.by ?? sighting.by,
      livesDays: lives.includes(null) ? null : Math.max(...(lives as number[])),
    });
  }
  return [...found.values()];
}
