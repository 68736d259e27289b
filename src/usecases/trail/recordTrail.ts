import { treeOf } from '../../core/ledger/trees';
import { link, type TrailAct, type TrailEntry } from '../../core/trail/chain';
import { insertTrail, lastTrailHash } from '../../db/trail/appendTrail';
import { keyOfSubject } from '../../db/trail/keyOfSubject';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { trailDetails } from './sealed';

/**
 * Adds one entry to the trail, in the transaction of the act it tells of. Take it last: it holds the lock of a chain.
 *
 * @param details free text, kept sealed: under the key of the request or person that `subject` names, so that it dies with them
 * @returns the id of the entry
 * @param under the data key to seal under where the subject is neither; without one the details must name nobody
 */
export async function recordTrail(
  ctx: Context,
  h: Handle,
  act: TrailAct,
  subject: string | null,
  details: string | null = null,
  under: string | null = null,
): Promise<string> {
  const id = ctx.keys.id('trl');
  const at = ctx.clock.now();
  const month = at.slice(0, 7);
  const keyId = details ? (under ?? (await keyOfSubject(h, subject))) : null;
  const sealed = details ? await trailDetails.close(vaultOf(ctx, h), keyId, details, id) : null;
  const detailsHash = sealed ? ctx.keys.hash(sealed).toString('hex') : null;
  const entry: TrailEntry = {
    id,
    month,
    at: new Date(at).toISOString(),
    actor: ctx.actor.id,
    act,
    subject,
    detailsHash,
  };
  const tree = subject === null ? 0 : treeOf(subject, ctx.trees);
  const previous = await lastTrailHash(h, tree, month);
  const hash = Buffer.from(link((bytes) => ctx.keys.hash(bytes), previous, entry));
  await insertTrail(h, {
    tree,
    id,
    month,
    at,
    actor: ctx.actor.id,
    act,
    subject,
    details_sealed: sealed,
    details_hash: detailsHash,
    data_key_id: keyId,
    hash,
  });
  return id;
}
