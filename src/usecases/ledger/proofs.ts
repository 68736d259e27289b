import type { ChoiceId } from '../../core/shared/ids';
import type { ConsistencyRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { ChoiceProof, HeadView, LedgerHeadView } from '../../core/ledger/views';
import { ledgerHeadBytes, ledgerRoot } from '../../core/ledger/trees';
import { canonicalBytes, hex } from '../../core/ledger/leaf';
import { addFolio } from '../../core/ledger/verify';
import { leafHash, type Frontier } from '../../core/ledger/merkle';
import {
  consistencyRanges,
  coveringNodes,
  inclusionRanges,
  nodesOf,
  rangeHash,
  type Range,
} from '../../core/ledger/nodes';
import { inclusionPath } from '../../core/ledger/proofs';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  choiceById,
  folioLeaves,
  folioRoots,
  headOfSize,
  insertNodes,
  lastHead,
  lastHeads,
  nodeHashes,
  storedLeaves,
  type HeadRow,
} from '../../db/ledger/ledger';
import { lockTrees } from '../../db/ledger/trees';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { mayReadLedger } from './mayReadLedger';

import { recordTrail } from '../trail/recordTrail';
import { publicPartOf } from './sealChoices';

export function headView(ctx: Context, head: HeadRow): HeadView {
  return {
    tree: head.tree,
    size: Number(head.size),
    root: head.root.toString('hex'),
    signedAt: new Date(head.signed_at).toISOString(),
    signature: head.signature.toString('base64'),
    publicKey: ctx.keys.publicKey(),
  };
}

/**
 * The head over the heads of all trees, as of now; null while the ledger is empty. Signed when it is asked for, as of the last
 * head: adding to one tree waits for no other.
 */
export async function ledgerHead(ctx: Context, h: Handle): Promise<LedgerHeadView | null> {
  const heads = (await lastHeads(h)).map((head) => ({ ...head, size: Number(head.size) }));
  if (heads.length === 0) return null;
  const size = heads.reduce((sum, head) => sum + head.size, 0);
  const root = Buffer.from(ledgerRoot((bytes) => ctx.keys.hash(bytes), heads));
  const signedAt = new Date(Math.max(...heads.map(({ signed_at }) => Date.parse(signed_at)))).toISOString();
  return {
    size,
    root: root.toString('hex'),
    signedAt,
    signature: ctx.keys.sign(ledgerHeadBytes(size, root, signedAt)).toString('base64'),
    publicKey: ctx.keys.publicKey(),
    trees: heads.map((head) => headView(ctx, head)),
  };
}

/** The newest signed head; null while the ledger is empty. */
export async function readHead(ctx: Context): Promise<Result<LedgerHeadView | null, AccessRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.snapshot(async (h) => ok(await ledgerHead(ctx, h)));
}

/** That a choice is in the ledger, under the newest head: two paths of O(log n) hashes that a stranger can check. */
export async function proveChoice(
  ctx: Context,
  input: { choiceId: ChoiceId },
): Promise<Result<ChoiceProof, AccessRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const choice = await choiceById(h, input.choiceId);
    const head = choice && (await lastHead(h, choice.tree));
    if (!choice || !head) return refuse({ code: 'not-found' });
    const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
    const leaves = await folioLeaves(h, choice.tree, choice.folio);
    const [root] = await folioRoots(h, choice.tree, choice.folio, 1);
    const [size, index] = [Number(head.size), choice.folio - 1];
    const path = await hashesOf(ctx, h, choice.tree, inclusionRanges(index, size));
    await recordTrail(ctx, h, 'proof-made', choice.id);
    return ok({
      publicPart: new TextDecoder().decode(canonicalBytes(publicPartOf(choice))),
      sealedHash: choice.sealed_hash.toString('hex'),
      leaf: choice.leaf.toString('hex'),
      folio: {
        number: choice.folio,
        size: leaves.length,
        leafIndex: choice.leaf_index,
        path: inclusionPath(hash, leaves, choice.leaf_index).map(hex),
        root: root!.toString('hex'),
      },
      tree: { number: choice.tree, index, size, path, root: head.root.toString('hex') },
      head: headView(ctx, head),
    });
  });
}

/** That an older head of a tree (without one, the first) is the beginning of a newer one: nothing was rewritten in between. */
export async function proveConsistency(
  ctx: Context,
  input: { from: number; to: number; tree?: number },
): Promise<Result<{ from: HeadView; to: HeadView; path: string[] }, ConsistencyRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const tree = input.tree ?? 0;
    const [from, to] = [await headOfSize(h, tree, input.from), await headOfSize(h, tree, input.to)];
    if (!from) return refuse({ code: 'no-such-head', size: input.from });
    if (!to || input.to < input.from) return refuse({ code: 'no-such-head', size: input.to });
    return ok({
      from: headView(ctx, from),
      to: headView(ctx, to),
      path: await hashesOf(ctx, h, tree, consistencyRanges(input.from, input.to)),
    });
  });
}

async function hashesOf(ctx: Context, h: Handle, tree: number, ranges: readonly Range[]): Promise<string[]> {
  const covering = ranges.map(coveringNodes);
  const known = await nodeHashes(h, tree, covering.flat());
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  return covering.map((nodes) =>
    hex(
      rangeHash(
        hash,
        nodes.map(({ level, index }) => {
          const found = known.get(`${level}/${index}`);
          if (!found) throw new Error(`tree ${tree} of the ledger lacks its node ${level}/${index}`);
          return found;
        }),
      ),
    ),
  );
}

const FOLIOS_AT_ONCE = 5000;

/** Writes the subtrees of folios that were sealed before subtrees were kept. Runs once, before a start. */
export async function backfillNodes(ctx: Context): Promise<number> {
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  return ctx.transaction(async (h) => {
    // They are all of the time when there was one tree.
    await lockTrees(h, [0]);
    if ((await storedLeaves(h, 0)) > 0) return 0;
    let frontier: Frontier = { size: 0, peaks: [] };
    for (;;) {
      const roots = await folioRoots(h, 0, frontier.size + 1, FOLIOS_AT_ONCE);
      const nodes = roots.flatMap((root) => {
        const made = nodesOf(hash, frontier, leafHash(hash, root));
        frontier = addFolio(hash, frontier, root);
        return made;
      });
      await insertNodes(h, 0, nodes);
      if (roots.length < FOLIOS_AT_ONCE) return frontier.size;
    }
  });
}
