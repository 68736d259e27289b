import type { Fold, Mark } from './fold';
import { addDays, addMonths, epochOf, localDay } from '../shared/days';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import { ageOfConsent, leastAge, SALE_GUARDIAN_BELOW, SALE_OPT_IN_BELOW } from './ages';
import { countryAt, nothing, type Own, type Rules } from './reading';
import { isNo } from './timeline';
import type { PersonFacts, PurposeKind, PurposeVersion, Standing, Terms, WordingVersion } from '../ledger/types';

const DAY = 86_400_000;

/** Of whom, by which rules, and which purpose it is asked, as what that purpose is where the person lives. */
export interface Asked {
  facts: PersonFacts;
  rules: Rules;
  purpose: PurposeVersion;
  kind: PurposeKind;
}

/** What was said last of a purpose, and whether it holds: rules 2 to 7. */
export function decide(own: Fold | null, parentsNo: Mark | null, asked: Asked): Own {
  const state = settled(own, parentsNo, asked);
  const now = epochOf(asked.rules.at);
  if (!own?.pending || state.isYes || own.pending.at > now || own.pending.closes < now) return state;
  return {
    ...state,
    standing: 'awaiting-confirmation',
    since: new Date(own.pending.at).toISOString(),
    becauseSeq: own.pending.seq,
    reasons: [...state.reasons, reason({ code: 'unconfirmed' })],
  };
}

/** Rule 6: a parent's no is a no here, where there was something to say no to; a parent's later yes revives nothing. */
function settled(own: Fold | null, parentsNo: Mark | null, asked: Asked): Own {
  const { rules, kind } = asked;
  const saidYesBefore = (no: Mark) => own !== null && own.firstYes !== null && own.firstYes <= no.at;
  const inherits =
    parentsNo !== null &&
    (kind !== 'consent' || saidYesBefore(parentsNo)) &&
    (!own?.last || isLater(parentsNo, own.last));
  const last = inherits ? parentsNo : (own?.last ?? null);
  if (!last) return silence(asked);
  const since = last.isDay ? localDay(last.at, rules.zone) : new Date(last.at).toISOString();
  const said = { answer: last.answer, day: localDay(last.at, rules.zone) };
  const base: Own = {
    standing: 'granted',
    isYes: true,
    since,
    becauseSeq: last.seq,
    mayAskAgainFrom: null,
    reasons: [],
  };
  if (isNo(last.answer)) {
    const reasons = [
      inherits
        ? reason({ code: 'withdrawn-with-parent', ...said }, sourceOfNo(kind))
        : reason({ code: 'said-no', ...said }, sourceOfNo(kind)),
    ];
    return {
      ...base,
      standing: noOf(kind, saidYesBefore(last)),
      isYes: false,
      mayAskAgainFrom: askAgain(last, asked),
      reasons,
    };
  }
  const reasons: Reason[] = [reason({ code: 'said-yes', ...said }, 'GDPR art. 6(1)(a), 7(1)')];
  const flaw = flawOf(last, asked);
  if (flaw) return { ...base, standing: flaw.standing, isYes: false, reasons: [...reasons, flaw.reason] };
  return { ...base, standing: kind === 'legitimate-interest' ? 'default-permitted' : 'granted', reasons };
}

function isLater(a: Mark, b: Mark): boolean {
  return a.at !== b.at ? a.at > b.at : isNo(a.answer) && !isNo(b.answer) ? true : a.seq > b.seq;
}

/** Why a yes does not count: too young (rule 5), too old (rule 3), or under words that have changed since (rule 4). */
function flawOf(yes: Mark, { facts, rules, purpose, kind }: Asked): { standing: Standing; reason: Reason } | null {
  if (kind === 'legitimate-interest') return null;
  const day = localDay(yes.at, rules.zone);
  const country = yes.terms.country ?? countryAt(facts, new Date(yes.at).toISOString());
  if (facts.birthYear !== null && !yes.isGuarded) {
    const { age, source } =
      purpose.isSale && kind === 'opt-out'
        ? { age: SALE_GUARDIAN_BELOW, source: 'Civ. Code 1798.120(c)' }
        : ageOfConsent(country, day);
    if (leastAge(facts.birthYear, day) < age)
      return {
        standing: 'under-age',
        reason: reason({ code: 'under-age', rule: 'yes', age }, source),
      };
  }
  if (purpose.shelfLifeDays !== null && epochOf(rules.at) >= yes.at + purpose.shelfLifeDays * DAY) {
    return {
      standing: 'lapsed',
      reason: reason({ code: 'shelf-life', days: purpose.shelfLifeDays }),
    };
  }
  if (!purpose.askAgainOnMaterial) return null;
  const changed = materialChange(yes.terms, rules.wordings);
  return changed
    ? {
        standing: 'outdated',
        reason: reason(
          { code: 'wording-changed', kind: changed.kind, id: changed.id, version: changed.version },
          'GDPR art. 4(11), 7(2)',
        ),
      }
    : null;
}

