'use server';

import { languageOf } from '../../../../core/letters/mailings';
import { LINK_WORDS } from '../../../../ui/requests/linkWords';
import { sayOwnRefusal } from '../../../../core/words/ownRefusals';
import type { ActionResult } from '../../../../ui/shared/actionResult';
import { proveIdentity } from '../../../../usecases/identity/identity';
import { inWords } from '../../../lib/answering';
import { hasRoom } from '../../../lib/limits';
import { answered, fieldOf } from '../../../lib/posted';
import { clientAddress, publicContext } from '../../../lib/session';
import type { Posted } from '../../../../ui/shared/posted';

export async function proveNow(asked: string, token: string, code: string): Promise<ActionResult<{ ref: string }>> {
  const language = languageOf(asked);
  return inWords(LINK_WORDS[language].lost, async () => {
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
    const result = await proveIdentity(await publicContext(), { token: token.slice(0, 100), code: code.slice(0, 20) });
    return result.ok ? result : { ok: false, message: sayOwnRefusal(language, result.refusal) };
  });
}

/** The same form, sent by a page whose scripts have not run. */
export async function provePosted(
  language: string,
  token: string,
  _before: Posted<{ ref: string }>,
  form: FormData,
): Promise<Posted<{ ref: string }>> {
  return answered(await proveNow(language, token, fieldOf(form, 'code')), form, []);
}
