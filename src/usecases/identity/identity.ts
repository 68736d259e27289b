import type { RequestId, RequestRef } from '../../core/shared/ids';
import type { ShowAuthorityRefusal } from '../../core/identity/refusals';
import type { IdentityRefusal, ProveRefusal, TakeBackIdentityRefusal } from '../../core/identity/refusals';
import { languageOf } from '../../core/letters/mailings';
import { sayName } from '../../core/matching/compare';
import { ok, refuse, type Result } from '../../core/shared/result';
import { identifiersOf, personById } from '../../db/people/persons';
import { insertIdentityCheck, lockIdentityCheck, setIdentityCheck } from '../../db/identity/identityChecks';
import { lockRequestById, setRequest, type RequestRow } from '../../db/requests/requests';
import type { DocumentSeen } from '../../core/identity/schema';
import { clockOnFile, insertClockEvent, takeBackProven, takeBackWaiting } from '../../db/clock/clockEvents';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { answerAddress } from '../letters/answerAddress';
import { personOfRequest } from '../people/personOfRequest';
import { refreshRequest } from '../requests/refreshRequest';
import { workOnRequest } from '../requests/workOnRequest';
import { personIdentifier } from '../people/sealed';
import { checkAddress } from './sealed';

const MOST_TRIES = 5;

/** Addresses on file for the person of a request: only these get a code. */
export async function addressesOnFile(
  ctx: Context,
  h: Handle,
  request: RequestRow,
): Promise<{ address: string; isAsking: boolean }[]> {
  const person = request.person_id ? await personById(h, request.person_id) : undefined;
  if (!person) return [];
  const vault = vaultOf(ctx, h);
  const said = await personOfRequest(ctx, h, { ...request, person_id: null });
  const found = [];
  for (const identifier of await identifiersOf(h, [person.id])) {
    const value =
      identifier.kind === 'email'
        ? await personIdentifier.open(vault, person.data_key_id, identifier.value_sealed, person.id)
        : null;
    if (value)
      found.push({ address: value, isAsking: (said.emails ?? []).some((email) => email.toLowerCase() === value) });
  }
  return found.sort((a, b) => Number(b.isAsking) - Number(a.isAsking));
}

/** Mails a code to an address already on file. Asking starts the pause where the regime allows it. */
export async function askIdentity(ctx: Context, input: { ref: RequestRef; address: string }) {
  return workOnRequest<null, IdentityRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.identity === 'proven') return refuse({ code: 'identity-proven-already' });
    if (!(await addressesOnFile(ctx, h, request)).some(({ address }) => address === input.address))
      return refuse({ code: 'address-not-on-file' });
    const token = ctx.keys.random(24).toString('base64url');
    const code = String(ctx.keys.random(4).readUInt32BE() % 1_000_000).padStart(6, '0');
    const id = ctx.keys.id('idc');
    const real = ctx.clock.real();
    await insertIdentityCheck(h, {
      id,
      request_id: request.id,
      address_sealed: await checkAddress.close(vaultOf(ctx, h), request.data_key_id, input.address, id),
      token_hash: ctx.keys.hash(Buffer.from(token)),
      code_hash: ctx.keys.index(`code:${id}:${code}`),
      sent_at: real,
      expires_at: new Date(Date.parse(real) + ctx.terms.identityHours * 3_600_000).toISOString(),
      tries: 0,
      state: 'open',
    });
    await setRequest(h, request.id, { identity: 'asked', identity_method: 'mailed-code' });
    const person = await personOfRequest(ctx, h, request);
    const letterId = await queueLetter(
      ctx,
      h,
      request,
      input.address,
      await writeLetter(ctx, h, request, sayName(person), 'identity-code', {
        code,
        link: `${ctx.baseUrl}/identity/${token}?lang=${languageOf(request.language)}`,
        hours: String(ctx.terms.identityHours),
      }),
    );
    // A second code, after the first was used up, is the same question: it has been on the clock since it was asked first.
    if (!(await isIdentityAsked(h, request.id)))
      await insertClockEvent(
        h,
        {
          request_id: request.id,
          kind: 'identity-asked',
          at: ctx.clock.now(),
          reason_sealed: null,
          until: null,
          actor: ctx.actor.id,
        },
        letterId,
      );
    await recordTrail(ctx, h, 'identity-asked', request.ref);
    return ok(null);
  });
}

