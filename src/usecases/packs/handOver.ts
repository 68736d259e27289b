import type { RequestRef } from '../../core/shared/ids';
import { SECOND_WORDS } from '../../core/words/sections';
import type { LinkRefusal, SendPackRefusal } from '../../core/packs/refusals';
import type { Readable } from 'node:stream';
import { sayDayIn } from '../../core/letters/frame';
import { packLanguage } from '../../core/packs/cover';

import { languageOf, type Language } from '../../core/letters/mailings';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { dataKeys } from '../../db/keys/dataKeys';
import type { Handle } from '../../db/shared/handle';
import { insertLink, lastPack, lockLink, packById, setLink, type LinkRow } from '../../db/packs/packs';
import { requestById, setRequest } from '../../db/requests/requests';
import { lastTrace } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { closeAnswered } from '../requests/decide';
import { answerAddress } from '../letters/answerAddress';
import { workOnRequest } from '../requests/workOnRequest';
import { asWrapped } from '../keys/vault';
import { notSearched } from '../trace/notSearched';
import { recordTrail } from '../trail/recordTrail';

const MOST_TRIES = 5;

/**
 * Sends the one-time link and closes the request as answered. The second word is returned once, to be told
 * by another channel (telephone, counter); only its hash is kept.
 */
export async function sendPack(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<{ secret: string }, SendPackRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const pack = await lastPack(h, request.id);
    if (!pack || pack.state !== 'ready') return refuse({ code: 'pack-not-ready' });
    const { address, name } = await answerAddress(ctx, h, request);
    if (!address) return refuse({ code: 'no-address' });
    const token = ctx.keys.random(24).toString('base64url');
    const words = SECOND_WORDS[packLanguage(request)];
    const secret = [...ctx.keys.random(4)].map((byte) => words[byte % words.length]).join('-');
    const id = ctx.keys.id('lnk');
    const expires = new Date(Date.parse(ctx.clock.real()) + ctx.terms.handOverDays * 86_400_000).toISOString();
    await insertLink(h, {
      id,
      pack_id: pack.id,
      token_hash: ctx.keys.hash(Buffer.from(token)),
      secret_hash: ctx.keys.index(`secret:${id}:${secret}`),
      expires_at: expires,
      tries: 0,
      opened_at: null,
      released_at: null,
      ticket_hash: null,
      confirmed_at: null,
    });
    const trace = (await lastTrace(h, request.id, 'find'))!;
    const letterId = await queueLetter(
      ctx,
      h,
      request,
      address,
      await writeLetter(ctx, h, request, name, 'hand-over', {
        link: `${ctx.baseUrl}/hand-over/${token}?lang=${languageOf(request.language)}`,
        until: sayDayIn(request.language, localDay(expires, ctx.organisation.zone)),
        notSearched: await notSearched(h, trace, request.language),
      }),
    );
    await setRequest(h, request.id, { pack: 'sent' });
    await recordTrail(ctx, h, 'pack-sent', request.ref);
    await closeAnswered(ctx, h, { ...request, pack: 'sent' }, 'fulfilled', letterId);
    return ok({ secret });
  });
}

/** What the page of a link says on GET: nothing is used up by looking, as a mail scanner does. */
export async function openLink(
  ctx: Context,
  input: { token: string },
): Promise<Result<{ state: 'closed' | 'released'; language: Language }, LinkRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await usable(ctx, h, { token_hash: ctx.keys.hash(Buffer.from(input.token)) });
    if (!found.ok) return found;
    if (!found.value.opened_at) {
      await setLink(h, found.value.id, { opened_at: ctx.clock.real() });
      await recordTrail(ctx, h, 'link-opened', await refOf(h, found.value));
    }
    const pack = (await packById(h, found.value.pack_id))!;
    return ok({
      state: found.value.released_at ? 'released' : 'closed',
      language: packLanguage((await requestById(h, pack.request_id))!),
    });
  });
}

/** POST with the second word: gives a ticket with which the file can be fetched, again if it breaks off. */
export async function releaseLink(
  ctx: Context,
  input: { token: string; secret: string },
): Promise<Result<{ ticket: string }, LinkRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await usable(ctx, h, { token_hash: ctx.keys.hash(Buffer.from(input.token)) });
    if (!found.ok) return found;
    const link = found.value;
    if (
      !ctx.keys
        .index(`secret:${link.id}:${input.secret.trim().toLowerCase().replace(/\s+/g, '-')}`)
        .equals(link.secret_hash)
    ) {
      await setLink(h, link.id, { tries: link.tries + 1 });
      await recordTrail(ctx, h, 'link-refused', await refOf(h, link), `wrong second word, try ${link.tries + 1}`);
      return link.tries + 1 >= MOST_TRIES
        ? refuse({ code: 'tries-used-up' })
        : refuse({ code: 'secret-wrong', left: MOST_TRIES - link.tries - 1 });
    }
    const ticket = ctx.keys.random(24).toString('base64url');
    await setLink(h, link.id, { released_at: ctx.clock.real(), ticket_hash: ctx.keys.hash(Buffer.from(ticket)) });
    await recordTrail(ctx, h, 'link-released', await refOf(h, link));
    return ok({ ticket });
  });
}

/** The pack itself, unsealed as it streams. */
export async function downloadPack(
  ctx: Context,
  input: { ticket: string },
): Promise<Result<{ stream: Readable; bytes: number; name: string }, LinkRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await usable(ctx, h, { ticket_hash: ctx.keys.hash(Buffer.from(input.ticket)) });
    if (!found.ok) return found;
    const pack = (await packById(h, found.value.pack_id))!;
    const request = (await requestById(h, pack.request_id))!;
    const key = asWrapped((await dataKeys(h, [request.data_key_id])).get(request.data_key_id));
    if (!key || !pack.path) return refuse({ code: 'link-used' });
    await recordTrail(ctx, h, 'pack-downloaded', request.ref);
    const sealed = ctx.storage.read(pack.path);
    const stream = ctx.keys.unsealStream(key);
    sealed.on('error', (error) => stream.destroy(error));
    return ok({ stream: sealed.pipe(stream), bytes: Number(pack.bytes), name: `${request.ref}.zip` });
  });
}

/** The person has the file: the link is used. */
export async function confirmDownload(ctx: Context, input: { ticket: string }): Promise<Result<null, LinkRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await usable(ctx, h, { ticket_hash: ctx.keys.hash(Buffer.from(input.ticket)) });
    if (!found.ok) return found;
    await setLink(h, found.value.id, { confirmed_at: ctx.clock.real() });
    const pack = (await packById(h, found.value.pack_id))!;
    await setRequest(h, pack.request_id, { pack: 'downloaded' });
    await recordTrail(ctx, h, 'download-confirmed', await refOf(h, found.value));
    return ok(null);
  });
}

async function usable(
  ctx: Context,
  h: Handle,
  where: Parameters<typeof lockLink>[1],
): Promise<Result<LinkRow, LinkRefusal>> {
  const link = await lockLink(h, where);
  if (!link) return refuse({ code: 'link-unknown' });
  if (link.confirmed_at) return refuse({ code: 'link-used' });
  if (link.tries >= MOST_TRIES) return refuse({ code: 'tries-used-up' });
  if (Date.parse(link.expires_at) < Date.parse(ctx.clock.real())) return refuse({ code: 'link-expired' });
  return ok(link);
}

async function refOf(h: Handle, link: LinkRow): Promise<string> {
  const pack = (await packById(h, link.pack_id))!;
  return (await requestById(h, pack.request_id))!.ref;
}
