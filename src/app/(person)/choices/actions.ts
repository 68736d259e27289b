'use server';

import { headers } from 'next/headers';
import * as yup from 'yup';
import type { Language } from '../../../core/letters/mailings';
import { sayNotAnAddress, sayOwnRefusal } from '../../../ui/choicesPage/refusals';
import type { ActionResult } from '../../../ui/parts/actionResult';
import { askForPage, proveCode } from '../../../usecases/choicesPage/openPage';
import { changeChoices } from '../../../usecases/choicesPage/pageView';
import { confirmChoice } from '../../../usecases/consent/confirmChoice';
import { hasRoom } from '../../lib/limits';
import { clientAddress, publicContext } from '../../lib/session';

const changesSchema = yup.array(yup.object({ purpose: yup.string().max(80).required(), yes: yup.boolean().required() }).required()).max(200).required();

/** The answer is the same whether or not the address is known. */
export async function askNow(language: Language, email: string): Promise<ActionResult> {
  if (!(await hasRoom('public-form', await clientAddress()))) return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
  if (!/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(email.trim())) return { ok: false, message: sayNotAnAddress(language) };
  await askForPage(await publicContext(), { email: email.slice(0, 320) });
  return { ok: true, value: null };
}

export async function proveNow(token: string, language: Language, code: string): Promise<ActionResult> {
  if (!(await hasRoom('one-time', await clientAddress()))) return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
  const result = await proveCode(await publicContext(), { token: token.slice(0, 100), code: code.slice(0, 20) });
  return result.ok ? { ok: true, value: null } : { ok: false, message: sayOwnRefusal(language, result.refusal) };
}

export async function changeNow(token: string, language: Language, values: unknown): Promise<ActionResult<{ changed: number }>> {
  if (!changesSchema.isValidSync(values)) return { ok: false, message: 'The page sent something it should not have. Nothing was changed.' };
  const gpc = (await headers()).get('sec-gpc') === '1';
  const result = await changeChoices(await publicContext(), { token: token.slice(0, 100), changes: values, gpc });
  return result.ok ? result : { ok: false, message: sayOwnRefusal(language, result.refusal) };
}

export async function confirmNow(token: string, language: Language): Promise<ActionResult> {
  if (!(await hasRoom('one-time', await clientAddress()))) return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
  const result = await confirmChoice(await publicContext(), { token: token.slice(0, 100) });
  return result.ok ? result : { ok: false, message: sayOwnRefusal(language, result.refusal) };
}
