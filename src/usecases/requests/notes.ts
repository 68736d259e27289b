import type { RequestRef, UserId } from '../../core/shared/ids';
import type { SetOwnerRefusal } from '../../core/requests/refusals';
import { ok, refuse } from '../../core/shared/result';
import { listUsers } from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import { insertNote } from '../../db/requests/notes';
import { addMember, setRequest, type RequestRow } from '../../db/requests/requests';
import { mentionedIn } from '../../core/requests/mentions';
import { reachOf } from '../../core/access/roles';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { workOnRequest } from './workOnRequest';
import { noteText } from './sealed';

/** A note among colleagues. Whoever is mentioned and may see requests joins this one. */
export async function addNote(ctx: Context, input: { ref: RequestRef; text: string }) {
  return workOnRequest<{ mentioned: number }, never>(ctx, input.ref, 'requests.review', async (h, request) => {
    const mentioned = await addNoteTo(ctx, h, request, input.text);
    await recordTrail(ctx, h, 'note-added', request.ref);
    return ok({ mentioned });
  });
}

export async function addNoteTo(ctx: Context, h: Handle, request: RequestRow, text: string): Promise<number> {
  const id = ctx.keys.id('not');
  const able = (await listUsers(h)).filter(({ active, roles }) => active && reachOf(roles, 'requests.see'));
  const mentions = mentionedIn(text, able).map((user) => user.id);
  await insertNote(h, {
    id,
    request_id: request.id,
    author_id: ctx.actor.id,
    text_sealed: await noteText.close(vaultOf(ctx, h), request.data_key_id, text, id),
    mentions,
    at: ctx.clock.now(),
  });
  for (const user of mentions) await addMember(h, request.id, user);
  return mentions.length;
}

/** Who answers for this request; null gives it back to all its members. */
export async function setOwner(ctx: Context, input: { ref: RequestRef; userId: UserId | null }) {
  return workOnRequest<null, SetOwnerRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const user = input.userId ? (await listUsers(h)).find(({ id }) => id === input.userId) : null;
    if (input.userId && (!user?.active || !reachOf(user.roles, 'requests.work'))) return refuse({ code: 'cannot-own' });
    if (user) await addMember(h, request.id, user.id);
    await setRequest(h, request.id, { owner_id: user?.id ?? null });
    await recordTrail(ctx, h, 'owner-set', request.ref, user?.name ?? 'nobody');
    return ok(null);
  });
}
