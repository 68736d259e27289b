'use server';

import { cookies } from 'next/headers';
import { languageOf } from '../../../../core/letters/mailings';
import { LINK_WORDS } from '../../../../ui/requests/linkWords';
import { sayOwnRefusal } from '../../../../core/words/ownRefusals';
import type { ActionResult } from '../../../../ui/shared/actionResult';
import { confirmDownload, releaseLink } from '../../../../usecases/packs/handOver';
import { inWords } from '../../../lib/answering';
import { hasRoom } from '../../../lib/limits';
import { answered, fieldOf } from '../../../lib/posted';
import { clientAddress, publicContext } from '../../../lib/session';
import type { Posted } from '../../../../ui/shared/posted';
import { TICKET_COOKIE } from '../ticket';

export async function releaseNow(asked: string, token: string, secret: string): Promise<ActionResult> {
  const language = languageOf(asked);
  return inWords(LINK_WORDS[language].lost, async () => {
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayOwnRefusal(language, { code: 'too-many' }) };
    const ctx = await publicContext();
    const result = await releaseLink(ctx, { token: token.slice(0, 100), secret: secret.slice(0, 100) });
    if (!result.ok) return { ok: false, message: sayOwnRefusal(language, result.refusal) };
    (await cookies()).set(TICKET_COOKIE, result.value.ticket, {
      httpOnly: true,
      sameSite: 'strict',
      secure: ctx.baseUrl.startsWith('https:'),
      path: '/hand-over',
      maxAge: 3600,
    });
    return { ok: true, value: null };
  });
}

export async function confirmNow(asked: string): Promise<ActionResult> {
  const language = languageOf(asked);
  return inWords(LINK_WORDS[language].lost, async () => {
    // The cookie stays: a used ticket opens nothing, and changing it would replace the page that says thank you.
    const ticket = (await cookies()).get(TICKET_COOKIE)?.value;
    if (!ticket) return { ok: false, message: sayOwnRefusal(language, { code: 'link-unknown' }) };
    const result = await confirmDownload(await publicContext(), { ticket });
    return result.ok ? { ok: true, value: null } : { ok: false, message: sayOwnRefusal(language, result.refusal) };
  });
}

/** The same form, sent by a page whose scripts have not run. */
export async function releasePosted(language: string, token: string, _before: Posted, form: FormData): Promise<Posted> {
  return answered(await releaseNow(language, token, fieldOf(form, 'word')), form, []);
}
