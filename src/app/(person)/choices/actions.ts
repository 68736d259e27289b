'use server';

import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import {
  askForPageInput,
  changeChoicesInput,
  confirmChoiceInput,
  proveCodeInput,
} from '../../../core/choicesPage/schema';
import { languageOf, type Language } from '../../../core/letters/mailings';
import { ok } from '../../../core/shared/result';
import { sayLost, sayNotAnAddress, sayOwnRefusal } from '../../../core/words/ownRefusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import * as page from '../../../usecases/choicesPage/openPage';
import * as choices from '../../../usecases/choicesPage/pageView';
import * as confirming from '../../../usecases/ledger/confirmChoice';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { ownAct } from '../../lib/ownAct';
import { answered, fieldOf } from '../../lib/posted';
import { atLeast } from '../../lib/atLeast';
import { clientAddress, publicContext } from '../../lib/session';
import type { Posted } from '../../../ui/shared/posted';

/** What finding somebody and writing their mail takes, and then some, milliseconds. */
const ANSWER_MS = 700;

/** The answer is the same, in the same time, whether or not the address is known. */
export async function askForPage(input: { language: Language; email: string }): Promise<ActionResult> {
  const language = languageOf((input as { language?: string } | null)?.language);
  return inWords(sayLost(language), async () => {
    if (!(await hasRoom('public-form', await clientAddress())))
      return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
    const form = readForm(askForPageInput, input);
    if (!form.ok) return { ok: false, message: sayNotAnAddress(language) };
    // Whoever is known has a link made and a mail written; the answer comes no sooner for those who are not.
    await atLeast(ANSWER_MS, page.askForPage(await publicContext(), { email: form.value.email }));
    return { ok: true, value: null };
  });
}

export const proveCode = ownAct(proveCodeInput, sayLost, async (ctx, { token, code }) => {
  const result = await page.proveCode(ctx, { token, code });
  return result.ok ? ok(null) : result;
});

export const changeChoices = ownAct(changeChoicesInput, sayLost, async (ctx, { token, changes }) =>
  choices.changeChoices(ctx, { token, changes, gpc: (await headers()).get('sec-gpc') === '1' }),
);

export const confirmChoice = ownAct(confirmChoiceInput, sayLost, (ctx, { token }) =>
  confirming.confirmChoice(ctx, { token }),
);

// The same forms, sent by a page whose scripts have not run.

export async function askPosted(language: Language, _before: Posted, form: FormData): Promise<Posted> {
  return answered(await askForPage({ language, email: fieldOf(form, 'email') }), form, ['email']);
}

export async function provePosted(token: string, language: Language, _before: Posted, form: FormData): Promise<Posted> {
  const result = await proveCode({ language, token, code: fieldOf(form, 'code') });
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
  return answered(await changeChoices({ language, token, changes }), form, []);
}

export async function confirmPosted(
  token: string,
  language: Language,
  _before: Posted,
  form: FormData,
): Promise<Posted> {
  return answered(await confirmChoice({ language, token }), form, []);
}
