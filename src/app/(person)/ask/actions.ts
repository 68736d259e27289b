'use server';

import type { RequestRef } from '../../../core/shared/ids';
import { ASK_WORDS } from '../../../core/words/sections';
import { languageOf } from '../../../core/letters/mailings';
import { publicRequestSchema, type PublicForm } from '../../../core/requests/schema';
import { sayRefusal } from '../../../core/words/refusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import type { Posted } from '../../../ui/shared/posted';

import * as opening from '../../../usecases/intake/openFromStaff';
import type { Sent } from '../../lib/act';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext } from '../../lib/session';

/** The answer is the same in the same time, whether or not somebody is known. */
export async function openFromPublic(
  values: Sent<PublicForm>,
): Promise<ActionResult<{ ref: RequestRef; word: string }>> {
  const words = ASK_WORDS[languageOf((values as { language?: string } | null)?.language)];
  return inWords(words.lost, async () => {
    const form = readForm(publicRequestSchema, values);
    if (!form.ok) return { ...form, message: words.wrong };
    if (!(await hasRoom('public-form', await clientAddress()))) return { ok: false, message: words.tooMany };
    // A program filled in the field that people do not see: it is thanked and nothing is opened.
    if (form.value.website) return { ok: true, value: { ref: '', word: '' } };
    const result = await opening.openFromPublic(await publicContext(), form.value);
    return result.ok
      ? { ok: true, value: { ref: result.value.ref, word: result.value.statusWord } }
      : { ok: false, message: sayRefusal(result.refusal) };
  });
}

/** The same form, sent by a page whose scripts have not run. */
export async function askPosted(
  _before: Posted<{ ref: RequestRef; word: string }>,
  form: FormData,
): Promise<Posted<{ ref: RequestRef; word: string }>> {
  const names = Object.keys(publicRequestSchema.fields);
  const values = Object.fromEntries(names.map((name) => [name, fieldOf(form, name)]));
  return answered(await openFromPublic(values as PublicForm), form, names);
}
