import type { Laws } from '../clock/regimes';
import { addDays, addMonths, epochOf, localDay, sayDay } from '../shared/days';
import { reason, type Reason } from '../shared/reason';
import { ageOfConsent, leastAge, neverBelow, SALE_GUARDIAN_BELOW, SALE_OPT_IN_BELOW } from './ages';
import { foldChoices, mergeFolds, type Fold, type Mark } from './fold';
import { ancestorsIn, confirmWindows, kindFor, purposesInForce } from '../purposes/purposes';
import { beginning, isNo } from './timeline';
import type {
  Answer,
  Choice,
  PersonFacts,
  PurposeKind,
  PurposeVersion,
  Standing,
  StandingAnswer,
  Terms,
  WordingVersion,
} from '../ledger/types';

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

/** What a standing is read by: purposes and wordings in force at one moment. */
export interface Rules {
  purposes: ReadonlyMap<string, PurposeVersion>;
  wordings: readonly WordingVersion[];
  /** Double opt-in by the versions of their time. */
  windows: ReturnType<typeof confirmWindows>;
  /** Instant. */
  at: string;
  zone: string;
  laws: Laws;
}

/** What a reading says, with the sequence number of the choice it rests on. */
export interface Reading {
  permitted: boolean;
  standing: Standing;
  since: string | null;
  becauseSeq: number | null;
  mayAskAgainFrom: string | null;
  reasons: Reason[];
}

interface Own extends Omit<Reading, 'permitted'> {
  isYes: boolean;
}

const DAY = 86_400_000;

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
      reasons: [reason('purpose-not-in-force', 'No such purpose was in force at that time.')],
    };
  const line = ancestorsIn(rules.purposes, purpose);
  const { isYes, ...own } = ownStanding(folds, facts, rules, purpose, line, address);
  const blocker = isYes
    ? line.find((parent, i) => !ownStanding(folds, facts, rules, parent, line.slice(i + 1), address).isYes)
    : undefined;
  const reasons = blocker
    ? [
        ...own.reasons,
        reason('parent-not-permitted', `“${purpose.title}” belongs to “${blocker.title}”, which is not permitted.`),
      ]
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
      reasons: [
        reason('erased', 'This person was erased; their identifiers are on the suppression list.', 'GDPR art. 17'),
      ],
    };
  }
  const restriction = facts.restricted.find(({ from, until }) => before(from) && !(until && before(until)));
  if (!restriction) return null;
  return {
    ...none,
    standing: 'restricted',
    since: restriction.from,
    reasons: [reason('restricted', 'Processing of this person’s data is restricted.', 'GDPR art. 18')],
  };
}

/** Where the person was at a moment, as far as is known. */
export function countryAt(facts: PersonFacts, at: string): string | null {
  let found: string | null = null;
  for (const { from, country } of facts.countries) if (from === null || epochOf(from) <= epochOf(at)) found = country;
  return found;
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
      reasons: [
        reason(
          'under-age',
          `Nothing of a person below the age of ${minor.age} is sold, shared or used for targeted advertising there, whatever was said.`,
          minor.source,
        ),
      ],
    };
  if (kind === 'necessary')
    return {
      ...nothing('always-on'),
      isYes: true,
      reasons: [
        reason(
          'necessary',
          `“${purpose.title}” is necessary for what the person asked for and cannot be refused.`,
          'GDPR art. 6(1)(b), (c)',
        ),
      ],
    };
  const read = (covers: (fold: Fold) => boolean, of: string | null | 'any' = address) =>
    decide(
      combined(folds, [purpose], covers),
      combined(folds, line, covers)?.lastNo ?? null,
      boughtBy(facts, of),
      rules,
      purpose,
      kind,
    );
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

function decide(
  own: Fold | null,
  parentsNo: Mark | null,
  facts: PersonFacts,
  rules: Rules,
  purpose: PurposeVersion,
  kind: PurposeKind,
): Own {
  const state = settled(own, parentsNo, facts, rules, purpose, kind);
  const now = epochOf(rules.at);
  if (!own?.pending || state.isYes || own.pending.at > now || own.pending.closes < now) return state;
  return {
    ...state,
    standing: 'awaiting-confirmation',
    since: new Date(own.pending.at).toISOString(),
    becauseSeq: own.pending.seq,
    reasons: [
      ...state.reasons,
      reason('unconfirmed', 'A sign-up waits for its confirmation; until then nothing changes.'),
    ],
  };
}

