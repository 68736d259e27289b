'use server';

import { conditionsSchema } from '../../../core/trace/conditions';
import type { Band } from '../../../core/matching/score';
import { redactionsSchema } from '../../../core/detect/schema';
import {
  basisSchema,
  decisionSchema,
  factsSchema,
  openRequestSchema,
  verdictsSchema,
} from '../../../core/requests/schema';
import { daySchema } from '../../../core/shared/schema';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { confirmPlan, makePlan } from '../../../usecases/erasure/makePlan';
import { cancelTask } from '../../../usecases/helpers/cancelTask';
import { startPack } from '../../../usecases/packs/buildPack';
import { sendPack } from '../../../usecases/packs/handOver';
import type { FactsOutcome } from '../../../core/identity/facts';
import { acknowledgeByHand } from '../../../usecases/intake/acknowledge';
import { answerAppeal, receiveAppeal } from '../../../usecases/requests/appeals';
import { checkFacts } from '../../../usecases/identity/checkFacts';
import { carryOutChoices, readEffects } from '../../../usecases/carryOut/carryOutChoices';
import { changeBasis, whatIf, type WhatIfKind } from '../../../usecases/clock/changeBasis';
import { answerByLetter, decide } from '../../../usecases/requests/decide';
import { askIdentity, proveAtCounter, refuseForIdentity, showAuthority } from '../../../usecases/identity/identity';
import { joinRequests } from '../../../usecases/intake/joinRequests';
import { addNote, setOwner } from '../../../usecases/requests/notes';
import { openFromStaff } from '../../../usecases/intake/openFromStaff';
import { settleArrivalByHand } from '../../../usecases/health/arrivals';
import { confirmProposal, setAsideProposal } from '../../../usecases/intake/proposals';
import { correctField, finishRecordActs, readRecordActs, restrictAll } from '../../../usecases/carryOut/recordActs';
import { reopenRequest } from '../../../usecases/requests/reopenRequest';
import { recordClockEvent, type StaffClockEvent } from '../../../usecases/clock/recordClockEvent';
import { sendAgain } from '../../../usecases/letters/sendAgain';
import { tellRecipient } from '../../../usecases/carryOut/tellRecipients';
import { setMatter } from '../../../usecases/requests/setMatter';
import { askSecondReader } from '../../../usecases/trace/secondReader';
import { resumeTrace as resume, stopTrace as stop, strike } from '../../../usecases/trace/steerTrace';
import { acceptBand, giveVerdicts, retrySystem } from '../../../usecases/trace/review';
import { redact } from '../../../usecases/trace/redact';
import { startTrace } from '../../../usecases/trace/startTrace';
import type { EffectView, RecordActView } from '../../../core/carryOut/views';
import { act } from '../../lib/act';
import { readForm } from '../../lib/form';

const NO_DAY = { ok: false, message: 'Choose a day.' } as const;

export async function openFromForm(values: unknown): Promise<ActionResult<{ ref: string }>> {
  const form = readForm(openRequestSchema, values);
  return form.ok ? act((ctx) => openFromStaff(ctx, form.value)) : form;
}

export async function askForIdentity(ref: string, address: string): Promise<ActionResult> {
  return act((ctx) => askIdentity(ctx, { ref, address }));
}

export async function provenAtCounter(ref: string): Promise<ActionResult> {
  return act((ctx) => proveAtCounter(ctx, { ref }));
}

export async function identityRefused(ref: string): Promise<ActionResult> {
  return act((ctx) => refuseForIdentity(ctx, { ref }));
}

export async function clockEvent(
  ref: string,
  kind: StaffClockEvent,
  reason: string,
  until: string | null,
  toldByHand = false,
): Promise<ActionResult<{ dueOn: string }>> {
  return act((ctx) =>
    recordClockEvent(ctx, {
      ref,
      kind,
      reason: reason.slice(0, 2000),
      until: until && daySchema.isValidSync(until) ? until : null,
      toldByHand: toldByHand === true,
    }),
  );
}

export async function changeRequestBasis(ref: string, values: unknown): Promise<ActionResult<{ dueOn: string }>> {
  const form = readForm(basisSchema, values);
  return form.ok ? act((ctx) => changeBasis(ctx, { ref, ...form.value })) : form;
}

