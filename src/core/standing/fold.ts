import type { Laws } from '../clock/regimes';
import { gpcBinds } from './gpc';
import { localDay } from '../shared/days';
import { beginning, isDayOnly, isNo, placeOf, rankOf } from './timeline';
import type { Answer, Choice, Terms } from '../ledger/types';

/** One answer as standing needs it afterwards. */
export interface Mark {
  /** Epoch milliseconds at which it counts. */
  at: number;
  seq: number;
  answer: Answer;
  /** Only the day is known. */
  isDay: boolean;
  terms: Terms;
  /** A guardian has confirmed this grant. */
  isGuarded: boolean;
}

/**
 * What is left of any number of answers of one person about one purpose and one address (or none): enough to read every
 * standing from, whenever it is read. Folds of the same purpose and address merge, in any order.
 */
export interface Fold {
  purpose: string;
  address: string | null;
  last: Mark | null;
  lastNo: Mark | null;
  /** Epoch milliseconds of the earliest yes. */
  firstYes: number | null;
  /** A grant that waits for its confirmation, with the end of its window. */
  pending: { at: number; closes: number; seq: number } | null;
}

const HOUR = 3_600_000;

/** Rule 1: by time, then the restrictive answer, then the order of record. Positive where `a` counts later. */
export function orderOf(a: Mark, b: Mark): number {
  return a.at - b.at || rankOf(a.answer) - rankOf(b.answer) || a.seq - b.seq;
}

function later(a: Mark | null, b: Mark | null): Mark | null {
  if (!a || !b) return a ?? b;
  return orderOf(a, b) >= 0 ? a : b;
}

function earlier(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}

/** Two folds as one: what both together say. Associative and commutative. */
export function mergeFolds(a: Fold, b: Fold): Fold {
  const pending =
    !a.pending || !b.pending
      ? (a.pending ?? b.pending)
      : a.pending.closes > b.pending.closes || (a.pending.closes === b.pending.closes && a.pending.seq > b.pending.seq)
        ? a.pending
        : b.pending;
  return {
    purpose: a.purpose,
    address: a.address === b.address ? a.address : null,
    last: later(a.last, b.last),
    lastNo: later(a.lastNo, b.lastNo),
    firstYes: earlier(a.firstYes, b.firstYes),
    pending,
  };
}

/** Whether one answer can be folded by itself, without the others of its person. */
export function standsAlone(answer: Answer): boolean {
  return answer !== 'confirm' && answer !== 'guardian-confirm' && answer !== 'gpc-seen';
}

/** One answer that stands alone, as a fold. With double opt-in (rule 2) a grant waits. */
export function foldOne(choice: Choice, confirmWithinHours: number | null, zone: string): Fold {
  const empty: Fold = {
    purpose: choice.purpose,
    address: choice.address,
    last: null,
    lastNo: null,
    firstYes: null,
    pending: null,
  };
  if (choice.answer === 'grant' && confirmWithinHours !== null) {
    const at = beginning(choice.occurredAt, zone);
    return { ...empty, pending: { at, closes: at + confirmWithinHours * HOUR, seq: choice.seq } };
  }
  return withMark(empty, markOf(choice, placeOf(choice, zone)));
}

function markOf(choice: Choice, at: number): Mark {
  return {
    at,
    seq: choice.seq,
    answer: choice.answer,
    isDay: isDayOnly(choice.occurredAt),
    terms: choice.terms,
    isGuarded: false,
  };
}

function withMark(fold: Fold, mark: Mark): Fold {
  const no = isNo(mark.answer);
  return { ...fold, last: mark, lastNo: no ? mark : null, firstYes: no ? null : mark.at };
}

export interface FoldRules {
  zone: string;
  /** The double opt-in window of a purpose for a grant given then (epoch milliseconds), hours; null where it had none. */
  confirmWithinHours(purpose: string, at: number): number | null;
  /** Where the person is, for signals of which the ledger does not know the place. */
  country: string | null;
  laws: Laws;
}

/**
 * All answers of one person, folded by purpose and address.
 *
 * Rule 2: a grant that needs a confirmation counts from its own confirmation within the window, or not at all.
 * Rule 5: a guardian's confirmation is noted on the grant it names.
 * Rule 7: a signal counts where it binds, and not after an opt-in that was given in knowledge of the conflict.
 */
export function foldChoices(choices: readonly Choice[], rules: FoldRules): Fold[] {
  const guarded = new Set(
    choices.filter(({ answer, confirms }) => answer === 'guardian-confirm' && confirms).map(({ confirms }) => confirms),
  );
  const folds = new Map<string, Fold>();
  const add = (fold: Fold) => {
    const key = `${fold.purpose}\n${fold.address ?? ''}`;
    const before = folds.get(key);
    folds.set(key, before ? mergeFolds(before, fold) : fold);
  };
  for (const choice of choices) {
    if (choice.answer === 'gpc-seen') {
      if (signalCounts(choice, choices, rules)) add(foldOne(choice, null, rules.zone));
      continue;
    }
    if (!standsAlone(choice.answer)) continue;
    const window =
      choice.answer === 'grant'
        ? rules.confirmWithinHours(choice.purpose, beginning(choice.occurredAt, rules.zone))
        : null;
    const confirmedAt =
      choice.answer === 'grant' && window !== null ? confirmationOf(choice, choices, window, rules.zone) : null;
    const fold: Fold =
      confirmedAt === null
        ? foldOne(choice, window, rules.zone)
        : withMark(
            {
              purpose: choice.purpose,
              address: choice.address,
              last: null,
              lastNo: null,
              firstYes: null,
              pending: null,
            },
            markOf(choice, confirmedAt),
          );
    if (guarded.has(choice.id) && fold.last && !isNo(choice.answer)) fold.last = { ...fold.last, isGuarded: true };
    add(fold);
  }
  return [...folds.values()];
}

/** When a grant was confirmed, within its window; null where it was not. */
function confirmationOf(grant: Choice, choices: readonly Choice[], windowHours: number, zone: string): number | null {
  const asked = beginning(grant.occurredAt, zone);
  const times = choices
    .filter(({ answer, confirms }) => answer === 'confirm' && confirms === grant.id)
    .map(({ occurredAt }) => beginning(occurredAt, zone))
    .filter((at) => at >= asked && at <= asked + windowHours * HOUR);
  return times.length > 0 ? Math.min(...times) : null;
}

function signalCounts(signal: Choice, choices: readonly Choice[], rules: FoldRules): boolean {
  if (
    !gpcBinds(
      signal.terms.country ?? rules.country,
      localDay(beginning(signal.occurredAt, rules.zone), rules.zone),
      rules.laws,
    )
  )
    return false;
  const at = placeOf(signal, rules.zone);
  let before: { mark: Mark; isTold: boolean } | null = null;
  for (const choice of choices) {
    if (choice.purpose !== signal.purpose || !standsAlone(choice.answer)) continue;
    const mark = markOf(choice, placeOf(choice, rules.zone));
    if (mark.at > at || (before && orderOf(mark, before.mark) < 0)) continue;
    before = { mark, isTold: choice.isTold };
  }
  return !(before?.isTold && !isNo(before.mark.answer));
}