/** Rule 6: a parent's no is a no here, where there was something to say no to; a parent's later yes revives nothing. */
function settled(
  own: Fold | null,
  parentsNo: Mark | null,
  facts: PersonFacts,
  rules: Rules,
  purpose: PurposeVersion,
  kind: PurposeKind,
): Own {
  const saidYesBefore = (no: Mark) => own !== null && own.firstYes !== null && own.firstYes <= no.at;
  const inherits =
    parentsNo !== null &&
    (kind !== 'consent' || saidYesBefore(parentsNo)) &&
    (!own?.last || isLater(parentsNo, own.last));
  const last = inherits ? parentsNo : (own?.last ?? null);
  if (!last) return silence(facts, rules, purpose, kind);
  const since = last.isDay ? localDay(last.at, rules.zone) : new Date(last.at).toISOString();
  const said = `${SAID[last.answer]} on ${sayDay(localDay(last.at, rules.zone))}`;
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
        ? reason('withdrawn-with-parent', `${said} for the purpose it belongs to; this goes with it.`, sourceOfNo(kind))
        : reason('said-no', `${said}.`, sourceOfNo(kind)),
    ];
    return {
      ...base,
      standing: noOf(kind, saidYesBefore(last)),
      isYes: false,
      mayAskAgainFrom: askAgain(last, rules, purpose, kind, countryAt(facts, rules.at)),
      reasons,
    };
  }
  const reasons = [reason('said-yes', `${said}.`, 'GDPR art. 6(1)(a), 7(1)')];
  const flaw = flawOf(last, facts, rules, purpose, kind);
  if (flaw) return { ...base, standing: flaw.standing, isYes: false, reasons: [...reasons, flaw.reason] };
  return { ...base, standing: kind === 'legitimate-interest' ? 'default-permitted' : 'granted', reasons };
}

function isLater(a: Mark, b: Mark): boolean {
  return a.at !== b.at ? a.at > b.at : isNo(a.answer) && !isNo(b.answer) ? true : a.seq > b.seq;
}

/** Why a yes does not count: too young (rule 5), too old (rule 3), or under words that have changed since (rule 4). */
function flawOf(
  yes: Mark,
  facts: PersonFacts,
  rules: Rules,
  purpose: PurposeVersion,
  kind: PurposeKind,
): { standing: Standing; reason: Reason } | null {
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
        reason: reason(
          'under-age',
          `The yes was given below the age of ${age}, and no guardian has confirmed it.`,
          source,
        ),
      };
  }
  if (purpose.shelfLifeDays !== null && epochOf(rules.at) >= yes.at + purpose.shelfLifeDays * DAY) {
    return {
      standing: 'lapsed',
      reason: reason('shelf-life', `A yes is kept for ${purpose.shelfLifeDays} days; that time is over.`),
    };
  }
  if (!purpose.askAgainOnMaterial) return null;
  const changed = materialChange(yes.terms, rules.wordings);
  return changed
    ? {
        standing: 'outdated',
        reason: reason(
          'wording-changed',
          `The yes was given under ${changed.kind} “${changed.id}” before version ${changed.version}, which changed it materially.`,
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

function nothing(standingOf: Standing): Omit<Reading, 'permitted'> {
  return { standing: standingOf, since: null, becauseSeq: null, mayAskAgainFrom: null, reasons: [] };
}

function silence(facts: PersonFacts, rules: Rules, purpose: PurposeVersion, kind: PurposeKind): Own {
  if (kind === 'soft-opt-in') return afterSale(facts, rules);
  if (kind === 'consent')
    return {
      ...nothing('not-asked'),
      isYes: false,
      reasons: [reason('nothing-said', 'Nothing was said; without a yes it is not permitted.', 'GDPR art. 4(11)')],
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
      reasons: [
        reason(
          'under-age',
          `Below the age of ${SALE_OPT_IN_BELOW} sale and sharing need an opt-in.`,
          'Civ. Code 1798.120(c)',
        ),
      ],
    };
  }
  return {
    ...nothing('default-permitted'),
    isYes: true,
    reasons: [
      reason(
        'nothing-said',
        'Nothing was said; it is permitted until the person says no.',
        kind === 'opt-out' ? undefined : 'GDPR art. 6(1)(f), 21',
      ),
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
      reasons: [
        reason('never-bought', 'Nothing was said, and no sale is known in which this address was given.', source),
      ],
    };
  const day = localDay(first.at, rules.zone);
  return {
    ...nothing('default-permitted'),
    since: first.at,
    isYes: true,
    reasons: [
      reason(
        'bought',
        `Bought on ${sayDay(day)} and gave this address in that sale; for own similar goods it is permitted until ` +
          `they say no, with a way out each time.`,
        source,
      ),
    ],
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
function askAgain(
  last: Mark,
  rules: Rules,
  purpose: PurposeVersion,
  kind: PurposeKind,
  country: string | null,
): string | null {
  const wait =
    purpose.askAgainAfterDays === null ? null : addDays(localDay(last.at, rules.zone), purpose.askAgainAfterDays);
  if (kind !== 'opt-out' || (country !== null && !country.startsWith('US'))) return wait;
  const year = addMonths(localDay(last.at, rules.zone), 12);
  return wait !== null && wait > year ? wait : year;
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
