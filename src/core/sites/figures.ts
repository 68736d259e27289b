import { addDays, weekdayOf, type Day } from '../shared/days';

export type Device = 'phone' | 'computer' | 'unknown';

/** How a panel was answered: nothing of who. */
export interface Count {
  day: Day;
  version: number;
  language: string;
  place: string;
  device: Device;
  shown: number;
  yes: number;
  no: number;
  part: number;
  withdrawn: number;
}

export const GROUPS = ['version', 'week', 'language', 'place', 'device'] as const;
export type Group = (typeof GROUPS)[number];

export interface Figure extends Pick<Count, 'shown' | 'yes' | 'no' | 'part' | 'withdrawn'> {
  name: string;
  answered: number;
  /** Shown and not answered; one who answers later without being asked anew makes it no less than none. */
  ignored: number;
  /** Of those who answered. */
  share: Share;
}

/** A share with the interval in which it lies, at 95 %. */
export interface Share {
  /** Null: nobody answered. */
  value: number | null;
  low: number;
  high: number;
}

/** Two-sided, 95 %. */
const Z = 1.959964;

/**
 * A share of a count with its interval.
 *
 * Source: E. B. Wilson, Probable inference, the law of succession, and statistical inference (1927).
 *
 * @example shareOf(5, 10) // { value: 0.5, low: 0.237, high: 0.763 }
 */
export function shareOf(hits: number, of: number): Share {
  if (of === 0) return { value: null, low: 0, high: 1 };
  const p = hits / of;
  const middle = (p + Z ** 2 / (2 * of)) / (1 + Z ** 2 / of);
  const half = (Z * Math.sqrt((p * (1 - p)) / of + Z ** 2 / (4 * of ** 2))) / (1 + Z ** 2 / of);
  return { value: p, low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

/** What a changed wording did to the share of those who said yes. */
export interface Effect {
  before: number;
  after: number;
  /** In points of the share, with its interval at 95 %. */
  difference: number;
  low: number;
  high: number;
  says: 'more' | 'less' | 'no-difference-seen' | 'too-few';
}

/** With fewer answers on either side nothing is said. */
const FEW = 30;

/**
 * The difference between two shares with its interval.
 *
 * Source: R. G. Newcombe, Interval estimation for the difference between independent proportions, method 10 (1998).
 */
export function effectOf(
  before: { version: number; yes: number; answered: number },
  after: { version: number; yes: number; answered: number },
): Effect {
  const [a, b] = [shareOf(before.yes, before.answered), shareOf(after.yes, after.answered)];
  const [p1, p2] = [a.value ?? 0, b.value ?? 0];
  const difference = p2 - p1;
  const low = difference - Math.sqrt((p2 - b.low) ** 2 + (a.high - p1) ** 2);
  const high = difference + Math.sqrt((b.high - p2) ** 2 + (p1 - a.low) ** 2);
  const isFew = before.answered < FEW || after.answered < FEW;
  const says = isFew ? 'too-few' : low > 0 ? 'more' : high < 0 ? 'less' : 'no-difference-seen';
  return { before: before.version, after: after.version, difference, low, high, says };
}

/** The Monday of a day's week. */
const weekOf = (day: Day): Day => addDays(day, -((weekdayOf(day) + 6) % 7));

const nameOf = (count: Count, by: Group): string =>
  by === 'week' ? weekOf(count.day) : by === 'version' ? String(count.version) : count[by];

/** The counts summed by one of their sides; versions and weeks in order, the rest by how often they were shown. */
export function figuresBy(counts: readonly Count[], by: Group): Figure[] {
  const sums = new Map<string, Omit<Figure, 'answered' | 'ignored' | 'share'>>();
  for (const count of counts) {
    const name = nameOf(count, by);
    const sum = sums.get(name) ?? { name, shown: 0, yes: 0, no: 0, part: 0, withdrawn: 0 };
    for (const what of ['shown', 'yes', 'no', 'part', 'withdrawn'] as const) sum[what] += count[what];
    sums.set(name, sum);
  }
  const figures = [...sums.values()].map((sum): Figure => {
    const answered = sum.yes + sum.no + sum.part;
    return { ...sum, answered, ignored: Math.max(0, sum.shown - answered), share: shareOf(sum.yes, answered) };
  });
  if (by === 'week') return figures.sort((a, b) => (a.name < b.name ? 1 : -1));
  if (by === 'version') return figures.sort((a, b) => Number(b.name) - Number(a.name));
  return figures.sort((a, b) => b.shown - a.shown);
}

/** What each version did compared to the one before it, the newest first. */
export function effectsOf(counts: readonly Count[]): Effect[] {
  const versions = figuresBy(counts, 'version').filter(({ answered }) => answered > 0);
  return versions.slice(0, -1).map((after, n) => {
    const side = ({ name, yes, answered }: Figure) => ({ version: Number(name), yes, answered });
    return effectOf(side(versions[n + 1]!), side(after));
  });
}
