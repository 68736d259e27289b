import { apiKeyBySecret, claimIdempotencyKey, insertApiKey, keepAnswer } from '../../db/access/users';
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
  input: { id: string; systemId: string; scopes: Scope[]; secret: string },
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

const KEPT_HOURS = 24;

export interface Answer {
  status: number;
  body: unknown;
}

/**
 * `Idempotency-Key`: the same key and body give the first answer; another body is refused with 409. The key is claimed before the
 * work and in its transaction: of two equal calls at once the second waits for the first, and after a crash neither was done.
 *
 * @param work is given the context to act in: all it does is part of the one transaction
 */
export async function onceOnly(
  ctx: Context,
  apiKeyId: string,
  key: string | null,
  rawBody: string,
  work: (ctx: Context) => Promise<Answer>,
): Promise<Answer> {
  if (!key) return work(ctx);
  const [keyHash, bodyHash] = [ctx.keys.hash(Buffer.from(key)), ctx.keys.hash(Buffer.from(rawBody))];
  const now = ctx.clock.real();
  return ctx.transaction(async (h) => {
    const before = await claimIdempotencyKey(
      h,
      {
        api_key_id: apiKeyId,
        key_hash: keyHash,
        body_hash: bodyHash,
        expires_at: new Date(Date.parse(now) + KEPT_HOURS * 3_600_000).toISOString(),
      },
      now,
    );
    if (before)
      return before.body_hash.equals(bodyHash)
        ? { status: before.status, body: before.answer }
        : { status: 409, body: { code: 'idempotency-key-reused', title: 'This key came before with another body.' } };
    const answer = await work({ ...ctx, transaction: (part) => part(h), reading: (part) => part(h) });
    await keepAnswer(h, apiKeyId, keyHash, answer.status, JSON.stringify(answer.body));
    return answer;
  });
}