/** A material change of what an answer was given under. A version that is not known counts as the oldest. */
export function materialChange(terms: Terms, wordings: readonly WordingVersion[]): WordingVersion | undefined {
  return wordings.find(
    ({ kind, id, version, isMaterial }) =>
      isMaterial &&
      (kind === 'ask'
        ? id === terms.ask && version > (terms.askVersion ?? 0)
        : id === terms.notice && version > (terms.noticeVersion ?? 0)),
  );
}

function silence({ facts, rules, purpose, kind }: Asked): Own {
  if (kind === 'soft-opt-in') return afterSale(facts, rules);
  if (kind === 'consent')
    return {
      ...nothing('not-asked'),
      isYes: false,
      reasons: [reason({ code: 'nothing-said', permits: false }, 'GDPR art. 4(11)')],
    };
  if (
    kind === 'opt-out' &&
    purpose.isSale &&
    facts.birthYear !== null &&
    leastAge(facts.birthYear, localDay(rules.at, rules.zone)) < SALE_OPT_IN_BELOW
  ) {
    return {
      ...nothing('under-age'),
      isYes: false,
      reasons: [reason({ code: 'under-age', rule: 'sale', age: SALE_OPT_IN_BELOW }, 'Civ. Code 1798.120(c)')],
    };
  }
  return {
    ...nothing('default-permitted'),
    isYes: true,
    reasons: [
      reason({ code: 'nothing-said', permits: true }, kind === 'opt-out' ? undefined : 'GDPR art. 6(1)(f), 21'),
    ],
  };
}

/** Rule 7: an existing customer, at the address of the sale, until they say no. */
function afterSale(facts: PersonFacts, rules: Rules): Own {
  const [first] = facts.bought
    .filter(({ at }) => epochOf(at) <= epochOf(rules.at))
    .toSorted((a, b) => epochOf(a.at) - epochOf(b.at));
  const source = 'Directive 2002/58/EC art. 13(2)';
  if (!first)
    return {
      ...nothing('not-asked'),
      isYes: false,
      reasons: [reason({ code: 'never-bought' }, source)],
    };
  const day = localDay(first.at, rules.zone);
  return {
    ...nothing('default-permitted'),
    since: first.at,
    isYes: true,
    reasons: [reason({ code: 'bought', day }, source)],
  };
}

function noOf(kind: PurposeKind, wasGranted: boolean): Standing {
  if (kind === 'legitimate-interest' || kind === 'soft-opt-in') return 'objected';
  if (kind === 'opt-out') return 'opted-out';
  return wasGranted ? 'withdrawn' : 'refused';
}

function sourceOfNo(kind: PurposeKind): string | undefined {
  if (kind === 'legitimate-interest') return 'GDPR art. 21(3)';
  if (kind === 'soft-opt-in') return 'Directive 2002/58/EC art. 13(2); GDPR art. 21(3)';
  return kind === 'consent' ? 'GDPR art. 7(3)' : 'Civ. Code 1798.120(a)';
}

/**
 * Rule 3: a refusal's waiting time only says from when asking again is decent. Rule 7: after an opt-out nobody is asked
 * for 12 months.
 */
function askAgain(last: Mark, { facts, rules, purpose, kind }: Asked): string | null {
  const country = countryAt(facts, rules.at);
  const wait =
    purpose.askAgainAfterDays === null ? null : addDays(localDay(last.at, rules.zone), purpose.askAgainAfterDays);
  if (kind !== 'opt-out' || (country !== null && !country.startsWith('US'))) return wait;
  const year = addMonths(localDay(last.at, rules.zone), 12);
  return wait !== null && wait > year ? wait : year;
}
