import type { FieldValue } from '../letters/render';
import type { NoticeAnswers } from './schema';
import type { NoticeWords } from '../words/words';

/** Somebody who gets data, and where that is known from. */
export interface KnownRecipient {
  name: string;
  /** Such as `register: Web shop / orders`, `purpose: Newsletter`, `scan: Club`. */
  from: string;
}

/** How long something is kept, by a rule. */
export interface KnownPeriod {
  /** What is kept, as the register calls it. */
  what: string;
  years: number;
  months: number;
  days: number;
  law: string;
}

/** What an organisation knows of itself that a notice has to tell: from its settings, register, purposes, rules and scans. */
export interface NoticeFacts {
  organisation: { name: string; address: string; contact: string; officer: string | null; authority: string };
  purposes: { id: string; title: string; plain: string; isMarketing: boolean; isSale: boolean }[];
  recipients: KnownRecipient[];
  /** Names that were recipients once and are none any more. */
  gone: string[];
  periods: KnownPeriod[];
  sources: string[];
  special: string[];
  /** Transfers outside as the register says them; `isSaid` where every entry says something of them. */
  transfers: { list: string[]; isSaid: boolean };
  automated: { list: string[]; isSaid: boolean };
  /** Places where birth dates are on file. */
  birthDates: string[];
  /** Names and hosts that keep something on a visitor's device or are called, besides what is necessary. */
  trackers: string[];
}

/** Every field that a notice can hold; the list ones stand in a list of their own. */
export const NOTICE_FIELDS = [
  'organisation',
  'address',
  'contact',
  'officer',
  'authority',
  'purposes',
  'sources',
  'special',
  'recipients',
  'transfers',
  'safeguards',
  'noTransfers',
  'retention',
  'marketing',
  'selling',
  'automated',
  'noAutomated',
  'childAge',
  'noChildren',
  'california',
  'unitedKingdom',
  'trackers',
] as const;
export type NoticeField = (typeof NOTICE_FIELDS)[number];

/** Fields without which the law’s information is missing (GDPR art. 13(1)(a), (c), 13(2)(d)). */
export const NEEDED_FIELDS: Readonly<Record<'privacy' | 'tracker' | 'page', readonly NoticeField[]>> = {
  privacy: ['contact', 'purposes', 'authority'],
  tracker: ['trackers'],
  page: [],
};

const all = (list: readonly string[]): string[] | null => (list.length > 0 ? [...new Set(list)] : null);

/**
 * The values of a notice's fields, as they are now and in one language. A field without a value leaves its sentence out.
 *
 * @param say a phrase of the register in that language; what nobody has said in it stands as the register has it
 */
export function noticeFields(
  facts: NoticeFacts,
  answers: NoticeAnswers,
  words: NoticeWords,
  say: (phrase: string) => string | null,
): Record<NoticeField, FieldValue> {
  const said = (phrase: string) => say(phrase) ?? phrase;
  const { organisation, purposes } = facts;
  const titles = (some: NoticeFacts['purposes']) => some.map(({ title }) => title).join(', ') || null;
  const isTo = (place: NoticeAnswers['places'][number]) => (answers.places.includes(place) ? organisation.name : null);
  return {
    organisation: organisation.name,
    address: organisation.address,
    contact: organisation.contact,
    officer: organisation.officer,
    authority: organisation.authority,
    purposes: all(purposes.map(({ title, plain }) => `${title}: ${plain}`)),
    sources: all(facts.sources.map(said)),
    special: facts.special.map(said).join(', ') || null,
    recipients: all(facts.recipients.map(({ name }) => said(name))),
    transfers: answers.transfers === 'no' ? null : all(facts.transfers.list.map(said)),
    safeguards: answers.safeguards.trim() || null,
    noTransfers: answers.transfers === 'no' ? organisation.name : null,
    retention: all(facts.periods.map((period) => `${said(period.what)}: ${words.period(period)}`)),
    marketing: answers.marketing === 'yes' ? titles(purposes.filter(({ isMarketing }) => isMarketing)) : null,
    selling: answers.sells === 'yes' ? titles(purposes.filter(({ isSale }) => isSale)) : null,
    automated: answers.automated === 'no' ? null : all(facts.automated.list.map(said)),
    noAutomated: answers.automated === 'no' ? organisation.name : null,
    childAge: answers.children === 'yes' && answers.age !== null ? String(answers.age) : null,
    noChildren: answers.children === 'no' ? organisation.name : null,
    california: isTo('US-CA'),
    unitedKingdom: isTo('UK'),
    trackers: all(facts.trackers),
  };
}
