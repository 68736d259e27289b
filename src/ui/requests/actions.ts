import type { Band } from '../../core/identity/score';
import type { Verdict } from '../../core/requests/views';
import type { ActionResult } from '../parts/actionResult';

/** What the sheet of a request can do; each is a server action. */
export interface RequestActions {
  askForIdentity(ref: string, address: string): Promise<ActionResult>;
  provenAtCounter(ref: string): Promise<ActionResult>;
  identityRefused(ref: string): Promise<ActionResult>;
  clockEvent(ref: string, kind: 'clarification-asked' | 'clarification-given' | 'extended', reason: string): Promise<ActionResult<{ dueOn: string }>>;
  beginTrace(ref: string): Promise<ActionResult<{ traceId: string }>>;
  searchAgain(ref: string, systemId: string): Promise<ActionResult>;
  judge(ref: string, matchId: string, verdict: Verdict | null): Promise<ActionResult<{ changed: number }>>;
  judgeBand(ref: string, band: Band): Promise<ActionResult<{ changed: number }>>;
  decideOn(ref: string, values: unknown): Promise<ActionResult>;
  answerWith(ref: string, text: string): Promise<ActionResult>;
  beginPack(ref: string): Promise<ActionResult<{ packId: string }>>;
  handOverPack(ref: string): Promise<ActionResult<{ secret: string }>>;
  workOutPlan(ref: string): Promise<ActionResult<{ planId: string }>>;
  confirmErasure(ref: string, typed: string, acceptance: string): Promise<ActionResult>;
}
