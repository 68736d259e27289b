// Which pages of a site a scan looks at: politely, within bounds, and without setting anything off.

/** What a site asks of programs that visit it, of those lines that are for everybody or for us. */
export interface Robots {
  disallow: readonly string[];
  allow: readonly string[];
  /** Seconds between pages; null: it asks for none. */
  delay: number | null;
  sitemaps: readonly string[];
}

export const NO_ROBOTS: Robots = { disallow: [], allow: [], delay: null, sitemaps: [] };
/** By this name a site may speak to a scan in its `robots.txt`. */
export const AGENT = 'bookend-scan';
const MOST_LINES = 5000;

/**
 * Reads a `robots.txt`. Source: RFC 9309; `crawl-delay` is no part of it and heeded all the same. A group for us alone counts instead
 * of that for everybody.
 */
export function readRobots(text: string): Robots {
  const groups: { agents: string[]; disallow: string[]; allow: string[]; delay: number | null }[] = [];
  const sitemaps: string[] = [];
  let isNaming = false;
  for (const line of text.split(/\r?\n/).slice(0, MOST_LINES)) {
    const [, name, value] = /^\s*([a-z-]+)\s*:\s*(.*?)\s*(?:#.*)?$/i.exec(line) ?? [];
    if (name === undefined || value === undefined) continue;
    const field = name.toLowerCase();
    if (field === 'sitemap') sitemaps.push(value);
    else if (field === 'user-agent') {
      if (!isNaming) groups.push({ agents: [], disallow: [], allow: [], delay: null });
      groups.at(-1)!.agents.push(value.toLowerCase());
      isNaming = true;
      continue;
    } else {
      const group = groups.at(-1);
      if (group && value !== '' && field === 'disallow') group.disallow.push(value);
      if (group && value !== '' && field === 'allow') group.allow.push(value);
      if (group && field === 'crawl-delay' && Number(value) >= 0) group.delay = Number(value);
    }
    isNaming = false;
  }
  const own = groups.filter(({ agents }) => agents.includes(AGENT));
  const counting = own.length > 0 ? own : groups.filter(({ agents }) => agents.includes('*'));
  return {
    disallow: counting.flatMap(({ disallow }) => disallow),
    allow: counting.flatMap(({ allow }) => allow),
    delay: counting.map(({ delay }) => delay).find((delay) => delay !== null) ?? null,
    sitemaps,
  };
}

/** The longest line that fits decides; of two equally long the one that allows (RFC 9309, 2.2.2). */
export function mayVisit({ disallow, allow }: Robots, url: string): boolean {
  const { pathname, search } = new URL(url);
  const path = pathname + search;
  const longest = (lines: readonly string[]) =>
    Math.max(-1, ...lines.filter((line) => fits(line, path)).map((line) => line.length));
  return longest(allow) >= longest(disallow);
}

function fits(line: string, path: string): boolean {
  const parts = line.replace(/\$$/, '').split('*');
  if (!path.startsWith(parts[0]!)) return false;
  let at = parts[0]!.length;
  for (const part of parts.slice(1)) {
    const found = path.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  return !line.endsWith('$') || at === path.length;
}

/** Addresses that a sitemap names, of pages and of further sitemaps. Source: the sitemaps protocol, 0.9. */
export function readSitemap(xml: string, most = 5000): string[] {
  const found: string[] = [];
  for (const [, address] of xml.matchAll(/<loc>\s*([^<]{1,2000}?)\s*<\/loc>/gi)) {
    found.push(address!.replaceAll('&amp;', '&'));
    if (found.length >= most) break;
  }
  return found;
}

/** Words of addresses that do something by being opened, in the languages sites are made in. */
const ACTS =
  /log-?out|sign-?out|logoff|log-?ud|abmelden|uitloggen|afmelden|delete|remove|slet|loeschen|verwijder|unsubscribe|add-?to|empty|cancel/i;
/** What is not a page. */
const NO_PAGE =
  /\.(?:pdf|zip|gz|jpe?g|png|gif|webp|avif|svg|ico|mp[34]|webm|css|m?js|json|xml|txt|ics|docx?|xlsx?|csv|woff2?)$/i;

/**
 * An address as it is visited and counted: without what stands behind `#`, without its question.
 *
 * @param origins of the site
 * @returns null where it is no page of the site, or opening it may set something off
 */
export function pageOf(address: string, base: string, origins: readonly string[]): string | null {
  let url: URL;
  try {
    url = new URL(address, base);
  } catch {
    return null;
  }
  if (!origins.includes(url.origin) || url.username !== '' || url.pathname.length > 500) return null;
  if (ACTS.test(url.pathname) || ACTS.test(url.search) || NO_PAGE.test(url.pathname)) return null;
  return url.origin + url.pathname;
}

/** One of many addresses that differ by a number or a name alone: pages of the same make. */
const makeOf = (url: string): string => new URL(url).pathname.replace(/\d+/g, '0').split('/').slice(0, -1).join('/');
/** Pages of one make that are looked at before others come first. */
const OF_ONE_MAKE = 5;

/**
 * The pages to be looked at, those of different makes first: of a thousand products five say what there is.
 *
 * @param most pages in all
 */
export function choosePages(found: readonly string[], most: number): string[] {
  const counts = new Map<string, number>();
  const [first, later]: [string[], string[]] = [[], []];
  for (const url of new Set(found)) {
    const make = makeOf(url);
    const n = counts.get(make) ?? 0;
    counts.set(make, n + 1);
    (n < OF_ONE_MAKE ? first : later).push(url);
  }
  return [...first, ...later].slice(0, most);
}
