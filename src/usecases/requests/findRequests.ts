import type { RequestRef } from '../../core/shared/ids';
import { findRequestsByRef } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

/** Requests whose reference begins or ends with what was typed. */
export async function findRequests(
  ctx: Context,
  words: string,
): Promise<{ ref: RequestRef; right: string; stage: string }[]> {
  const digits = /(\d{1,5})$/.exec(words.trim())?.[1];
  if (!reach(ctx, 'requests.see') || !digits) return [];
  return ctx.transaction((h) => findRequestsByRef(h, digits, 6));
}
