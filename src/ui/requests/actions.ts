import type { Band } from '../../core/matching/score';
import type { Redaction } from '../../core/trace/redaction';
import type { TraceConditions } from '../../core/trace/conditions';
import type { Fact, FactsOutcome } from '../../core/identity/facts';
import type { EffectView, RecordActView } from '../../core/carryOut/views';
import type { Verdict } from '../../core/trace/views';
import type { ActionResult } from '../shared/actionResult';

/** What the sheet of a request can do; each is a server action. */
export interface RequestActions {
  askForIdentity(ref: string, address: string): Promise<ActionResult>;
  provenAtCounter(ref: string): Promise<ActionResult>;
  identityRefused(ref: string): Promise<ActionResult>;
  clockEvent(
    ref: string,
    kind: 'clarification-asked' | 'clarification-given' | 'fee-asked' | 'fee-paid' | 'extended',
    reason: string,
    until: string | null,
    toldByHand: boolean,
  ): Promise<ActionResult<{ dueOn: string }>>;
  changeRequestBasis(ref: string, values: unknown): Promise<ActionResult<{ dueOn: string }>>;
  askWhatIf(
    ref: string,
    kind: 'identity-proven' | 'clarification-given' | 'fee-paid' | 'extended' | 'nothing',
    on: string,
  ): Promise<ActionResult<{ dueOn: string; state: string; workingDaysLeft: number }>>;
  appealReceived(ref: string, on: string, text: string): Promise<ActionResult<{ dueOn: string | null }>>;
  appealAnswered(ref: string, outcome: 'upheld' | 'reversed', text: string): Promise<ActionResult>;
  reopen(ref: string, reason: string): Promise<ActionResult>;
  own(ref: string, userId: string | null): Promise<ActionResult>;
  linkMatter(ref: string, matter: string): Promise<ActionResult>;
  note(ref: string, text: string): Promise<ActionResult<{ mentioned: number }>>;
  compareWithFile(
    ref: string,
    facts: readonly Fact[],
  ): Promise<ActionResult<FactsOutcome & { isProven: boolean; left: number }>>;
  acknowledgedByHand(ref: string): Promise<ActionResult>;
  effectsOf(ref: string): Promise<ActionResult<EffectView[]>>;
  carryOut(ref: string, purposes: readonly string[]): Promise<ActionResult<{ recorded: number; systems: number }>>;
  recordsOf(ref: string): Promise<ActionResult<RecordActView>>;
  correct(ref: string, matchId: string, field: string, value: string): Promise<ActionResult>;
  restrict(ref: string): Promise<ActionResult<{ records: number }>>;
  sendLetterAgain(ref: string, letterId: string): Promise<ActionResult>;
  recipientTold(ref: string, recipient: string, how: string, wasTold: boolean): Promise<ActionResult>;
  actsFinished(ref: string): Promise<ActionResult>;
  withoutHelper(ref: string, taskId: string): Promise<ActionResult>;
  authorityShown(ref: string): Promise<ActionResult>;
  join(ref: string, into: string): Promise<ActionResult>;
  beginTrace(ref: string, conditions: TraceConditions): Promise<ActionResult<{ traceId: string }>>;
  stopTrace(ref: string): Promise<ActionResult>;
  resumeTrace(ref: string): Promise<ActionResult>;
  strikeKey(ref: string, keyId: string, isStruck: boolean): Promise<ActionResult>;
  secondReader(ref: string, matchId: string, isWanted: boolean): Promise<ActionResult>;
  searchAgain(ref: string, systemId: string): Promise<ActionResult>;
  judge(
    ref: string,
    verdicts: readonly { matchId: string; verdict: Verdict | null }[],
  ): Promise<ActionResult<{ changed: number }>>;
  redactPassages(
    ref: string,
    matchId: string,
    passages: readonly Redaction[],
  ): Promise<ActionResult<{ passages: number }>>;
  judgeBand(ref: string, band: Band): Promise<ActionResult<{ changed: number }>>;
  decideOn(ref: string, values: unknown): Promise<ActionResult>;
  answerWith(ref: string, text: string): Promise<ActionResult>;
  beginPack(ref: string, sayMissing: boolean): Promise<ActionResult<{ packId: string }>>;
  handOverPack(ref: string): Promise<ActionResult<{ secret: string }>>;
  workOutPlan(ref: string): Promise<ActionResult<{ planId: string }>>;
  confirmErasure(ref: string, typed: string, acceptance: string): Promise<ActionResult>;
}