export async function askWhatIf(
  ref: string,
  kind: WhatIfKind,
  on: string,
): Promise<ActionResult<{ dueOn: string; state: string; workingDaysLeft: number }>> {
  return daySchema.isValidSync(on) ? act((ctx) => whatIf(ctx, { ref, kind, on })) : NO_DAY;
}

export async function appealReceived(
  ref: string,
  on: string,
  text: string,
): Promise<ActionResult<{ dueOn: string | null }>> {
  return daySchema.isValidSync(on)
    ? act((ctx) => receiveAppeal(ctx, { ref, receivedOn: on, text: text.slice(0, 5000) }))
    : NO_DAY;
}

export async function appealAnswered(ref: string, outcome: 'upheld' | 'reversed', text: string): Promise<ActionResult> {
  const said = typeof text === 'string' ? text.trim() : '';
  if (said.length < 10) return { ok: false, message: 'Answer the appeal in a sentence.' };
  return act((ctx) =>
    answerAppeal(ctx, { ref, outcome: outcome === 'reversed' ? 'reversed' : 'upheld', text: said.slice(0, 5000) }),
  );
}

export async function reopen(ref: string, reason: string): Promise<ActionResult> {
  return act((ctx) => reopenRequest(ctx, { ref, reason: reason.slice(0, 2000) }));
}

export async function own(ref: string, userId: string | null): Promise<ActionResult> {
  return act((ctx) => setOwner(ctx, { ref, userId }));
}

export async function note(ref: string, text: string): Promise<ActionResult<{ mentioned: number }>> {
  const said = typeof text === 'string' ? text.trim() : '';
  if (!said) return { ok: false, message: 'The note is empty.' };
  return act((ctx) => addNote(ctx, { ref, text: said.slice(0, 2000) }));
}

export async function compareWithFile(
  ref: string,
  facts: unknown,
): Promise<ActionResult<FactsOutcome & { isProven: boolean; left: number }>> {
  const form = readForm(factsSchema, { facts });
  return form.ok ? act((ctx) => checkFacts(ctx, { ref, facts: form.value.facts })) : form;
}

export async function acknowledgedByHand(ref: string): Promise<ActionResult> {
  return act((ctx) => acknowledgeByHand(ctx, { ref }));
}

export async function effectsOf(ref: string): Promise<ActionResult<EffectView[]>> {
  return act((ctx) => readEffects(ctx, { ref }));
}

export async function carryOut(
  ref: string,
  purposes: readonly string[],
): Promise<ActionResult<{ recorded: number; systems: number }>> {
  return act((ctx) => carryOutChoices(ctx, { ref, purposes: purposes.slice(0, 500) }));
}

export async function recordsOf(ref: string): Promise<ActionResult<RecordActView>> {
  return act((ctx) => readRecordActs(ctx, { ref }));
}

export async function correct(ref: string, matchId: string, field: string, value: string): Promise<ActionResult> {
  return act((ctx) => correctField(ctx, { ref, matchId, field, value: value.slice(0, 2000) }));
}

export async function restrict(ref: string): Promise<ActionResult<{ records: number }>> {
  return act((ctx) => restrictAll(ctx, { ref }));
}

export async function sendLetterAgain(ref: string, letterId: string): Promise<ActionResult> {
  return act((ctx) => sendAgain(ctx, { ref: String(ref), letterId: String(letterId) }));
}

export async function recipientTold(
  ref: string,
  recipient: string,
  how: string,
  wasTold: boolean,
): Promise<ActionResult> {
  return act((ctx) =>
    tellRecipient(ctx, { ref, recipient: String(recipient), how: String(how), wasTold: wasTold === true }),
  );
}

export async function actsFinished(ref: string): Promise<ActionResult> {
  return act((ctx) => finishRecordActs(ctx, { ref }));
}

export async function withoutHelper(ref: string, taskId: string): Promise<ActionResult> {
  return act((ctx) => cancelTask(ctx, { ref, taskId }));
}

export async function authorityShown(ref: string): Promise<ActionResult> {
  return act((ctx) => showAuthority(ctx, { ref }));
}

