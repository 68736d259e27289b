'use server';

import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import * as yup from 'yup';
import { languageOf, type Language } from '../../../core/letters/mailings';
import { sayLost, sayNotAnAddress, sayOwnRefusal } from '../../../core/words/ownRefusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { askForPage, proveCode } from '../../../usecases/choicesPage/openPage';
import { changeChoices } from '../../../usecases/choicesPage/pageView';
import { confirmChoice } from '../../../usecases/ledger/confirmChoice';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { atLeast } from '../../lib/atLeast';
import { clientAddress, publicContext } from '../../lib/session';
import type { Posted } from '../../../ui/shared/posted';

const changesSchema = yup
  .array(yup.object({ purpose: yup.string().max(80).required(), yes: yup.boolean().required() }).required())
  .max(200)
  .required();

/** What finding somebody and writing their mail takes, and then some, milliseconds. */
const ANSWER_MS = 700;

/** The answer is the same, in the same time, whether or not the address is known. */
export async function askNow(language: Language, email: string): Promise<ActionResult> {
  return inWords(sayLost(languageOf(language)), async () => {
    if (typeof email !== 'string') return { ok: false, message: sayNotAnAddress(language) };
    if (!(await hasRoom('public-form', await clientAddress())))
      return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
    if (!/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(email.trim())) return { ok: false, message: sayNotAnAddress(language) };
    // Whoever is known has a link made and a mail written; the answer comes no sooner for those who are not.
    await atLeast(ANSWER_MS, askForPage(await publicContext(), { email: email.slice(0, 320) }));
    return { ok: true, value: null };
  });
}

export async function proveNow(token: string, language: Language, code: string): Promise<ActionResult> {
  return inWords(sayLost(languageOf(language)), async () => {
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
    const result = await proveCode(await publicContext(), { token: token.slice(0, 100), code: code.slice(0, 20) });
    return result.ok ? { ok: true, value: null } : { ok: false, message: sayOwnRefusal(language, result.refusal) };
  });
}

export async function changeNow(
  token: string,
  language: Language,
  values: unknown,
): Promise<ActionResult<{ changed: number }>> {
  return inWords(sayLost(languageOf(language)), async () => {
    const form = readForm(changesSchema, values);
    if (!form.ok) return { ok: false, message: 'The page sent something it should not have. Nothing was changed.' };
    const gpc = (await headers()).get('sec-gpc') === '1';
    const result = await changeChoices(await publicContext(), { token: token.slice(0, 100), changes: form.value, gpc });
    return result.ok ? result : { ok: false, message: sayOwnRefusal(language, result.refusal) };
  });
}

export async function confirmNow(token: string, language: Language): Promise<ActionResult> {
  return inWords(sayLost(languageOf(language)), async () => {
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
    const result = await confirmChoice(await publicContext(), { token: token.slice(0, 100) });
    return result.ok ? result : { ok: false, message: sayOwnRefusal(language, result.refusal) };
  });
}

// The same forms, sent by a page whose scripts have not run.

export async function askPosted(language: Language, _before: Posted, form: FormData): Promise<Posted> {
  return answered(await askNow(language, fieldOf(form, 'email')), form, ['email']);
}

export async function provePosted(token: string, language: Language, _before: Posted, form: FormData): Promise<Posted> {
  const result = await proveNow(token, language, fieldOf(form, 'code'));
  if (result.ok) redirect(`/choices/${encodeURIComponent(token)}?lang=${language}`);
  return answered(result, form, []);
}

/**
 * Each purpose is a field of its own; what its answer was when the page was made stands beside it, so that only what
 * was changed is sent.
 */
export async function changePosted(
  token: string,
  language: Language,
  _before: Posted<{ changed: number }>,
  form: FormData,
): Promise<Posted<{ changed: number }>> {
  const changes = form.getAll('shown').flatMap((one) => {
    const [purpose = '', before = ''] = String(one).split('=');
    const said = form.get(`answer-${purpose}`);
    return (said === 'yes' || said === 'no') && said !== before ? [{ purpose, yes: said === 'yes' }] : [];
  });
  return answered(await changeNow(token, language, changes), form, []);
}

export async function confirmPosted(
  token: string,
  language: Language,
  _before: Posted,
  form: FormData,
): Promise<Posted> {
  return answered(await confirmNow(token, language), form, []);
}
