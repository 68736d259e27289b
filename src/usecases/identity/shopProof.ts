import type { RequestRef, SystemId } from '../../core/shared/ids';
import type { BeginShopProofRefusal } from '../../core/identity/refusals';
import type { ShopProofRefusal } from '../../core/identity/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById } from '../../db/people/persons';
import { insertShopProof, lockShopProof, useShopProof } from '../../db/identity/shopProofs';
import { lockRequestById, requestByRef, setRequest, type RequestRow } from '../../db/requests/requests';
import { listSystems, systemById } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { claimsOf } from '../keys/signedToken';
import { connectionOfSystem } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { markProven } from './identity';
import { statusHash } from '../intake/openRequest';

/** Between leaving for the shop and coming back, milliseconds. */
const VALID_MS = 30 * 60_000;
/** How far the shop's clock may be off, seconds. */
const LEEWAY_S = 60;
/** How old a sign-in may be when it comes back, seconds. */
const OLDEST_S = 10 * 60;

/** Shops at which the person of a request can show that it is them; none once that is known, or where nobody is on file. */
export async function shopsToSignIn(
  ctx: Context,
  h: Handle,
  request: RequestRow,
): Promise<{ id: string; name: string }[]> {
  if (request.closed_at || request.identity === 'proven' || !request.person_id || request.on_behalf_kind) return [];
  return (await listSystems(h)).flatMap((system) => {
    const connection = connectionOfSystem(ctx, system);
    return connection?.['signInUrl'] && connection['signInSecret'] ? [{ id: system.id, name: system.name }] : [];
  });
}

/** Where to send somebody who wants to sign in there, for whoever has the reference and word of the request. */
export async function beginShopProof(
  ctx: Context,
  input: { ref: RequestRef; word: string; system: string },
): Promise<Result<{ url: string }, BeginShopProofRefusal>> {
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref.trim());
    if (!request?.status_hash || !statusHash(ctx, request.id, input.word).equals(request.status_hash))
      return refuse({ code: 'status-unknown' });
    const shop = (await shopsToSignIn(ctx, h, request)).find(({ id }) => id === input.system);
    const system = shop ? await systemById(h, shop.id) : undefined;
    if (!system) return refuse({ code: 'status-unknown' });
    const state = ctx.keys.random(24).toString('base64url');
    await insertShopProof(h, {
      state_hash: ctx.keys.hash(Buffer.from(state)),
      request_id: request.id,
      system_id: system.id,
      expires_at: new Date(Date.parse(ctx.clock.real()) + VALID_MS).toISOString(),
    });
    const url = new URL(connectionOfSystem(ctx, system)!['signInUrl']!);
    url.searchParams.set('state', state);
    url.searchParams.set('return', `${ctx.baseUrl}/identity/shop`);
    return ok({ url: url.toString() });
  });
}

/**
 * Somebody comes back from a shop with a token that it signed. It proves who they are only where the account is that of the person on
 * file: by the shop's own number, or by an address that the shop has confirmed.
 *
 * Claims: `aud` our address, `iat`, `exp`, `state` as it was sent, `sub` the customer number, `email` and `email_verified`.
 */
export async function finishShopProof(
  ctx: Context,
  input: { state: string; token: string },
): Promise<Result<{ ref: RequestRef; language: string }, ShopProofRefusal>> {
  return ctx.transaction(async (h) => {
    const stateHash = ctx.keys.hash(Buffer.from(input.state));
    const proof = await lockShopProof(h, stateHash);
    if (!proof) return refuse({ code: 'link-unknown' });
    if (proof.used_at) return refuse({ code: 'link-used' });
    if (Date.parse(proof.expires_at) < Date.parse(ctx.clock.real())) return refuse({ code: 'link-expired' });
    const system = (await systemById(h, proof.system_id))!;
    const request = (await lockRequestById(h, proof.request_id))!;
    const claims = claimsOf(input.token, connectionOfSystem(ctx, system)?.['signInSecret'] ?? '');
    const now = Date.parse(ctx.clock.real()) / 1000;
    const [iat, exp] = [Number(claims?.['iat']), Number(claims?.['exp'])];
    if (
      !claims ||
      claims['aud'] !== ctx.baseUrl ||
      claims['state'] !== input.state ||
      !(iat <= now + LEEWAY_S && iat >= now - OLDEST_S && exp >= now - LEEWAY_S)
    )
      return refuse({ code: 'shop-answer-wrong' });
    if (request.closed_at || request.identity === 'proven') return refuse({ code: 'link-used' });
    await useShopProof(h, stateHash, ctx.clock.real());
    if (!(await isOnFile(ctx, h, request, system.id, claims))) {
      await setRequest(h, request.id, { fact_tries: request.fact_tries + 1 });
      await recordTrail(ctx, h, 'identity-failed', request.ref, `signed in at ${system.name} as somebody else`);
      return refuse({ code: 'signed-in-as-other' });
    }
    await markProven(ctx, h, request, 'shop-session');
    return ok({ ref: request.ref, language: request.language });
  });
}

async function isOnFile(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  systemId: SystemId,
  claims: Record<string, unknown>,
): Promise<boolean> {
  const person = request.person_id ? await personById(h, request.person_id) : undefined;
  if (!person) return false;
  const said = [
    typeof claims['sub'] === 'string' ? normaliseIdentifier('customer-number', claims['sub'], systemId, null) : null,
    typeof claims['email'] === 'string' && claims['email_verified'] === true
      ? normaliseIdentifier('email', claims['email'], '', null)
      : null,
  ].filter((identifier) => identifier !== null);
  const hashes = new Set(said.map((identifier) => ctx.keys.index(indexText(identifier)).toString('hex')));
  return (await identifiersOf(h, [person.id])).some(({ hash }) => hashes.has(hash.toString('hex')));
}
