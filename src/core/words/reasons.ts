import type { MessageReason } from '../audiences/reasons';
import type { Asking, ClockReason, LawReason } from '../clock/reasons';
import type { Period } from '../clock/regimes';
import type { PlanReason } from '../erasure/reasons';
import type { AskingReason, IdentityReason } from '../identity/reasons';
import type { LineReason } from '../imports/reasons';
import type { IntentReason } from '../intake/reasons';
import { sayPeriod as sayRetention } from '../keeping/retention';
import type { RecordReason } from '../ledger/reasons';
import type { Answer } from '../ledger/types';
import type { MatchReason } from '../matching/reasons';
import { sayDay } from '../shared/days';
import type { Because } from '../shared/reason';
import { sayIn, type Words } from './catalogue';
import type { StandingReason } from '../standing/reasons';

type Known =
  | StandingReason
  | RecordReason
  | LineReason
  | ClockReason
  | LawReason
  | IdentityReason
  | AskingReason
  | MatchReason
  | PlanReason
  | IntentReason
  | MessageReason
  /** Kept in words, from before reasons were kept as codes. */
  | { code: 'as-written'; text: string };

/** Why something was decided, as it is kept. */
export type Reason = Because<Known>;

/** The same for whoever reads it outside: with its words. */
export interface SaidReason {
  code: string;
  text: string;
  source?: string;
}

const SAID: Record<Answer, string> = {
  grant: 'Granted',
  confirm: 'Confirmed',
  refuse: 'Refused',
  withdraw: 'Withdrew',
  object: 'Objected',
  'opt-out': 'Opted out',
  'opt-in': 'Opted in',
  'gpc-seen': 'Sent a Global Privacy Control signal',
  'guardian-confirm': 'Confirmed by a guardian',
};
const ASKED = { identity: 'Proof of identity', clarification: 'Clarification', fee: 'A fee' } as const;
const LEVELS: Readonly<Record<string, string>> = {
  exact: 'agrees',
  normalised: 'agrees',
  close: 'is close',
  partial: 'agrees in part',
};

function sayAsking({ kind, from, to }: Asking): string {
  const isFee = kind === 'fee';
  const answered = to ? `${isFee ? 'paid' : 'given'} ${sayDay(to)}` : 'still open, counted as if answered today';
  return `${ASKED[kind]} ${isFee ? 'was ' : ''}asked ${sayDay(from)}, ${answered}`;
}

function sayPeriod(period: Period): string {
  if ('months' in period) return period.months === 1 ? 'One month' : `${period.months} months`;
  if ('days' in period) return `${period.days} days`;
  return `${period.workingDays} working days`;
}

const UNDER_AGE = {
  yes: (age: number) => `The yes was given below the age of ${age}, and no guardian has confirmed it.`,
  sale: (age: number) => `Below the age of ${age} sale and sharing need an opt-in.`,
  never: (age: number) =>
    `Nothing of a person below the age of ${age} is sold, shared or used for targeted advertising there, whatever was said.`,
};
const sign =
  (says: string) =>
  ({ what }: { what: string }) =>
    `It ${says}: “${what}”.`;

