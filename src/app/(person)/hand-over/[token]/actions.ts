'use server';

import { LINK_WORDS } from '../../../../core/words/sections';
import { cookies } from 'next/headers';
import { languageOf } from '../../../../core/letters/mailings';
import { confirmDownloadInput, releaseLinkInput } from '../../../../core/packs/schema';
import { ok, refuse } from '../../../../core/shared/result';

import type { Posted } from '../../../../ui/shared/posted';
import * as handOver from '../../../../usecases/packs/handOver';
import { ownAct } from '../../../lib/ownAct';
import { answered, fieldOf } from '../../../lib/posted';
import { TICKET_COOKIE } from '../ticket';

const lost = (language: keyof typeof LINK_WORDS) => LINK_WORDS[language].lost;

export const releaseLink = ownAct(releaseLinkInput, lost, async (ctx, { token, secret }) => {
  const result = await handOver.releaseLink(ctx, { token, secret });
  if (!result.ok) return result;
  (await cookies()).set(TICKET_COOKIE, result.value.ticket, {
    httpOnly: true,
    sameSite: 'strict',
    secure: ctx.baseUrl.startsWith('https:'),
    path: '/hand-over',
    maxAge: 3600,
  });
  return ok(null);
});

export const confirmDownload = ownAct(confirmDownloadInput, lost, async (ctx) => {
  // The cookie stays: a used ticket opens nothing, and changing it would replace the page that says thank you.
  const ticket = (await cookies()).get(TICKET_COOKIE)?.value;
  if (!ticket) return refuse({ code: 'link-unknown' });
  const result = await handOver.confirmDownload(ctx, { ticket });
  return result.ok ? ok(null) : result;
});

/** The same form, sent by a page whose scripts have not run. */
export async function releasePosted(language: string, token: string, _before: Posted, form: FormData): Promise<Posted> {
  const input = { language: languageOf(language), token, secret: fieldOf(form, 'word') };
  return answered(await releaseLink(input), form, []);
}
