import type { DeskLine } from '../../core/desk/views';
import { addDays, type Day } from '../../core/shared/days';

export const MOST_LINES = 8;
const WEEK_DAYS = 7;

/** One thing of a panel. */
export const line = (
  state: DeskLine['state'],
  what: string,
  more: string | null,
  href: string,
  act = 'look',
): DeskLine => ({ state, what, more, href, act });

export const weekBefore = (today: Day) => `${addDays(today, -WEEK_DAYS)}T00:00:00Z`;
