import type { Language } from '../letters/mailings';
import type { LetterPart } from '../letters/letter';
import { durationsIn, type Duration } from './durations';
import type { KnownPeriod, NoticeFacts } from './facts';
import type { NoticeKind } from './schema';
import { SIGNS, type Sign } from './signs';

// Whether a notice is true: its sentences beside what the register, the rules and the scans know.

export type RealityCode =
  | 'recipient-unnamed'
  | 'recipient-unused'
  | 'purpose-unnamed'
  | 'contact-unnamed'
  | 'retention-differs'
  | 'kept-for-ever'
  | 'children-denied'
  | 'transfers-denied'
  | 'third-parties-denied'
  | 'trackers-denied'
  | 'marketing-denied'
  | 'sale-denied'
  | 'automation-denied'
  | 'special-denied'
  | 'breach-late'
  | 'rights-missing'
  | 'withdrawal-missing'
  | 'complaint-missing';

export interface RealityFinding {
  code: RealityCode;
  language: Language;
  /** The sentence that is not true; null: one is missing. */
  sentence: string | null;
  /** What is known instead: names, places, lengths of time. */
  known: string;
}

/** A text as its parts, in one language. */
export interface NoticeText {
  kind: NoticeKind;
  language: Language;
  title: string;
  body: readonly LetterPart[];
}

interface Sentence {
  text: string;
  heading: string;
  isItem: boolean;
}

/** Hours within which the authority is told of a breach (GDPR art. 33(1)). */
const BREACH_HOURS = 72;

/** The sentences of a notice, each with the heading it stands under; the items of a list are sentences of their own. */
export function sentencesOf(body: readonly LetterPart[]): Sentence[] {
  let heading = '';
  return body.flatMap((part): Sentence[] => {
    if (part.kind === 'heading') {
      heading = part.text;
      return [];
    }
    const own = heading;
    if (part.kind === 'list') return part.items.map((text) => ({ text, heading: own, isItem: true }));
    return part.text
      .split(/(?<=[.!?])\s+|\n+/)
      .map((text) => text.trim())
      .filter(Boolean)
      .map((text) => ({ text, heading: own, isItem: false }));
  });
}

/**
 * What a notice says that is not so, or does not say that has to be said.
 *
 * Source: GDPR art. 5(1)(a), 13, 14, 33; ePrivacy directive art. 5(3). Each finding's law and what to do are in its words.
 *
 * @param say how the register's phrases are said in the notice's language
 */
export function realityOf(
  notice: NoticeText,
  facts: NoticeFacts,
  say: (phrase: string) => string | null,
): RealityFinding[] {
  const sentences = sentencesOf(notice.body);
  const found: RealityFinding[] = [];
  const add = (code: RealityCode, sentence: string | null, known: string) =>
    found.push({ code, language: notice.language, sentence, known });
  denials(notice.language, sentences, facts, add);
  retention(sentences, facts.periods, say, add);
  breaches(notice.language, sentences, add);
  usedNoMore(notice.language, sentences, facts, say, add);
  if (notice.kind === 'privacy') missing(notice, sentences, facts, say, add);
  return found;
}

type Add = (code: RealityCode, sentence: string | null, known: string) => void;

/** What is denied, and what is known that says otherwise. */
function denials(language: Language, sentences: readonly Sentence[], facts: NoticeFacts, add: Add): void {
  const sold = facts.purposes.filter(({ isSale }) => isSale).map(({ title }) => title);
  const sent = facts.purposes.filter(({ isMarketing }) => isMarketing).map(({ title }) => title);
  const known: readonly [Sign, RealityCode, readonly string[]][] = [
    ['no-children', 'children-denied', facts.birthDates],
    ['no-transfers', 'transfers-denied', facts.transfers.list],
    ['no-third-parties', 'third-parties-denied', facts.recipients.map(({ name, from }) => `${name} (${from})`)],
    ['no-trackers', 'trackers-denied', facts.trackers],
    ['no-marketing', 'marketing-denied', sent],
    ['no-sale', 'sale-denied', sold],
    ['no-automation', 'automation-denied', facts.automated.list],
    ['no-special', 'special-denied', facts.special],
  ];
  for (const { text } of sentences)
    for (const [sign, code, what] of known)
      if (what.length > 0 && SIGNS[sign][language].test(text)) add(code, text, some(what));
  for (const { text } of sentences) if (SIGNS['for-ever'][language].test(text)) add('kept-for-ever', text, '');
}

const MOST_SAID = 5;

