import type { Handle } from './handle';

/** A name under which something is done once: whose keys they are, and the key. */
export interface ClaimName {
  scope: string;
  key: string;
}

export interface ClaimRow extends ClaimName {
  state: 'held' | 'done' | 'failed';
  tries: number;
  content_hash: Buffer | null;
  answer: object | null;
  cause: string | null;
  claimed_at: string;
  ended_at: string | null;
  expires_at: string;
}

/**
 * Claims a name for this transaction. Of two at once the second waits for the first; where the first comes to nothing, neither was.
 *
 * @returns the claim that was there before, or null: it is this one's
 */
export async function claim(
  h: Handle,
  { scope, key }: ClaimName,
  row: Pick<ClaimRow, 'claimed_at' | 'expires_at'> & { content_hash?: Buffer },
): Promise<ClaimRow | null> {
  await h.trx('claims').where({ scope, key }).where('expires_at', '<=', row.claimed_at).delete();
  const mine = (await h
    .trx('claims')
    .insert({ scope, key, state: 'held', ...row })
    .onConflict(['scope', 'key'])
    .ignore()
    .returning('state')) as unknown[];
  return mine.length > 0 ? null : ((await claimOf(h, { scope, key })) as ClaimRow);
}

export async function claimOf(h: Handle, { scope, key }: ClaimName): Promise<ClaimRow | undefined> {
  return h.trx('claims').where({ scope, key }).first();
}

/** Takes up a claim once more: what failed, or was cut off. */
export async function claimAgain(h: Handle, { scope, key }: ClaimName, now: string): Promise<void> {
  await h
    .trx('claims')
    .where({ scope, key })
    .update({ state: 'held', claimed_at: now, tries: h.trx.raw('tries + 1') });
}

/** How it ended, and what was answered to whoever asked. */
export async function settleClaim(
  h: Handle,
  { scope, key }: ClaimName,
  change: Pick<ClaimRow, 'state'> & Partial<Pick<ClaimRow, 'answer' | 'cause' | 'ended_at'>>,
): Promise<void> {
  await h
    .trx('claims')
    .where({ scope, key })
    .update({ ...change, ...(change.answer === undefined ? {} : { answer: JSON.stringify(change.answer) }) });
}

/** As if it had never been asked for: it may be asked for again. */
export async function dropClaim(h: Handle, { scope, key }: ClaimName): Promise<void> {
  await h.trx('claims').where({ scope, key }).delete();
}

/** Scopes of a kind whose newest claim failed. */
export async function failedClaims(h: Handle, kind: string): Promise<ClaimRow[]> {
  const { rows }: { rows: ClaimRow[] } = await h.trx.raw(
    `select * from (select distinct on (scope) * from claims where starts_with(scope, ?) order by scope, key desc) newest
  where state = 'failed'`,
    [`${kind}:`],
  );
  return rows;
}

export async function forgetClaims(h: Handle, now: string): Promise<void> {
  await h.trx('claims').where('expires_at', '<=', now).delete();
}
