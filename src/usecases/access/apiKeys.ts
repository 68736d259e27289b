import type { AccessRefusal, AddKeyRefusal } from '../../core/access/refusals';
import type { AddKey } from '../../core/access/schema';
import type { Scope } from '../../core/access/scopes';
import type { ApiKeyView, NewSecret } from '../../core/access/views';
import type { SystemId } from '../../core/shared/ids';
import { ok, refuse, type Result } from '../../core/shared/result';
import { apiKeyById, apiKeyBySecret, insertApiKey, listApiKeys, setApiKey } from '../../db/access/apiKeys';
import { userNames } from '../../db/access/users';
import { listSystems } from '../../db/systems/systems';
import type { Actor } from '../../ports/actor';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

export type { Scope };

/** A key that is used a thousand times a second is noted once in this time, milliseconds. */
const NOTED_EVERY_MS = 60_000;

export async function actorOfKey(ctx: Context, secret: string): Promise<Extract<Actor, { kind: 'machine' }> | null> {
  const row = await ctx.transaction(async (h) => {
    const found = await apiKeyBySecret(h, hashOf(ctx, secret));
    const now = ctx.clock.real();
    if (found && Date.parse(now) - Date.parse(found.last_used_at ?? '1970-01-01') > NOTED_EVERY_MS)
      await setApiKey(h, found.id, { last_used_at: now });
    return found;
  });
  return row ? { kind: 'machine', id: row.id, systemId: row.system_id, scopes: row.scopes } : null;
}

/** Bound to one system; only the hash of the secret is kept. */
export async function addApiKey(
  ctx: Context,
  input: { id: string; systemId: SystemId; scopes: Scope[]; secret: string; name?: string },
): Promise<void> {
  await ctx.transaction((h) =>
    insertApiKey(h, {
      id: input.id,
      system_id: input.systemId,
      scopes: input.scopes,
      secret_hash: hashOf(ctx, input.secret),
      name: input.name ?? input.id,
      made_by: null,
      created_at: ctx.clock.real(),
    }),
  );
}

/** The keys of machines, with who made them and when each was used last; never a secret. */
export async function readApiKeys(
  ctx: Context,
): Promise<Result<{ keys: ApiKeyView[]; systems: { id: string; name: string }[] }, AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  return ctx.reading(async (h) => {
    const systems = (await listSystems(h)).map(({ id, name }) => ({ id, name }));
    const [names, rows] = [await userNames(h), await listApiKeys(h)];
    return ok({
      systems,
      keys: rows.map((row) => ({
        id: row.id,
        name: row.name || row.id,
        system: systems.find(({ id }) => id === row.system_id)?.name ?? row.system_id,
        scopes: row.scopes,
        madeAt: row.created_at,
        madeBy: row.made_by ? (names.get(row.made_by) ?? null) : null,
        lastUsedAt: row.last_used_at,
        revokedAt: row.revoked_at,
      })),
    });
  });
}

/** Makes a key; its secret is told once and only its hash is kept. */
export async function makeApiKey(ctx: Context, input: AddKey): Promise<Result<NewSecret, AddKeyRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  const [id, secret] = [ctx.keys.id('api'), newSecret(ctx)];
  return ctx.transaction(async (h) => {
    const system = (await listSystems(h)).find((one) => one.id === input.systemId);
    if (!system) return refuse({ code: 'no-such-system' });
    await insertApiKey(h, {
      id,
      system_id: system.id,
      scopes: [...new Set(input.scopes)],
      secret_hash: hashOf(ctx, secret),
      name: input.name,
      made_by: ctx.actor.id,
      created_at: ctx.clock.real(),
    });
    await recordTrail(ctx, h, 'api-key-made', id, `${input.name}, for ${system.name}: ${input.scopes.join(', ')}`);
    return ok({ id, secret });
  });
}

/** Another secret in its place: the old one is refused from now on. */
export async function rotateApiKey(ctx: Context, { id }: { id: string }): Promise<Result<NewSecret, AccessRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  const secret = newSecret(ctx);
  return ctx.transaction(async (h) => {
    const row = await apiKeyById(h, id, 'to change it');
    if (!row || row.revoked_at) return refuse({ code: 'not-found' });
    await setApiKey(h, id, { secret_hash: hashOf(ctx, secret), last_used_at: null });
    await recordTrail(ctx, h, 'api-key-made', id, `${row.name}: another secret`);
    return ok({ id, secret });
  });
}

/** Refused from now on, for good. */
export async function revokeApiKey(ctx: Context, { id }: { id: string }): Promise<Result<null, AccessRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  return ctx.transaction(async (h) => {
    const row = await apiKeyById(h, id, 'to change it');
    if (!row) return refuse({ code: 'not-found' });
    if (row.revoked_at) return ok(null);
    await setApiKey(h, id, { revoked_at: ctx.clock.real() });
    await recordTrail(ctx, h, 'api-key-revoked', id, row.name);
    return ok(null);
  });
}

function hashOf(ctx: Context, secret: string): Buffer {
  return ctx.keys.hash(Buffer.from(secret));
}

/** Begins with what it is, so that one that was pasted somewhere is recognised. */
function newSecret(ctx: Context): string {
  return `bookend_${ctx.keys.random(32).toString('base64url')}`;
}
