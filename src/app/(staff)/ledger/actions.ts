'use server';

import { handChoiceSchema, purposeDraftSchema } from '../../../core/ledger/schema';
import type { MessageVerdict } from '../../../core/audiences/messageCheck';
import type { AtTheCounter, ChoiceProof } from '../../../core/ledger/views';
import type { WhatIf } from '../../../core/purposes/views';
import { mappingSchema } from '../../../core/imports/schema';
import type { Reason } from '../../../core/words/reasons';
import { addDays, beginningOfDay } from '../../../core/shared/days';
import { daySchema } from '../../../core/shared/schema';
import { ok } from '../../../core/shared/result';
import type { RecordStatus } from '../../../core/ledger/schema';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { askAgain } from '../../../usecases/audiences/checkAudience';
import { checkDraft } from '../../../usecases/audiences/checkDraft';
import { startDeposit } from '../../../usecases/ledger/depositHead';
import { startExport } from '../../../usecases/ledger/exportLedger';
import { proveChoice } from '../../../usecases/ledger/proofs';
import { startRebuild } from '../../../usecases/standing/rebuildFolds';
import { findAtCounter, recordByHand } from '../../../usecases/ledger/recordByHand';
import { countSealed, startRemoval } from '../../../usecases/ledger/removeSealed';
import { startVerification } from '../../../usecases/ledger/verifyLedger';
import { startComparison } from '../../../usecases/drift/compareSystem';
import { believe, putRight, type Chosen } from '../../../usecases/drift/putRight';
import { settleArrivalByHand } from '../../../usecases/health/arrivals';
import { correctLine, rerunHeld } from '../../../usecases/imports/correctLines';
import { mapImport } from '../../../usecases/imports/mapImport';
import { startImport } from '../../../usecases/imports/runImport';
import { publishPurpose, whatIf } from '../../../usecases/purposes/changePurpose';
import { act } from '../../lib/act';
import { readForm } from '../../lib/form';

export async function verifyNow(): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => startVerification(ctx));
}

export async function runFile(importId: string): Promise<ActionResult> {
  return act((ctx) => startImport(ctx, { importId }));
}

export async function mapFile(importId: string, values: unknown): Promise<ActionResult> {
  const form = readForm(mappingSchema, values);
  if (!form.ok) return form;
  const { name, ...mapping } = form.value;
  return act((ctx) => mapImport(ctx, { importId, name, mapping }));
}

export async function correctOne(
  importId: string,
  line: number,
  raw: string,
): Promise<ActionResult<{ status: RecordStatus; reasons: Reason[] }>> {
  return act((ctx) => correctLine(ctx, { importId, line: Number(line), raw: String(raw) }));
}

export async function rerunAll(importId: string): Promise<ActionResult<{ lines: number; recorded: number }>> {
  return act((ctx) => rerunHeld(ctx, { importId }));
}

export async function compareNow(systemId?: string): Promise<ActionResult<{ runs: string[] }>> {
  return act((ctx) => startComparison(ctx, systemId ? { systemId } : {}));
}

export async function correctDriftNow(chosen: Chosen): Promise<ActionResult<{ count: number }>> {
  return act((ctx) => putRight(ctx, chosen));
}

export async function believeNow(chosen: Chosen): Promise<ActionResult<{ count: number }>> {
  return act((ctx) => believe(ctx, chosen));
}

export async function askListAgain(audienceId: string): Promise<ActionResult<{ runId: string }>> {
  return act((ctx) => askAgain(ctx, { audienceId }));
}

export async function checkDraftNow(form: FormData): Promise<ActionResult<MessageVerdict>> {
  return act(async (ctx) => {
    const file = form.get('file');
    return checkDraft(ctx, { content: file instanceof File ? Buffer.from(await file.arrayBuffer()) : Buffer.alloc(0) });
  });
}

export async function findNow(identifier: { kind: string; value: string }): Promise<ActionResult<AtTheCounter[]>> {
  return act((ctx) =>
    findAtCounter(ctx, {
      identifier: { kind: String(identifier.kind), value: String(identifier.value).slice(0, 320) },
    }),
  );
}

export async function recordAnswer(values: unknown): Promise<ActionResult<{ status: string; reasons: Reason[] }>> {
  const form = readForm(handChoiceSchema, values);
  return form.ok ? act((ctx) => recordByHand(ctx, form.value)) : form;
}

export async function depositNow(): Promise<ActionResult> {
  return act((ctx) => startDeposit(ctx));
}

export async function proveNow(choiceId: string): Promise<ActionResult<ChoiceProof>> {
  return act((ctx) => proveChoice(ctx, { choiceId: choiceId.slice(0, 60) }));
}

export async function rebuildNow(onlyLook: boolean): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => startRebuild(ctx, { onlyLook: onlyLook === true }));
}

export async function exportNow(values: Record<string, string | null>): Promise<ActionResult<{ id: string }>> {
  if (typeof values !== 'object' || values === null) return { ok: false, message: 'Choose what is exported.' };
  const format = (['csv', 'ndjson', 'jsonld'] as const).find((known) => known === values['format']) ?? 'csv';
  return act((ctx) => {
    const edge = (day: string | null | undefined, more: number) =>
      day && daySchema.isValidSync(day)
        ? new Date(beginningOfDay(addDays(day, more), ctx.organisation.zone)).toISOString()
        : null;
    return startExport(ctx, {
      format,
      from: edge(values['from'], 0),
      to: edge(values['to'], 1),
      purpose: values['purpose'] ?? null,
      identifier: values['identifier'] ? { kind: 'email', value: values['identifier'] } : null,
    });
  });
}

export async function countSealedNow(beforeDay: string): Promise<ActionResult<{ count: number }>> {
  if (!daySchema.isValidSync(beforeDay)) return { ok: false, message: 'Choose a day.' };
  return act((ctx) => countSealed(ctx, { beforeDay }));
}

export async function removeSealedNow(beforeDay: string, typed: number): Promise<ActionResult<{ id: string }>> {
  if (!daySchema.isValidSync(beforeDay)) return { ok: false, message: 'Choose a day.' };
  return act((ctx) => startRemoval(ctx, { beforeDay, typed: Number(typed) }));
}

export async function tryPurpose(values: unknown): Promise<ActionResult<WhatIf>> {
  const form = readForm(purposeDraftSchema, values);
  return form.ok ? act((ctx) => whatIf(ctx, form.value)) : form;
}

/** Published from now on: the moment at which the page was opened has passed. */
export async function publishNow(values: unknown): Promise<ActionResult<{ version: number }>> {
  const form = readForm(purposeDraftSchema, values);
  if (!form.ok) return form;
  return act(async (ctx) => {
    const now = ctx.clock.now();
    const result = await publishPurpose(ctx, {
      ...form.value,
      validFrom: form.value.validFrom < now ? now : form.value.validFrom,
    });
    return result.ok ? ok(result.value) : result;
  });
}

export async function settleFile(id: string): Promise<ActionResult> {
  return act((ctx) => settleArrivalByHand(ctx, { kind: 'file', id: String(id) }));
}
