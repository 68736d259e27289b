import type { Laws } from '../clock/regimes';
import { epochOf, localDay } from '../shared/days';
import { reason } from '../shared/reason';
import { leastAge, neverBelow } from './ages';
import { decide } from './decide';
import { foldChoices, mergeFolds, type Fold } from './fold';
import { ancestorsIn, confirmWindows, kindFor, purposesInForce } from '../purposes/purposes';
import { countryAt, nothing, type Own, type Reading, type Rules } from './reading';
import { beginning } from './timeline';
import type { Choice, PersonFacts, PurposeVersion, StandingAnswer, WordingVersion } from '../ledger/types';

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
  /** The table of laws: where a browser's signal binds. */
  laws: Laws;
}

/**
 * May we: what holds for a person and a purpose, computed from the choices. Bitemporal.
 *
 * The order of arrival of the choices does not matter, and a choice recorded after `knownAt` changes nothing.
 * Source: GDPR art. 6, 7(1), 7(3), 8, 18, 21; Civ. Code 1798.120, 1798.135.
 *
 * @example standing([], facts, purposes, { purpose: 'newsletter', address: null, at, knownAt, zone, laws }).standing
 *   // 'not-asked'
 */
export function standing(
  choices: readonly Choice[],
  facts: PersonFacts,
  purposes: readonly PurposeVersion[],
  query: StandingQuery,
  wordings: readonly WordingVersion[] = [],
): StandingAnswer {
  const rules = rulesAt(purposes, wordings, query);
  const known = choicesKnown(choices, query);
  const { becauseSeq, ...reading } = readStanding(
    foldsOf(known, facts, rules),
    facts,
    rules,
    query.purpose,
    query.address,
  );
  return { ...reading, because: known.find(({ seq }) => seq === becauseSeq)?.id ?? null };
}

export function choicesKnown<C extends Choice>(
  choices: readonly C[],
  { at, knownAt, zone }: Pick<StandingQuery, 'at' | 'knownAt' | 'zone'>,
): C[] {
  const [until, learnt] = [epochOf(at), epochOf(knownAt)];
  return choices.filter(
    (choice) => beginning(choice.occurredAt, zone) <= until && beginning(choice.recordedAt, zone) <= learnt,
  );
}

export function rulesAt(
  purposes: readonly PurposeVersion[],
  wordings: readonly WordingVersion[],
  { at, knownAt, zone, laws }: Pick<StandingQuery, 'at' | 'knownAt' | 'zone' | 'laws'>,
): Rules {
  const before = (a: string, b: string) => epochOf(a) <= epochOf(b);
  return {
    purposes: new Map(purposesInForce(purposes, at, knownAt).map((purpose) => [purpose.id, purpose])),
    wordings: wordings.filter((one) => before(one.validFrom, at) && before(one.recordedAt, knownAt)),
    windows: confirmWindows(purposes, knownAt),
    at,
    zone,
    laws,
  };
}

export function foldsOf(choices: readonly Choice[], facts: PersonFacts, rules: Rules): Fold[] {
  return foldChoices(choices, {
    zone: rules.zone,
    country: countryAt(facts, rules.at),
    confirmWithinHours: rules.windows.at,
    laws: rules.laws,
  });
}

/** Reads a standing from folds. The folds hold what was said up to `rules.at`, and nothing later. */
export function readStanding(
  folds: readonly Fold[],
  facts: PersonFacts,
  rules: Rules,
  purposeId: string,
  address: string | null | 'any',
): Reading {
  const override = standingOfFacts(facts, rules.at);
  if (override) return override;
  const purpose = rules.purposes.get(purposeId);
  if (!purpose)
    return {
      permitted: false,
      ...nothing('not-asked'),
      reasons: [reason({ code: 'purpose-not-in-force' })],
    };
  const line = ancestorsIn(rules.purposes, purpose);
  const { isYes, ...own } = ownStanding(folds, facts, rules, purpose, line, address);
  const blocker = isYes
    ? line.find((parent, i) => !ownStanding(folds, facts, rules, parent, line.slice(i + 1), address).isYes)
    : undefined;
  const reasons = blocker
    ? [...own.reasons, reason({ code: 'parent-not-permitted', purpose: purpose.title, parent: blocker.title })]
    : own.reasons;
  return { ...own, permitted: isYes && !blocker, reasons };
}

