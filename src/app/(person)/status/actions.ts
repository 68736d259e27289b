'use server';

import type { RequestRef } from '../../../core/shared/ids';
import { ASK_WORDS } from '../../../core/words/sections';
import type * as yup from 'yup';
import { beginShopProofInput } from '../../../core/identity/schema';
import { languageOf, type Language } from '../../../core/letters/mailings';
import { readStatusInput } from '../../../core/requests/schema';
import type { StatusView } from '../../../core/requests/views';
import type { Refusal } from '../../../core/words/refusals';
import type { Result } from '../../../core/shared/result';
import type { ActionResult } from '../../../ui/shared/actionResult';

import * as status from '../../../usecases/requests/readStatus';
import * as shop from '../../../usecases/identity/shopProof';
import type { Context } from '../../../usecases/shared/context';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext } from '../../lib/session';
import type { Posted } from '../../../ui/shared/posted';

/** Tries are limited by reference and by address, so that no word can be guessed. */
async function tried<I extends { ref: RequestRef; language: Language }, T>(
  schema: yup.Schema<I>,
  input: unknown,
  work: (ctx: Context, input: I) => Promise<Result<T, Refusal>>,
): Promise<ActionResult<T>> {
  const words = ASK_WORDS[languageOf((input as { language?: string } | null)?.language)];
  return inWords(words.lost, async () => {
    const form = readForm(schema, input);
    if (!form.ok) return { ok: false, message: words.unknown };
    if (!(await hasRoom('one-time', await clientAddress())) || !(await hasRoom('one-time', `status ${form.value.ref}`)))
      return { ok: false, message: words.tooMany };
    const result = await work(await publicContext(), form.value);
    return result.ok ? { ok: true, value: result.value } : { ok: false, message: words.unknown };
  });
}

export async function readStatus(input: {
  language: Language;
  ref: RequestRef;
  word: string;
}): Promise<ActionResult<StatusView>> {
  return tried(readStatusInput, input, status.readStatus);
}

/** Where somebody signs in who wants to show that it is them. */
export async function beginShopProof(input: {
  language: Language;
  ref: RequestRef;
  word: string;
  system: string;
}): Promise<ActionResult<{ url: string }>> {
  return tried(beginShopProofInput, input, shop.beginShopProof);
}

/** The same form, sent by a page whose scripts have not run. */
export async function statusPosted(
  language: string,
  _before: Posted<StatusView>,
  form: FormData,
): Promise<Posted<StatusView>> {
  return answered(
    await readStatus({ language: languageOf(language), ref: fieldOf(form, 'ref'), word: fieldOf(form, 'word') }),
    form,
    ['ref'],
  );
}
