import { addDays, daysBetween, type Day } from '../shared/days';

/** The organisation's own marks on the way to the legal date, as shares of the period from receipt to the due day. */
export interface Targets {
  /** By then the trace should be reviewed and the decision made. */
  decide: number;
  /** By then the answer should be out. */
  answer: number;
}

export const TARGETS: Targets = { decide: 0.5, answer: 0.8 };

export interface TargetDays {
  decideBy: Day;
  answerBy: Day;
  /** The mark that was missed last, if the work it stands for is still open. */
  missed: 'decide' | 'answer' | null;
}

/**
 * The internal target days of one request and whether one is missed. They warn; they bind nobody.
 *
 * @param facts.receivedOn first day of the period
 * @param facts.dueOn the legal day, with pauses and extension in it: a pause moves the targets along
 * @example targetDays({ receivedOn: '2026-11-01', dueOn: '2026-12-01', today: '2026-11-20', isDecided: false,
 *   isAnswered: false }) // missed: 'decide'
 */
export function targetDays(
  facts: { receivedOn: Day; dueOn: Day; today: Day; isDecided: boolean; isAnswered: boolean },
  targets: Targets = TARGETS,
): TargetDays {
  const days = Math.max(0, daysBetween(facts.receivedOn, facts.dueOn));
  const at = (share: number) => addDays(facts.receivedOn, Math.floor(days * share));
  const [decideBy, answerBy] = [at(targets.decide), at(targets.answer)];
  const missed = facts.isAnswered
    ? null
    : facts.today > answerBy
      ? 'answer'
      : !facts.isDecided && facts.today > decideBy
        ? 'decide'
        : null;
  return { decideBy, answerBy, missed };
}
