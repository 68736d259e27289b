import type { SystemId } from '../../core/shared/ids';
import { apiKeyBySecret, insertApiKey } from '../../db/access/users';
import type { Actor } from '../../ports/actor';
import type { Context } from '../shared/context';

export type Scope =
  | 'choices:write'
  | 'standing:read'
  | 'ledger:read'
  | 'requests:write'
  | 'requests:read'
  | 'clock:read'
  | 'people:read'
  | 'detect:read';

export async function actorOfKey(ctx: Context, secret: string): Promise<Extract<Actor, { kind: 'machine' }> | null> {
  const row = await ctx.transaction((h) => apiKeyBySecret(h, ctx.keys.hash(Buffer.from(secret))));
  return row ? { kind: 'machine', id: row.id, systemId: row.system_id, scopes: row.scopes } : null;
}

/** Bound to one system; only the hash of the secret is kept. */
export async function addApiKey(
  ctx: Context,
  input: { id: string; systemId: SystemId; scopes: Scope[]; secret: string },
): Promise<void> {
  await ctx.transaction((h) =>
    insertApiKey(h, {
      id: input.id,
      system_id: input.systemId,
      scopes: input.scopes,
      secret_hash: ctx.keys.hash(Buffer.from(input.secret)),
      created_at: ctx.clock.real(),
    }),
  );
}