/** Rule 9: restriction in force, or erased, overrides every answer. */
function standingOfFacts(facts: PersonFacts, at: string): Reading | null {
  const before = (instant: string) => epochOf(instant) <= epochOf(at);
  const none = { permitted: false, becauseSeq: null, mayAskAgainFrom: null };
  if (facts.erasedAt && before(facts.erasedAt)) {
    return {
      ...none,
      standing: 'erased',
      since: facts.erasedAt,
      reasons: [reason({ code: 'erased', listed: 'identifiers' }, 'GDPR art. 17')],
    };
  }
  const restriction = facts.restricted.find(({ from, until }) => before(from) && !(until && before(until)));
  if (!restriction) return null;
  return {
    ...none,
    standing: 'restricted',
    since: restriction.from,
    reasons: [reason({ code: 'restricted' }, 'GDPR art. 18')],
  };
}

function ownStanding(
  folds: readonly Fold[],
  facts: PersonFacts,
  rules: Rules,
  purpose: PurposeVersion,
  line: readonly PurposeVersion[],
  address: string | null | 'any',
): Own {
  const country = countryAt(facts, rules.at);
  const kind = kindFor(purpose, country, localDay(rules.at, rules.zone));
  const minor = purpose.isSale ? neverBelow(country, localDay(rules.at, rules.zone)) : null;
  if (minor && facts.birthYear !== null && leastAge(facts.birthYear, localDay(rules.at, rules.zone)) < minor.age)
    return {
      ...nothing('under-age'),
      isYes: false,
      reasons: [reason({ code: 'under-age', rule: 'never', age: minor.age }, minor.source)],
    };
  if (kind === 'necessary')
    return {
      ...nothing('always-on'),
      isYes: true,
      reasons: [reason({ code: 'necessary', purpose: purpose.title }, 'GDPR art. 6(1)(b), (c)')],
    };
  const read = (covers: (fold: Fold) => boolean, of: string | null | 'any' = address) =>
    decide(combined(folds, [purpose], covers), combined(folds, line, covers)?.lastNo ?? null, {
      facts: boughtBy(facts, of),
      rules,
      purpose,
      kind,
    });
  if (address !== 'any') return read(covering(address));
  const sold = kind === 'soft-opt-in' ? facts.bought.map((sale) => sale.address) : [];
  const addresses = [
    null,
    ...new Set([
      ...folds.filter((fold) => fold.purpose === purpose.id && fold.address !== null).map((fold) => fold.address),
      ...sold,
    ]),
  ];
  const readings = addresses.map((one) => read(covering(one), one));
  // Without a yes for any address, what the person said on the whole.
  return (
    readings.find(({ isYes, becauseSeq }) => isYes && becauseSeq !== null) ??
    readings.find(({ isYes }) => isYes) ??
    read(() => true)
  );
}

/** With the sales in which this address was given; of the person as a whole none was. */
function boughtBy(facts: PersonFacts, address: string | null | 'any'): PersonFacts {
  return facts.bought.length === 0
    ? facts
    : { ...facts, bought: facts.bought.filter((sale) => address === 'any' || sale.address === address) };
}

/** Rule 8: a yes for one address permits that address only; a no covers the person unless it names another address. */
function covering(address: string | null): (fold: Fold) => boolean {
  return (fold) => fold.address === null || fold.address === address;
}

function combined(
  folds: readonly Fold[],
  purposes: readonly PurposeVersion[],
  covers: (fold: Fold) => boolean,
): Fold | null {
  return folds
    .filter((fold) => purposes.some(({ id }) => id === fold.purpose) && covers(fold))
    .reduce<Fold | null>((sum, fold) => (sum ? mergeFolds(sum, fold) : fold), null);
}