const some = (names: readonly string[]): string =>
  names.slice(0, MOST_SAID).join(', ') + (names.length > MOST_SAID ? ` and ${names.length - MOST_SAID} more` : '');

const hoursOf = ({ years, months, days }: KnownPeriod): number => (years * 365 + months * 30 + days) * 24;

/** A year is twelve months of thirty days for whoever writes a notice. */
const isAsLong = (a: number, b: number): boolean => Math.abs(a - b) <= Math.max(a, b) * 0.03;

/** Words of a phrase by which a sentence that speaks of the same is known: their beginnings, so that “invoice” finds “invoices”. */
function stems(phrase: string): string[] {
  return phrase
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter((word) => word.length >= 5)
    .map((word) => word.slice(0, Math.max(5, word.length - 2)));
}

function retention(
  sentences: readonly Sentence[],
  periods: readonly KnownPeriod[],
  say: (phrase: string) => string | null,
  add: Add,
): void {
  const known = periods.map((period) => ({
    period,
    stems: [...new Set([...stems(period.what), ...stems(say(period.what) ?? '')])],
  }));
  for (const { text } of sentences) {
    const said = durationsIn(text);
    if (said.length === 0) continue;
    const lower = text.toLowerCase();
    const fitting = known.filter((one) => one.stems.some((stem) => lower.includes(stem)));
    const differing = fitting.filter(({ period }) => !said.some(({ hours }) => isAsLong(hours, hoursOf(period))));
    // Where one of several rules of these words is told rightly, the others are not meant.
    if (fitting.length > 0 && differing.length === fitting.length)
      add('retention-differs', text, some(differing.map(({ period }) => `${period.what}: ${sayHours(period)}`)));
  }
}

function sayHours({ years, months, days }: KnownPeriod): string {
  const part = (count: number, word: string) => (count > 0 ? [`${count} ${word}${count === 1 ? '' : 's'}`] : []);
  return [...part(years, 'year'), ...part(months, 'month'), ...part(days, 'day')].join(' and ') || 'no time';
}

function breaches(language: Language, sentences: readonly Sentence[], add: Add): void {
  for (const { text } of sentences) {
    if (!SIGNS.breach[language].test(text)) continue;
    const late = durationsIn(text).filter(({ hours }: Duration) => hours > BREACH_HOURS);
    if (late.length > 0) add('breach-late', text, late.map(({ words }) => words).join(', '));
  }
}

const holds = (text: string, name: string): boolean => text.toLowerCase().includes(name.toLowerCase());

/** Names in it that get nothing: former recipients anywhere, and items of the list of recipients that nothing knows. */
function usedNoMore(
  language: Language,
  sentences: readonly Sentence[],
  facts: NoticeFacts,
  say: (phrase: string) => string | null,
  add: Add,
): void {
  const current = facts.recipients.flatMap(({ name }) => [name, say(name) ?? name]);
  for (const { text, heading, isItem } of sentences) {
    const gone = facts.gone.find((name) => holds(text, name) && !current.some((one) => holds(one, name)));
    if (gone) add('recipient-unused', text, gone);
    else if (isItem && SIGNS['recipients-heading'][language].test(heading) && !current.some((one) => holds(text, one)))
      add('recipient-unused', text, text);
  }
}

/** What has to be said and is not (GDPR art. 13(1), (2)). */
function missing(
  { language, body, title }: NoticeText,
  sentences: readonly Sentence[],
  facts: NoticeFacts,
  say: (phrase: string) => string | null,
  add: Add,
): void {
  const whole = [title, ...body.map((part) => (part.kind === 'list' ? part.items.join('\n') : part.text))].join('\n');
  const isSaid = (phrase: string) => holds(whole, phrase) || holds(whole, say(phrase) ?? phrase);
  const unnamed = facts.recipients.filter(({ name }) => !isSaid(name));
  for (const { name, from } of unnamed) add('recipient-unnamed', null, `${name} (${from})`);
  for (const { title: purpose } of facts.purposes) if (!isSaid(purpose)) add('purpose-unnamed', null, purpose);
  if (!isSaid(facts.organisation.contact)) add('contact-unnamed', null, facts.organisation.contact);
  const says = (sign: Sign) => sentences.some(({ text }) => SIGNS[sign][language].test(text));
  if (!says('rights')) add('rights-missing', null, '');
  if (!says('withdrawal')) add('withdrawal-missing', null, '');
  if (!says('complaint')) add('complaint-missing', null, facts.organisation.authority);
}
