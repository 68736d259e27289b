import { Temporal } from 'temporal-polyfill';
import { sayDay } from '../shared/days';
import { reason, type Reason } from '../shared/reason';
import { ancestorsOf, purposeInForce } from './purposes';
import { beginning, byTime, isNo, placeOf, type Placed } from './timeline';
import type { Choice, PersonFacts, PurposeKind, PurposeVersion, Standing, StandingAnswer } from './types';

export interface StandingQuery {
  purpose: string;
  /**
   * Which address the question is about: an opaque value, `null` when none is named (a grant given for one
   * address then permits nothing), or `'any'` for an overview of the person.
   */
  address: string | null | 'any';
  /** Instants: what held at `at`, as known at `knownAt`. */
  at: string;
  knownAt: string;
  /** The organisation's zone, for answers of which only the day is known. */
  zone: string;
}

interface Own {
  standing: Standing;
  isYes: boolean;
  since: string | null;
  because: string | null;
  mayAskAgainFrom: string | null;
  reasons: Reason[];
}

const HOUR = 3_600_000;

/**
 * May we: what holds for a person and a purpose, computed from the choices. Bitemporal.
 *
 * The order of arrival of the choices does not matter, and a choice recorded after `knownAt` changes nothing.
 * Source: GDPR art. 6, 7(1), 7(3), 18, 21.
 *
 * @example standing([], facts, purposes, { purpose: 'newsletter', address: null, at, knownAt, zone }).standing // 'not-asked'
 */
export function standing(choices: readonly Choice[], facts: PersonFacts, purposes: readonly PurposeVersion[], query: StandingQuery): StandingAnswer {
  const override = standingOfFacts(facts, query.at);
  if (override) return override;
  const purpose = purposeInForce(purposes, query.purpose, query.at, query.knownAt);
  if (!purpose) {
    return { permitted: false, standing: 'not-asked', since: null, because: null, mayAskAgainFrom: null, reasons: [reason('purpose-not-in-force', 'No such purpose was in force at that time.')] };
  }
  const known = choices.filter((choice) => beginning(choice.occurredAt, query.zone) <= Temporal.Instant.from(query.at).epochMilliseconds && Temporal.Instant.compare(choice.recordedAt, query.knownAt) <= 0);
  const line = ancestorsOf(purposes, purpose, query.at, query.knownAt);
  const own = ownStanding(known, purpose, line, query);
  const blocker = line.find((_, i) => !ownStanding(known, line[i]!, line.slice(i + 1), query).isYes);
  const reasons = [...own.reasons];
  if (own.isYes && blocker) reasons.push(reason('parent-not-permitted', `“${purpose.title}” belongs to “${blocker.title}”, which is not permitted.`));
  return { permitted: own.isYes && !blocker, standing: own.standing, since: own.since, because: own.because, mayAskAgainFrom: own.mayAskAgainFrom, reasons };
}

/** Rule 9: restriction in force, or erased, overrides every answer. */
function standingOfFacts(facts: PersonFacts, at: string): StandingAnswer | null {
  const before = (instant: string) => Temporal.Instant.compare(instant, at) <= 0;
  const none = { permitted: false, because: null, mayAskAgainFrom: null };
  if (facts.erasedAt && before(facts.erasedAt)) {
    return { ...none, standing: 'erased', since: facts.erasedAt, reasons: [reason('erased', 'This person was erased; their identifiers are on the suppression list.', 'GDPR art. 17')] };
  }
  const restriction = facts.restricted.find(({ from, until }) => before(from) && !(until && before(until)));
  if (!restriction) return null;
  return { ...none, standing: 'restricted', since: restriction.from, reasons: [reason('restricted', 'Processing of this person’s data is restricted.', 'GDPR art. 18')] };
}

function ownStanding(known: readonly Choice[], purpose: PurposeVersion, line: readonly PurposeVersion[], query: StandingQuery): Own {
  if (purpose.kind === 'necessary') {
    return { ...nothing('always-on', true), reasons: [reason('necessary', `“${purpose.title}” is necessary for what the person asked for and cannot be refused.`, 'GDPR art. 6(1)(b), (c)')] };
  }
  const own = known.filter((choice) => choice.purpose === purpose.id);
  if (query.address !== 'any') return decide(own, known, purpose, line, query, query.address);
  const addresses = [null, ...new Set(own.map((choice) => choice.address).filter((address) => address !== null))];
  const each = addresses.map((address) => decide(own, known, purpose, line, query, address));
  const yes = each.find((answer) => answer.isYes && answer.because) ?? each.find((answer) => answer.isYes);
  // Without a yes, the fullest reading: the one that rests on an answer, not on silence.
  return yes ?? each.find((answer) => answer.because) ?? each[0]!;
}

function decide(own: readonly Choice[], known: readonly Choice[], purpose: PurposeVersion, line: readonly PurposeVersion[], query: StandingQuery, address: string | null): Own {
  const covering = own.filter((choice) => covers(choice, address));
  const { placed, pending } = place(covering, own, purpose, query);
  const inherited = known
    .filter((choice) => isNo(choice.answer) && line.some((parent) => parent.id === choice.purpose) && covers(choice, address))
    .map((choice) => ({ choice, at: placeOf(choice, query.zone) }));
  const ordered = [...placed, ...inherited].sort(byTime);
  const state = replay(ordered, purpose, query);
  if (pending && !state.isYes) {
    return { ...state, standing: 'awaiting-confirmation', since: pending.occurredAt, because: pending.id, reasons: [...state.reasons, reason('unconfirmed', 'A sign-up waits for its confirmation; until then nothing changes.')] };
  }
  return state;
}