/** On the person's page: the code from the mail. The fifth wrong one ends the check. */
export async function proveIdentity(
  ctx: Context,
  input: { token: string; code: string },
): Promise<Result<{ ref: RequestRef }, ProveRefusal>> {
  return ctx.transaction(async (h) => {
    const check = await lockIdentityCheck(h, ctx.keys.hash(Buffer.from(input.token)));
    if (!check || check.state === 'replaced') return refuse({ code: 'link-unknown' });
    if (check.state === 'proven') return refuse({ code: 'link-used' });
    if (check.state === 'failed') return refuse({ code: 'tries-used-up' });
    if (Date.parse(check.expires_at) < Date.parse(ctx.clock.real())) return refuse({ code: 'link-expired' });
    const request = (await lockRequestById(h, check.request_id))!;
    if (request.closed_at) return refuse({ code: 'link-used' });
    if (!ctx.keys.index(`code:${check.id}:${input.code.replace(/\s/g, '')}`).equals(check.code_hash)) {
      const tries = check.tries + 1;
      await setIdentityCheck(h, check.id, { tries, state: tries >= MOST_TRIES ? 'failed' : 'open' });
      if (tries >= MOST_TRIES) {
        await setRequest(h, request.id, { identity: 'failed' });
        await refreshRequest(ctx, h, request.id);
      }
      await recordTrail(ctx, h, 'identity-failed', request.ref);
      return tries >= MOST_TRIES
        ? refuse({ code: 'tries-used-up' })
        : refuse({ code: 'code-wrong', left: MOST_TRIES - tries });
    }
    await setIdentityCheck(h, check.id, { state: 'proven' });
    await markProven(ctx, h, request, 'mailed-code');
    return ok({ ref: request.ref });
  });
}

/** A document that a colleague looked at: which, how, and by whom is kept, and nothing of the document. */
export async function proveAtCounter(ctx: Context, input: DocumentSeen) {
  return workOnRequest<null, IdentityRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.identity === 'proven') return refuse({ code: 'identity-proven-already' });
    await markProven(ctx, h, request, 'document-seen');
    await setRequest(h, request.id, {
      identity_document: input.document,
      identity_seen: input.seen,
      identity_by: ctx.actor.id,
    });
    return ok(null);
  });
}

/** It was the wrong document, or the wrong request: as long as nothing rests on it, it was never proven. */
export async function takeBackIdentity(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, TakeBackIdentityRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.identity !== 'proven' || request.identity_method !== 'document-seen')
      return refuse({ code: 'identity-not-by-document' });
    if (request.trace !== 'none' || request.decision !== 'none') return refuse({ code: 'identity-rested-on' });
    await takeBackProven(h, request.id);
    await setRequest(h, request.id, {
      identity: (await isIdentityAsked(h, request.id)) ? 'asked' : 'none',
      identity_method: null,
      identity_document: null,
      identity_seen: null,
      identity_by: null,
    });
    await recordTrail(ctx, h, 'identity-taken-back', request.ref);
    return ok(null);
  });
}

/** Whoever asks for somebody else has shown that they may: a signed permission, a parent's custody. Only the outcome is kept. */
export async function showAuthority(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, ShowAuthorityRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.authority !== 'needed') return refuse({ code: 'authority-not-needed' });
    await setRequest(h, request.id, { authority: 'shown' });
    await recordTrail(ctx, h, 'authority-shown', request.ref, request.on_behalf_kind);
    return ok(null);
  });
}

/** Whether the question is open on the clock, or on its way to the person. */
async function isIdentityAsked(h: Handle, requestId: RequestId): Promise<boolean> {
  const { events, waiting } = await clockOnFile(h, requestId);
  if (waiting.some(({ kind }) => kind === 'identity-asked')) return true;
  const times = (wanted: string) => events.filter(({ kind }) => kind === wanted).length;
  return times('identity-asked') > times('identity-proven');
}

export async function markProven(ctx: Context, h: Handle, request: RequestRow, method: string): Promise<void> {
  const at = ctx.clock.now();
  // Proven in whatever way: what was asked by letter is answered by it, and what has not left need not be asked.
  await takeBackWaiting(h, request.id, 'identity-asked');
  if (await isIdentityAsked(h, request.id))
    await insertClockEvent(h, {
      request_id: request.id,
      kind: 'identity-proven',
      at,
      reason_sealed: null,
      until: null,
      actor: ctx.actor.id,
    });
  await setRequest(h, request.id, { identity: 'proven', identity_method: method });
  await refreshRequest(ctx, h, request.id);
  await recordTrail(ctx, h, 'identity-proven', request.ref, method);
}

/** Identity could not be established: a letter with the remedies, and the request is answered. */
export async function refuseForIdentity(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, IdentityRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.identity === 'proven') return refuse({ code: 'identity-proven-already' });
    if (request.identity === 'none' && request.authority !== 'needed') return refuse({ code: 'identity-not-failed' });
    const { address, name } = await answerAddress(ctx, h, { ...request, person_id: null });
    if (!address) return refuse({ code: 'no-address' });
    const letterId = await queueLetter(
      ctx,
      h,
      request,
      address,
      await writeLetter(ctx, h, request, name, 'identity-refusal', {}),
    );
    const now = ctx.clock.now();
    await insertClockEvent(
      h,
      { request_id: request.id, kind: 'answered', at: now, reason_sealed: null, until: null, actor: ctx.actor.id },
      letterId,
    );
    await setRequest(h, request.id, {
      decision: 'refuse',
      decision_ground: 'art-12-2',
      decided_by: ctx.actor.id,
      decided_at: now,
      answered: true,
      outcome: 'identity-not-proven',
      closed_at: now,
    });
    await recordTrail(ctx, h, 'identity-refused', request.ref);
    return ok(null);
  });
}
