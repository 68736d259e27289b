import type { Sighting } from './trackers';

/** What something is for, as it is told to visitors. */
export const USES = [
  'session',
  'choice',
  'language',
  'security',
  'counting',
  'testing',
  'recording',
  'advertising',
  'social',
  'embedded',
  'fonts',
  'captcha',
  'support',
  'known-again',
] as const;
export type Use = (typeof USES)[number];

/**
 * What somebody asked for cannot be given without it, so that no leave is needed. Source: Directive 2002/58/EC art. 5(3); Opinion
 * 04/2012 of the Working Party.
 */
const NECESSARY: ReadonlySet<Use> = new Set(['session', 'choice', 'language', 'security']);
export const isNecessary = (use: Use): boolean => NECESSARY.has(use);

/** What is known of a tracker: from the list that comes with Bookend, or said by a colleague. */
export interface TrackerWords {
  owner: string;
  use: Use;
  /** Days it is said to last; null: nothing is said. */
  keepsDays: number | null;
  /** What is sold or shared, or made into advertising elsewhere. */
  isSale: boolean;
}

interface Known extends TrackerWords {
  host?: RegExp;
  name?: RegExp;
  kinds?: readonly Sighting['kind'][];
}

const service = (name: string, owner: string, use: Use, keepsDays: number | null, isSale = false): Known => ({
  host: new RegExp(`^${name}\\.(?:localhost|example)$`),
  owner,
  use,
  keepsDays,
  isSale,
});

/** Whoever keeps something under such a name on a site’s own host does it so that the site works. The owner is the site itself. */
const own = (name: RegExp, use: Use, keepsDays: number | null, kinds: Known['kinds']): Known => ({
  name,
  kinds,
  owner: '',
  use,
  keepsDays,
  isSale: false,
});

/** Made-up services, and names that speak for themselves. What is not here is put before a person. */
const KNOWN: readonly Known[] = [
  service('count', 'Tallymark Counting', 'counting', 365),
  service('ads', 'Brightboard Advertising', 'advertising', 90, true),
  service('match', 'Brightboard Advertising', 'advertising', 90, true),
  service('video', 'Reelbarn Video', 'embedded', 180),
  service('map', 'Wayfold Maps', 'embedded', 30),
  service('fonts', 'Letterpond Fonts', 'fonts', null),
  service('captcha', 'Gatekeep Checks', 'captcha', 1),
  service('replay', 'Larchpane Recordings', 'recording', 365),
  service('chat', 'Hullabell Talks', 'support', 30),
  own(/^bookend_/, 'choice', null, ['cookie', 'local-storage']),
  own(/^(?:session|sid|sess)(?:_id|_no)?$/i, 'session', 1, ['cookie', 'session-storage']),
  own(/^(?:basket|cart|kurv|warenkorb)(?:_no)?$/i, 'session', 30, ['cookie', 'local-storage', 'session-storage']),
  own(/^(?:csrf|xsrf)(?:_token)?$/i, 'security', 1, ['cookie', 'session-storage']),
  own(/^(?:lang|language|locale)$/i, 'language', 365, ['cookie', 'local-storage']),
];

/**
 * What comes with Bookend about something that was seen.
 *
 * @param isOwn whether its host is the site’s own
 * @returns null where a person has to say it
 */
export function knownTracker(
  seen: Pick<Sighting, 'kind' | 'host' | 'name' | 'by'>,
  isOwn: boolean,
): TrackerWords | null {
  const found = KNOWN.find(({ host, name, kinds }) => {
    if (host) return host.test(seen.host) || (isOwn && seen.by !== null && host.test(seen.by));
    return isOwn && name!.test(seen.name) && kinds!.includes(seen.kind);
  });
  if (!found) return null;
  const { owner, use, keepsDays, isSale } = found;
  return { owner, use, keepsDays, isSale };
}