/** Rule 8: a yes for one address permits that address only; a no covers the person unless it names another address. */
function covers(choice: Choice, address: string | null): boolean {
  return choice.address === null || choice.address === address;
}

/** Rule 2: with double opt-in a grant counts from its own confirmation within the window, or not at all. */
function place(covering: readonly Choice[], own: readonly Choice[], purpose: PurposeVersion, query: StandingQuery): { placed: Placed[]; pending: Choice | null } {
  const placed: Placed[] = [];
  let pending: Choice | null = null;
  const now = Temporal.Instant.from(query.at).epochMilliseconds;
  for (const choice of covering) {
    if (choice.answer === 'confirm' || choice.answer === 'guardian-confirm') continue;
    if (choice.answer !== 'grant' || purpose.confirmWithinHours === null) {
      placed.push({ choice, at: placeOf(choice, query.zone) });
      continue;
    }
    const asked = beginning(choice.occurredAt, query.zone);
    const closes = asked + purpose.confirmWithinHours * HOUR;
    const confirmations = own
      .filter((other) => other.answer === 'confirm' && other.confirms === choice.id)
      .map((other) => beginning(other.occurredAt, query.zone))
      .filter((at) => at >= asked && at <= closes);
    if (confirmations.length > 0) placed.push({ choice, at: Math.min(...confirmations) });
    else if (now <= closes) pending = choice;
  }
  return { placed, pending };
}

/** Walks the answers in order. Rule 6: a parent's no is a no here; a parent's later yes revives nothing. */
function replay(ordered: readonly Placed[], purpose: PurposeVersion, query: StandingQuery): Own {
  let last: Placed | null = null;
  let wasGranted = false;
  for (const placed of ordered) {
    const isOwn = placed.choice.purpose === purpose.id;
    if (!isOwn && purpose.kind === 'consent' && !wasGranted) continue;
    if (!isNo(placed.choice.answer)) wasGranted = true;
    last = placed;
  }
  if (!last) return silence(purpose);
  const since = last.choice.occurredAt;
  const said = `${sayAnswer(last.choice)} on ${sayDay(since.slice(0, 10))}`;
  const base: Own = { standing: 'granted', isYes: true, since, because: last.choice.id, mayAskAgainFrom: null, reasons: [] };
  if (isNo(last.choice.answer)) {
    const byParent = last.choice.purpose !== purpose.id;
    const reasons = [reason(byParent ? 'withdrawn-with-parent' : 'said-no', byParent ? `${said} for the purpose it belongs to; this goes with it.` : `${said}.`, sourceOfNo(purpose.kind))];
    return { ...base, standing: noOf(purpose.kind, wasGranted), isYes: false, mayAskAgainFrom: askAgain(last, purpose), reasons };
  }
  const reasons = [reason('said-yes', `${said}${last.choice.address ? ', for the address it was given for' : ''}.`, 'GDPR art. 6(1)(a), 7(1)')];
  if (purpose.kind === 'legitimate-interest') return { ...base, standing: 'default-permitted', reasons };
  if (purpose.shelfLifeDays !== null && Temporal.Instant.from(query.at).epochMilliseconds >= last.at + purpose.shelfLifeDays * 24 * HOUR) {
    return { ...base, standing: 'lapsed', isYes: false, reasons: [...reasons, reason('shelf-life', `A yes is kept for ${purpose.shelfLifeDays} days; that time is over.`)] };
  }
  return { ...base, reasons };
}

function nothing(standingOf: Standing, isYes: boolean): Own {
  return { standing: standingOf, isYes, since: null, because: null, mayAskAgainFrom: null, reasons: [] };
}

function silence(purpose: PurposeVersion): Own {
  if (purpose.kind === 'consent') return { ...nothing('not-asked', false), reasons: [reason('nothing-said', 'Nothing was said; without a yes it is not permitted.', 'GDPR art. 4(11)')] };
  return { ...nothing('default-permitted', true), reasons: [reason('nothing-said', 'Nothing was said; it is permitted until the person says no.', purpose.kind === 'opt-out' ? undefined : 'GDPR art. 6(1)(f), 21')] };
}

function noOf(kind: PurposeKind, wasGranted: boolean): Standing {
  if (kind === 'legitimate-interest') return 'objected';
  if (kind === 'opt-out') return 'opted-out';
  return wasGranted ? 'withdrawn' : 'refused';
}

function sourceOfNo(kind: PurposeKind): string | undefined {
  if (kind === 'legitimate-interest') return 'GDPR art. 21(3)';
  return kind === 'consent' ? 'GDPR art. 7(3)' : undefined;
}

/** Rule 3: a refusal's waiting time only says from when asking again is decent. */
function askAgain(last: Placed, purpose: PurposeVersion): string | null {
  if (purpose.askAgainAfterDays === null) return null;
  return new Temporal.Instant(BigInt(last.at) * 1_000_000n).add({ hours: purpose.askAgainAfterDays * 24 }).toString().slice(0, 10);
}

function sayAnswer(choice: Choice): string {
  const words: Record<Choice['answer'], string> = {
    grant: 'Granted', confirm: 'Confirmed', refuse: 'Refused', withdraw: 'Withdrew', object: 'Objected', 'opt-out': 'Opted out',
    'opt-in': 'Opted in', 'gpc-seen': 'Sent a Global Privacy Control signal', 'guardian-confirm': 'Confirmed by a guardian',
  };
  return words[choice.answer];
}
