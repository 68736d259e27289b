// What a scan of a site sees: everything that is kept on a visitor's device or tells somebody else of the visit.

/** Before an answer, after a no, after a yes to everything. */
export const PHASES = ['before', 'no', 'yes'] as const;
export type Phase = (typeof PHASES)[number];

/** Kept on the device. Source: Directive 2002/58/EC art. 5(3); EDPB Guidelines 2/2023. */
export const KEPT_KINDS = [
  'cookie',
  'local-storage',
  'session-storage',
  'database',
  'cache',
  'service-worker',
  'window-name',
  'cache-mark',
] as const;
/** Somebody else is called, and so learns of the visit. */
export const CALLED_KINDS = [
  'script',
  'stylesheet',
  'font',
  'pixel',
  'picture',
  'media',
  'frame',
  'call',
  'beacon',
  'socket',
  'stream',
  'prefetch',
  'preconnect',
  'link-ping',
] as const;
/** Read from the device, so that it is known again without anything being kept. */
export const READ_KINDS = [
  'canvas',
  'graphics',
  'audio',
  'font-list',
  'device-details',
  'devices',
  'battery',
  'position',
] as const;
/** Read of what the visitor does; no choice on a panel stops a script that is there. */
export const WATCHED_KINDS = ['form-read', 'form-sent', 'keys', 'movements'] as const;

export type TrackerKind =
  | (typeof KEPT_KINDS)[number]
  | (typeof CALLED_KINDS)[number]
  | (typeof READ_KINDS)[number]
  | (typeof WATCHED_KINDS)[number];

/** One thing that was seen on one page. */
export interface Sighting {
  kind: TrackerKind;
  /** Whose it is: of a cookie its domain, of a call the host that is called, of a script that reads the host it came from. */
  host: string;
  /** A cookie's or an entry's name, the path of what is fetched; empty where the kind says all. */
  name: string;
  /** Host of the script that did it, where that is known and another. */
  by: string | null;
  /** Days until it ends by itself; 0: with the visit; null: it does not, or there is nothing to end. */
  livesDays: number | null;
}

/** What makes two sightings the same thing. */
export const keyOfTracker = ({ kind, host, name }: Pick<Sighting, 'kind' | 'host' | 'name'>): string =>
  `${kind} ${host} ${name}`;

const LONGEST_NAME = 120;

/**
 * A name without what differs from visitor to visitor: long numbers and what only a machine writes.
 *
 * @example commonName('visits_8d1f00ab3c12') // 'visits_*'
 */
export function commonName(name: string): string {
  return name
    .replace(/[0-9a-f]{8,}(?:-[0-9a-f]{4,})*/gi, '*')
    .replace(/\d{5,}/g, '*')
    .slice(0, LONGEST_NAME);
}

/** A phase as one bit, so that what was seen in several adds up. */
export const bitOf = (phase: Phase): number => 1 << PHASES.indexOf(phase);
export const phasesOf = (bits: number): Phase[] => PHASES.filter((phase) => (bits & bitOf(phase)) !== 0);
