import * as yup from 'yup';
import type { RunView } from '../runs/views';
import { KEPT_KINDS, READ_KINDS, WATCHED_KINDS, type Sighting } from './trackers';

/** How a page was answered before it is looked at: not at all, by the panel’s own buttons, or yes to one purpose alone. */
export type TryState = 'before' | 'none' | 'all' | `only:${string}`;

/** What a page showed to one who was never there. */
export interface TryLook {
  state: TryState;
  address: string;
  fault: string | null;
  /** The panel: whether it asks, what it permits, its switches, and what waits on the page; null: there is none. */
  panel: {
    isAsking: boolean;
    language: string | null;
    permitted: string[];
    switches: Record<string, boolean>;
    held: { address: string; needs: string[] }[];
  } | null;
  sightings: Sighting[];
  calls: Record<string, number>;
  hasPicture: boolean;
}

export const PLACES_TO_TRY = [
  'DK',
  'DE',
  'NL',
  'IE',
  'GB',
  'FR',
  'NO',
  'CH',
  'US-CA',
  'US-CO',
  'US-TX',
  'US-NY',
  'JP',
] as const;

export const tryInput = yup
  .object({
    id: yup.string().max(60).required(),
    url: yup.string().trim().url('An address of a page of this site.').max(500).required('Say which page.'),
    place: yup
      .string()
      .matches(/^[A-Z]{2}(-[A-Z0-9]{1,3})?$/, 'A country such as DK, or a state such as US-CA.')
      .required(),
    language: yup
      .string()
      .matches(/^[a-z]{2}$/, 'Two letters, such as da.')
      .required(),
    gpc: yup.boolean().default(false),
  })
  .noUnknown();
export type TrySite = yup.InferType<typeof tryInput>;

export interface TryView {
  id: string;
  name: string;
  origins: string[];
  run: RunView | null;
  /** What was tried last; null: nothing yet. */
  asked: Omit<TrySite, 'id'> | null;
  looks: TryLook[];
  /** Purposes by id, as they are called. */
  titles: Record<string, string>;
  /** A page of the site that shows live what is permitted while it is clicked; opened within minutes. */
  liveLink: string | null;
  mayTry: boolean;
}

/** The order in which a page is tried: more purposes than this are not each tried alone. */
const MOST_ALONE = 8;

/** @param purposes that can be answered */
export function statesToTry(purposes: readonly string[]): TryState[] {
  const alone = purposes.length > 1 ? purposes.slice(0, MOST_ALONE).map((id): TryState => `only:${id}`) : [];
  return ['before', 'none', ...alone, 'all'];
}

export type TryGroup = 'panel' | 'switch' | 'waits' | 'kept' | 'fetched' | 'read' | 'called';

/** One thing, and how it was after each answer. */
export interface TryRow {
  group: TryGroup;
  name: string;
  /** One for each look, in their order; empty: it was not there. */
  cells: string[];
}

const KEPT = new Set<string>(KEPT_KINDS);
const READ = new Set<string>([...READ_KINDS, ...WATCHED_KINDS]);

const groupOf = (kind: string): TryGroup => (KEPT.has(kind) ? 'kept' : READ.has(kind) ? 'read' : 'fetched');

/** Where and what of an address, without its query: that is another for each visitor. */
const short = (address: string): string => address.replace(/^https?:\/\//, '').replace(/[?#].*$/, '');

/** The looks side by side: every switch, what waits, what is kept, fetched, read and called. */
export function sideBySide(looks: readonly TryLook[]): TryRow[] {
  const rows = new Map<string, TryRow>();
  const put = (at: number, group: TryGroup, name: string, cell: string) => {
    const key = `${group} ${name}`;
    const row = rows.get(key) ?? { group, name, cells: looks.map(() => '') };
    row.cells[at] = cell;
    rows.set(key, row);
  };
  looks.forEach(({ panel, sightings, calls }, at) => {
    put(at, 'panel', 'asks by itself', panel ? (panel.isAsking ? 'yes' : 'no') : 'no panel');
    for (const [name, isOn] of Object.entries(panel?.switches ?? {})) put(at, 'switch', name, isOn ? 'on' : 'off');
    for (const { address, needs } of panel?.held ?? []) put(at, 'waits', short(address), needs.join(', '));
    for (const one of sightings) put(at, groupOf(one.kind), `${one.kind} ${one.name} (${one.host})`, 'there');
    for (const [host, count] of Object.entries(calls)) put(at, 'called', host, String(count));
  });
  const order: TryGroup[] = ['panel', 'switch', 'waits', 'kept', 'fetched', 'read', 'called'];
  return [...rows.values()].sort(
    (a, b) => order.indexOf(a.group) - order.indexOf(b.group) || (a.name < b.name ? -1 : 1),
  );
}
