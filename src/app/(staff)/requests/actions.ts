'use server';

import type { Band } from '../../../core/identity/score';
import { decisionSchema, openRequestSchema } from '../../../core/requests/schema';
import type { ActionResult } from '../../../ui/parts/actionResult';
import { confirmPlan, makePlan } from '../../../usecases/erasure/makePlan';
import { startPack } from '../../../usecases/packs/buildPack';
import { sendPack } from '../../../usecases/packs/handOver';
import { answerByLetter, decide } from '../../../usecases/requests/decide';
import { askIdentity, proveAtCounter, refuseForIdentity } from '../../../usecases/requests/identity';
import { openFromStaff } from '../../../usecases/requests/openFromStaff';
import { recordClockEvent, type StaffClockEvent } from '../../../usecases/requests/recordClockEvent';
import { acceptBand, giveVerdict, retrySystem } from '../../../usecases/trace/review';
import { startTrace } from '../../../usecases/trace/startTrace';
import type { Verdict } from '../../../core/requests/views';
import { act } from '../../lib/act';
import { readForm } from '../../lib/form';

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

export async function clockEvent(ref: string, kind: StaffClockEvent, reason: string): Promise<ActionResult<{ dueOn: string }>> {
  return act((ctx) => recordClockEvent(ctx, { ref, kind, reason }));
}

export async function beginTrace(ref: string): Promise<ActionResult<{ traceId: string }>> {
  return act((ctx) => startTrace(ctx, { ref }));
}

export async function searchAgain(ref: string, systemId: string): Promise<ActionResult> {
  return act((ctx) => retrySystem(ctx, { ref, systemId }));
}

export async function judge(ref: string, matchId: string, verdict: Verdict | null): Promise<ActionResult<{ changed: number }>> {
  return act((ctx) => giveVerdict(ctx, { ref, matchId, verdict }));
}

export async function judgeBand(ref: string, band: Band): Promise<ActionResult<{ changed: number }>> {
  return act((ctx) => acceptBand(ctx, { ref, band }));
}

export async function decideOn(ref: string, values: unknown): Promise<ActionResult> {
  const form = readForm(decisionSchema, values);
  return form.ok ? act((ctx) => decide(ctx, { ref, ...form.value })) : form;
}

export async function answerWith(ref: string, text: string): Promise<ActionResult> {
  if (text.trim().length < 10) return { ok: false, message: 'Say in a sentence what was done.' };
  return act((ctx) => answerByLetter(ctx, { ref, text: text.trim().slice(0, 5000) }));
}

export async function beginPack(ref: string): Promise<ActionResult<{ packId: string }>> {
  return act((ctx) => startPack(ctx, { ref }));
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
