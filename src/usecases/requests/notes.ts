import type { RequestRef, UserId } from '../../core/shared/ids';
import type { SetOwnerRefusal, TakeBackNoteRefusal } from '../../core/requests/refusals';
import { ok, refuse } from '../../core/shared/result';
import { listUsers } from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import { deleteNote, insertNote, noteById, notesOf } from '../../db/requests/notes';
import { addMember, removeMembers, setRequest, type RequestRow } from '../../db/requests/requests';
import { mentionedIn } from '../../core/requests/mentions';
import { reachOf } from '../../core/access/roles';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { workOnRequest } from './workOnRequest';
import { noteText } from './sealed';

/** How long a note can be taken back, milliseconds: longer, and others have read it. */
const TAKEN_BACK_MS = 10 * 60_000;

/** A note among colleagues. Whoever is mentioned and may see requests joins this one. */
export async function addNote(ctx: Context, input: { ref: RequestRef; text: string }) {
  return workOnRequest<{ id: string; mentioned: number }, never>(
    ctx,
    input.ref,
    'requests.review',
    async (h, request) => {
      const added = await addNoteTo(ctx, h, request, input.text, true);
      await recordTrail(ctx, h, 'note-added', request.ref);
      return ok(added);
    },
  );
}

/** A note written by mistake, taken back by its author soon after; whom it called does not see the request any more. */
export async function takeBackNote(ctx: Context, input: { ref: RequestRef; id: string }) {
  return workOnRequest<null, TakeBackNoteRefusal>(ctx, input.ref, 'requests.review', async (h, request) => {
    const note = await noteById(h, input.id);
    if (note?.request_id !== request.id || note.author_id !== ctx.actor.id) return refuse({ code: 'not-found' });
    const isOld = Date.parse(ctx.clock.now()) - Date.parse(note.at) > TAKEN_BACK_MS;
    if (isOld || note.joined === null) return refuse({ code: 'note-stays' });
    await deleteNote(h, note.id);
    const stillCalled = new Set((await notesOf(h, request.id)).flatMap(({ mentions }) => mentions));
    await removeMembers(
      h,
      request.id,
      note.joined.filter((id) => !stillCalled.has(id)),
    );
    await recordTrail(ctx, h, 'note-taken-back', request.ref);
    return ok(null);
  });
}

/** @param isByHand what nobody wrote themselves cannot be taken back */
export async function addNoteTo(ctx: Context, h: Handle, request: RequestRow, text: string, isByHand = false) {
  const id = ctx.keys.id('not');
  const able = (await listUsers(h)).filter(({ active, roles }) => active && reachOf(roles, 'requests.see'));
  const mentions = mentionedIn(text, able).map((user) => user.id);
  const joined: UserId[] = [];
  for (const user of mentions) if (await addMember(h, request.id, user)) joined.push(user);
  await insertNote(h, {
    id,
    request_id: request.id,
    author_id: ctx.actor.id,
    text_sealed: await noteText.close(vaultOf(ctx, h), request.data_key_id, text, id),
    mentions,
    at: ctx.clock.now(),
    joined: isByHand ? joined : null,
  });
  return { id, mentioned: mentions.length };
}

/**
 * Who answers for this request; null gives it back to all its members. Says whether that brought them in; whoever takes
 * it back names them, and they leave.
 */
export async function setOwner(
  ctx: Context,
  input: { ref: RequestRef; userId: UserId | null; leaves?: UserId | null },
) {
  return workOnRequest<{ joined: boolean }, SetOwnerRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const user = input.userId ? (await listUsers(h)).find(({ id }) => id === input.userId) : null;
    if (input.userId && (!user?.active || !reachOf(user.roles, 'requests.work'))) return refuse({ code: 'cannot-own' });
    const joined = user ? await addMember(h, request.id, user.id) : false;
    await setRequest(h, request.id, { owner_id: user?.id ?? null });
    // Nobody is sent away by this but whoever answered for it until now.
    if (input.leaves && input.leaves === request.owner_id) await removeMembers(h, request.id, [input.leaves]);
    await recordTrail(ctx, h, 'owner-set', request.ref, user?.name ?? 'nobody');
    return ok({ joined });
  });
}