export async function join(ref: string, into: string): Promise<ActionResult> {
  return act((ctx) => joinRequests(ctx, { ref, into }));
}

export async function openFromProposal(id: string, values: unknown): Promise<ActionResult<{ ref: string }>> {
  const form = readForm(openRequestSchema, values);
  return form.ok ? act((ctx) => confirmProposal(ctx, { id, form: form.value })) : form;
}

export async function settleMessage(id: string): Promise<ActionResult> {
  return act((ctx) => settleArrivalByHand(ctx, { kind: 'mail', id: String(id) }));
}

export async function setAside(id: string): Promise<ActionResult> {
  return act((ctx) => setAsideProposal(ctx, { id }));
}

export async function linkMatter(ref: string, matter: string): Promise<ActionResult> {
  return act((ctx) => setMatter(ctx, { ref, matter: String(matter) }));
}

export async function beginTrace(ref: string, conditions: unknown): Promise<ActionResult<{ traceId: string }>> {
  const form = readForm(conditionsSchema, conditions);
  return form.ok ? act((ctx) => startTrace(ctx, { ref, conditions: form.value })) : form;
}

export async function stopTrace(ref: string): Promise<ActionResult> {
  return act((ctx) => stop(ctx, { ref }));
}

export async function resumeTrace(ref: string): Promise<ActionResult> {
  return act((ctx) => resume(ctx, { ref }));
}

export async function strikeKey(ref: string, keyId: string, isStruck: boolean): Promise<ActionResult> {
  return act((ctx) => strike(ctx, { ref, keyId: String(keyId), isStruck: isStruck === true }));
}

export async function secondReader(ref: string, matchId: string, isWanted: boolean): Promise<ActionResult> {
  return act((ctx) => askSecondReader(ctx, { ref, matchId: String(matchId), isWanted: isWanted === true }));
}

export async function searchAgain(ref: string, systemId: string): Promise<ActionResult> {
  return act((ctx) => retrySystem(ctx, { ref, systemId }));
}

export async function judge(ref: string, verdicts: unknown): Promise<ActionResult<{ changed: number }>> {
  const form = readForm(verdictsSchema, { verdicts });
  return form.ok ? act((ctx) => giveVerdicts(ctx, { ref, verdicts: form.value.verdicts })) : form;
}

export async function redactPassages(
  ref: string,
  matchId: string,
  passages: unknown,
): Promise<ActionResult<{ passages: number }>> {
  const form = readForm(redactionsSchema, { passages });
  return form.ok ? act((ctx) => redact(ctx, { ref, matchId, passages: form.value.passages })) : form;
}

export async function judgeBand(ref: string, band: Band): Promise<ActionResult<{ changed: number }>> {
  return act((ctx) => acceptBand(ctx, { ref, band }));
}

export async function decideOn(ref: string, values: unknown): Promise<ActionResult> {
  const form = readForm(decisionSchema, values);
  return form.ok ? act((ctx) => decide(ctx, { ref, ...form.value })) : form;
}

export async function answerWith(ref: string, text: string): Promise<ActionResult> {
  const said = typeof text === 'string' ? text.trim() : '';
  if (said.length < 10) return { ok: false, message: 'Say in a sentence what was done.' };
  return act((ctx) => answerByLetter(ctx, { ref, text: said.slice(0, 5000) }));
}

export async function beginPack(ref: string, sayMissing: boolean): Promise<ActionResult<{ packId: string }>> {
  return act((ctx) => startPack(ctx, { ref: String(ref), sayMissing: sayMissing === true }));
}

export async function handOverPack(ref: string): Promise<ActionResult<{ secret: string }>> {
  return act((ctx) => sendPack(ctx, { ref }));
}

export async function workOutPlan(ref: string): Promise<ActionResult<{ planId: string }>> {
  return act((ctx) => makePlan(ctx, { ref }));
}

export async function confirmErasure(ref: string, typed: string, acceptance: string): Promise<ActionResult> {
  return act((ctx) => confirmPlan(ctx, { ref, typed, acceptance: acceptance.slice(0, 2000) }));
}
