'use server';

import { languageOf } from '../../../core/letters/mailings';
import { statusSchema } from '../../../core/requests/schema';
import type { StatusView } from '../../../core/requests/views';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { ASK_WORDS } from '../../../ui/intake/askWords';
import { readStatus } from '../../../usecases/requests/readStatus';
import { beginShopProof } from '../../../usecases/identity/shopProof';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext } from '../../lib/session';
import type { Posted } from '../../../ui/shared/posted';

/** Tries are limited by reference and by address, so that no word can be guessed. */
export async function lookAtStatus(language: string, ref: string, word: string): Promise<ActionResult<StatusView>> {
  return inWords(ASK_WORDS[languageOf(language)].lost, async () => {
    const words = ASK_WORDS[languageOf(language)];
    const form = readForm(statusSchema, { ref, word });
    if (!form.ok) return { ok: false, message: words.unknown };
    if (!(await hasRoom('one-time', await clientAddress())) || !(await hasRoom('one-time', `status ${form.value.ref}`)))
      return { ok: false, message: words.tooMany };
    const result = await readStatus(await publicContext(), form.value);
    return result.ok ? { ok: true, value: result.value } : { ok: false, message: words.unknown };
  });
}

/** Where somebody signs in who wants to show that it is them. */
export async function signInAtShop(
  language: string,
  ref: string,
  word: string,
  system: string,
): Promise<ActionResult<{ url: string }>> {
  return inWords(ASK_WORDS[languageOf(language)].lost, async () => {
    const words = ASK_WORDS[languageOf(language)];
    const form = readForm(statusSchema, { ref, word });
    if (!form.ok) return { ok: false, message: words.unknown };
    if (!(await hasRoom('one-time', await clientAddress())) || !(await hasRoom('one-time', `status ${form.value.ref}`)))
      return { ok: false, message: words.tooMany };
    const result = await beginShopProof(await publicContext(), { ...form.value, system: String(system) });
    return result.ok ? { ok: true, value: result.value } : { ok: false, message: words.unknown };
  });
}

/** The same form, sent by a page whose scripts have not run. */
export async function statusPosted(
  language: string,
  _before: Posted<StatusView>,
  form: FormData,
): Promise<Posted<StatusView>> {
  return answered(await lookAtStatus(language, fieldOf(form, 'ref'), fieldOf(form, 'word')), form, ['ref']);
}
