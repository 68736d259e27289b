'use server';

import type { RequestRef } from '../../../../core/shared/ids';
import { LINK_WORDS } from '../../../../core/words/sections';
import { proveIdentityInput } from '../../../../core/identity/schema';
import { languageOf } from '../../../../core/letters/mailings';

import type { Posted } from '../../../../ui/shared/posted';
import * as identity from '../../../../usecases/identity/identity';
import { ownAct } from '../../../lib/ownAct';
import { answered, fieldOf } from '../../../lib/posted';

export const proveIdentity = ownAct(
  proveIdentityInput,
  (language) => LINK_WORDS[language].lost,
  (ctx, { token, code }) => identity.proveIdentity(ctx, { token, code }),
);

/** The same form, sent by a page whose scripts have not run. */
export async function provePosted(
  language: string,
  token: string,
  _before: Posted<{ ref: RequestRef }>,
  form: FormData,
): Promise<Posted<{ ref: RequestRef }>> {
  const input = { language: languageOf(language), token, code: fieldOf(form, 'code') };
  return answered(await proveIdentity(input), form, []);
}
