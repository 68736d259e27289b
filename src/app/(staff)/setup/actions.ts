'use server';

import type { ActionResult } from '../../../ui/shared/actionResult';
import { setColleagueActive } from '../../../usecases/access/signIn';
import { approveKeyExport, askForKeys, fetchKeys } from '../../../usecases/keys/exportKeys';
import { startRotation } from '../../../usecases/keys/rotateKeys';
import type { LawPreview } from '../../../core/clock/views';
import { lawDraftSchema, lawStandSchema } from '../../../core/clock/lawDraft';
import { adoptLaw, previewLaw, stateLaw } from '../../../usecases/clock/adoptLaw';
import { readForm } from '../../lib/form';
import { act } from '../../lib/act';

export async function setActive(id: string, active: boolean): Promise<ActionResult> {
  return act((ctx) => setColleagueActive(ctx, { id, active }));
}

export async function rotateNow(): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => startRotation(ctx));
}

export async function askForKeysNow(reason: string): Promise<ActionResult<{ id: string }>> {
  return act((ctx) => askForKeys(ctx, { reason }));
}

export async function approveKeysNow(id: string): Promise<ActionResult> {
  return act((ctx) => approveKeyExport(ctx, { id }));
}

export async function fetchKeysNow(id: string, passphrase: string): Promise<ActionResult<{ copy: string }>> {
  return act((ctx) => fetchKeys(ctx, { id, passphrase }));
}

export async function previewLawNow(values: unknown): Promise<ActionResult<LawPreview>> {
  const form = readForm(lawDraftSchema, values);
  return form.ok ? act((ctx) => previewLaw(ctx, form.value)) : form;
}

export async function adoptLawNow(values: unknown): Promise<ActionResult<LawPreview>> {
  const form = readForm(lawDraftSchema, values);
  return form.ok ? act((ctx) => adoptLaw(ctx, form.value)) : form;
}

export async function stateLawNow(values: unknown): Promise<ActionResult> {
  const form = readForm(lawStandSchema, values);
  return form.ok ? act((ctx) => stateLaw(ctx, form.value)) : form;
}
