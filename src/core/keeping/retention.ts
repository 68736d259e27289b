import { addDays, addMonths, addYears, localDay, type Day } from '../shared/days';
import type { PlanRecord, RetentionRule } from '../erasure/types';

/** Before this year no date of a business record is believed: 1900-01-01 and 1970-01-01 stand for "not known". */
const FIRST_BELIEVED_YEAR = 1971;

export interface RetentionSettings {
  /** Last day of the financial year, `MM-DD`. */
  financialYearEnd: string;
  zone: string;
}

/**
 * What a rule says of one record: it does not apply, it keeps the record up to and including a day, or it cannot be told.
 *
 * The period begins after its anchor and is over with its last day (Reg. 1182/71 art. 3), so the record may go on the day after.
 */
export type RuleReading =
  { says: 'nothing' } | { says: 'until'; day: Day; from: Day } | { says: 'unclear'; field: string };

export function readRule(
  rule: RetentionRule,
  record: Pick<PlanRecord, 'system' | 'collection' | 'facts'>,
  settings: RetentionSettings,
): RuleReading {
  if (rule.system !== record.system || rule.collection !== record.collection) return { says: 'nothing' };
  if (rule.states) {
    const state = record.facts[rule.states.field];
    if (state === null || state === undefined || state === '') return { says: 'unclear', field: rule.states.field };
    if (!rule.states.values.includes(state)) return { says: 'nothing' };
  }
  const event = eventDay(record.facts[rule.from], settings.zone);
  if (event === null) return { says: 'unclear', field: rule.from };
  const from = anchorOf(rule, event, settings.financialYearEnd);
  const day = addDays(addMonths(addYears(from, rule.years), rule.months ?? 0), rule.days ?? 0);
  return { says: 'until', day, from };
}

/**
 * The day of an event as a system writes it: a date, or an instant, which falls on a day of the organisation's zone.
 *
 * @returns null where it is missing, no date, or one that stands for "not known"
 * @example eventDay('2025-12-31T23:30:00Z', 'Europe/Copenhagen') // '2026-01-01'
 */
export function eventDay(value: string | null | undefined, zone: string): Day | null {
  const text = value?.trim() ?? '';
  const [, day, rest] = /^(\d{4}-\d\d-\d\d)(?:[T ](.*))?$/.exec(text) ?? [];
  if (!day || !isDay(day) || Number(day.slice(0, 4)) < FIRST_BELIEVED_YEAR) return null;
  if (!rest || !/(?:Z|[+-]\d\d:?\d\d)$/i.test(rest)) return day;
  const epoch = Date.parse(text.replace(' ', 'T'));
  return Number.isNaN(epoch) ? null : localDay(epoch, zone);
}

function isDay(day: string): boolean {
  const epoch = Date.parse(`${day}T00:00:00Z`);
  return !Number.isNaN(epoch) && new Date(epoch).toISOString().startsWith(day);
}

/** The day a period counts from. A financial year that ends on 29 February ends on 28 February in other years. */
export function anchorOf(rule: Pick<RetentionRule, 'anchor'>, event: Day, financialYearEnd: string): Day {
  if (!rule.anchor || rule.anchor === 'event') return event;
  const ends = rule.anchor === 'calendar-year' ? '12-31' : financialYearEnd;
  const endIn = (year: number): Day =>
    isDay(`${year}-${ends}`) ? `${year}-${ends}` : `${year}-${ends.slice(0, 2)}-28`;
  const year = Number(event.slice(0, 4));
  return event <= endIn(year) ? endIn(year) : endIn(year + 1);
}

/** @example sayPeriod({ years: 3, months: 6 }) // '3 years and 6 months' */
export function sayPeriod({ years, months = 0, days = 0 }: Pick<RetentionRule, 'years' | 'months' | 'days'>): string {
  const part = (count: number, word: string) => (count === 0 ? [] : [`${count} ${word}${count === 1 ? '' : 's'}`]);
  return [...part(years, 'year'), ...part(months, 'month'), ...part(days, 'day')].join(' and ') || 'no time';
}
