import type { DayOrder } from '../../core/imports/fileDays';

/** How a file writes its days, with an example. */
export const SAY_ORDER: Readonly<Record<DayOrder, string>> = {
  'year-first': 'year first: 2026-03-12',
  'day-first': 'day first: 12.03.2026 or 12/03/2026',
  'month-first': 'month first: 03/12/2026',
};