/** One place for the words of every reason, for colleagues. A code without words, or words with a value it has not, does not compile. */
const WORDS: Words<Known> = {
  'as-written': (v) => v.text,

  unconfirmed: () => 'A sign-up waits for its confirmation; until then nothing changes.',
  'withdrawn-with-parent': (v) =>
    `${SAID[v.answer]} on ${sayDay(v.day)} for the purpose it belongs to; this goes with it.`,
  'said-no': (v) => `${SAID[v.answer]} on ${sayDay(v.day)}.`,
  'said-yes': (v) => `${SAID[v.answer]} on ${sayDay(v.day)}.`,
  'under-age': (v) => UNDER_AGE[v.rule](v.age),
  'shelf-life': (v) => `A yes is kept for ${v.days} days; that time is over.`,
  'wording-changed': (v) =>
    `The yes was given under ${v.kind} “${v.id}” before version ${v.version}, which changed it materially.`,
  'nothing-said': (v) =>
    v.permits
      ? 'Nothing was said; it is permitted until the person says no.'
      : 'Nothing was said; without a yes it is not permitted.',
  'never-bought': () => 'Nothing was said, and no sale is known in which this address was given.',
  bought: (v) =>
    `Bought on ${sayDay(v.day)} and gave this address in that sale; for own similar goods it is permitted until they say ` +
    'no, with a way out each time.',
  'purpose-not-in-force': () => 'No such purpose was in force at that time.',
  'parent-not-permitted': (v) => `“${v.purpose}” belongs to “${v.parent}”, which is not permitted.`,
  erased: (v) =>
    v.listed === 'address'
      ? 'This person was erased; the address is on the suppression list.'
      : 'This person was erased; their identifiers are on the suppression list.',
  restricted: () => 'Processing of this person’s data is restricted.',
  necessary: (v) => `“${v.purpose}” is necessary for what the person asked for and cannot be refused.`,
  'identities-disagree': () =>
    'The linked identities said different things; until it is settled the more restrictive one holds.',
  'shared-identifier': () => 'Several people share this identifier; the most restrictive answer holds.',

  'unknown-purpose': (v) => `There is no purpose “${v.purpose}”.`,
  'in-the-future': (v) => `It happened in the future: ${v.at}.`,
  'identifier-unreadable': (v) => `The ${v.kind} cannot be read as one.`,
  'address-unreadable': () => 'The address it is given for cannot be read.',
  'unknown-ask': (v) => `There is no ask “${v.id}”.`,
  'unknown-notice': (v) => `There is no notice “${v.id}”.`,
  'unknown-ask-version': (v) => `The ask “${v.id}” has no version ${v.version}.`,
  'unknown-notice-version': (v) => `The notice “${v.id}” has no version ${v.version}.`,
  'seen-before': () => 'The same choice from the same system is in the ledger already.',
  'other-content': () => 'The same external id came before with other content; both are kept.',
  'confirm-without-grant': () => 'A confirmation has to name the grant it confirms.',
  'several-people': () => 'These identifiers point at more than one person.',
  'erased-before': () => 'This person was erased; what happened before stays out.',
  'back-after-erasure': () => 'This person was erased and has come back since: to be looked at as somebody new.',

  'letters-broken': (v) =>
    v.where === 'line'
      ? 'Letters in this line were lost by a wrong encoding.'
      : 'A text of this line holds half a letter, which nothing can keep.',
  'quotes-broken': () => 'The quotes in this line do not close.',
  'cells-wrong': (v) => `${v.cells} cells where the header has ${v.columns}.`,
  'not-json': (v) => (v.what === 'text' ? 'This line is not JSON.' : 'This line is no JSON object.'),
  'tick-unknown': (v) => `The answer is “${v.tick}”; ${v.known.join(', ')} are known.`,
  'line-wrong': (v) => v.problem,

  received: (v) => `Received ${sayDay(v.day)}.`,
  'law-not-confirmed': () =>
    'This row of the table of laws has not been compared with the text of the law; where it may be shorter, the shorter ' +
    'stands.',
  period: (v) => `${sayPeriod(v.period)} from ${sayDay(v.start)} ends ${sayDay(v.end)}.`,
  shifted: (v) => `Waiting for the person adds ${v.days} ${v.days === 1 ? 'day' : 'days'}: ${sayDay(v.day)}.`,
  extended: (v) => `Extended with a reason: ${sayDay(v.day)}.`,
  rolled: (v) => `${sayDay(v.day)} is ${v.why}; the next day that counts is ${sayDay(v.to)}.`,
  'not-extendable': () => 'This law knows no extension here.',
  'act-first': (v) => `The act itself is due ${v.by ? `by ${sayDay(v.by)}` : 'at once'}; the answer follows.`,
  'runs-on': (v) => `${sayAsking(v)}; the clock runs on.`,
  'asked-after-due': (v) => `${sayAsking(v)}; the answer was due ${sayDay(v.dueOn)}, so the question changes nothing.`,
  'asked-late': (v) =>
    `${sayAsking(v)}. It had to be asked without undue delay, by ${sayDay(v.askBy)}; asked later it stops nothing, and ` +
    'the clock runs on.',
  paused: (v) => `${sayAsking(v)}.`,
  'start-moved': (v) =>
    `The period starts when ${v.by === 'fee' ? 'the fee is paid' : 'identity is proven'}: ` +
    `${v.day ? sayDay(v.day) : 'not yet, shown as if today'}.`,
  appeal: (v) =>
    `The ${v.kind} came ${sayDay(v.from)}; it is due ${sayDay(v.dueOn)}${v.isExtended ? ', extended with a reason' : ''}.`,
  'several-laws': (v) =>
    `${v.count} laws bind this request; each date is the earliest of theirs. ${v.binding.join(' and ')}: due ` +
    `${sayDay(v.dueOn)}.`,

  'place-unknown': () => 'Where the person lives is not known; only the laws of the establishment are counted.',
  'right-unknown-there': (v) => `${v.law} does not know ${v.right}.`,
  'thresholds-not-met': (v) => `The organisation has stated that it does not meet what ${v.law} asks for.`,
  'no-law-found': () => 'No law of the table binds this request. Somebody has to look.',
  place: (v) => `The person lives in ${v.place}: ${v.law}.`,
  establishment: (v) =>
    `The organisation is established in ${v.country}, so its own law covers everybody whose data it holds.`,
  'not-in-force': (v) => `${v.law} is in force from ${sayDay(v.from)}.`,
  'no-local-law': (v) => `No law of ${v.place} is in the table${v.isStateUnknown ? '; the state is not known' : ''}.`,

  'own-mailbox': () => 'Whoever reads the mailbox that is on file is taken to be the person.',
  'signed-in': () => 'They signed in where they are known already.',
  facts: (v) => `${v.count} things only the person is likely to know have to agree with what is on file.`,
  'special-data': () => 'Data of special categories would be handed over: what others may know is not enough.',
  document: () => 'A document is looked at, and only the outcome is kept.',
  'asking-runs-on': (v) =>
    v.law === null ? 'Asking does not stop the clock under this law.' : `Asking does not stop the clock of ${v.law}.`,
  'asking-pauses': () => 'Asked in time, it pauses the clock until the proof comes.',
  'asking-moves-start': () => 'Asked in time, the period starts on the day identity is proven.',

  compared: (v) => `${v.field.replace('-', ' ')} ${LEVELS[v.level] ?? 'differs'}`,
  'household-guard': (v) =>
    v.by === 'birth-date'
      ? 'Another name and another birth date: somebody else, whatever they share.'
      : 'A shared address with another given name: a household, at most possible.',
  'birth-date-guard': () => 'A different birth date: at most possible.',
  'customer-number-guard': () => 'The same system knows them under different numbers: at most possible.',

  erase: () => 'No ground to keep it.',
  hold: (v) => `Held while “${v.matter}” is open.`,
  open: (v) => `It is ${v.state}: kept until it is closed.`,
  others: () => 'Records of other people point at it: it stays as theirs.',
  shared: () => 'Other people’s data stands in it too: only this person’s part goes.',
  totals: () => 'The collection is needed for totals: the row stays without the person.',
  unclear: (v) =>
    `${v.law} may keep it, but its “${v.field}” is missing or cannot be read: kept until somebody has looked.`,
  retention: (v) => `${v.law} keeps it ${sayRetention(v)} from ${sayDay(v.from)}: until ${sayDay(v.until)}.`,
  'referred-to': (v) => `A record that stays (${v.record}) hangs on it.`,
  'kept-apart': (v) =>
    `A record that stays and names them (${v.record}) is tied to it: it loses the person, and is kept apart until that ` +
    `goes${v.until ? `, ${sayDay(v.until)}` : ''}.`,

  'no-sign': () => 'Nothing in it says that a right is exercised.',
  sign: (v) => `“${v.sign}” is said when ${v.right} is asked for.`,

  'reduced-price': sign('speaks of a reduced price'),
  'buy-now': sign('asks to buy'),
  'new-goods': sign('presents goods or services'),
  newsletter: sign('calls itself a newsletter'),
  'campaign-links': sign('has links that count a campaign'),
  bulk: sign('is marked as a mailing to many'),
  'many-images': sign('is mostly pictures'),
  order: sign('is about an order of the person'),
  delivery: sign('is about a delivery'),
  invoice: sign('is about an invoice or payment'),
  account: sign('is about the person’s account'),
  appointment: sign('is about an appointment'),
  rights: sign('is about the person’s rights'),
  both: () => 'It also is about a service. Advertising inside a service message is advertising.',
  'nothing-of-a-service': () => 'Nothing in it is about an order, a delivery, a payment, an account or an appointment.',
};

/** A reason in words, without the law it stands on. */
export function sayReason(one: Reason): string {
  const words = sayIn<Known>(WORDS, one);
  return one.of ? `${one.of}: ${words}` : words;
}

export const sayReasons = (reasons: readonly Reason[]): string => reasons.map(sayReason).join(' ');

export function said(one: Reason): SaidReason {
  return { code: one.code, text: sayReason(one), ...(one.source ? { source: one.source } : {}) };
}

/** An answer as it leaves for a machine: its reasons in words beside their codes. */
export function inWords<T extends { reasons: readonly Reason[] }>(
  answer: T,
): Omit<T, 'reasons'> & { reasons: SaidReason[] } {
  return { ...answer, reasons: answer.reasons.map(said) };
}

/** What is kept of old is words: they are kept as such. */
export function keptReason(one: unknown): Reason {
  const old = one as Reason & Partial<SaidReason>;
  if (old.code === 'as-written' || typeof old.text !== 'string') return old;
  return { code: 'as-written', text: old.text, ...(old.source ? { source: old.source } : {}) };
}
