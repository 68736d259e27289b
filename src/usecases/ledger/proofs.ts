import type { ConsistencyRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { ChoiceProof, HeadView } from '../../core/ledger/views';
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
  lockLedger,
  nodeHashes,
  storedLeaves,
  type HeadRow,
} from '../../db/ledger/ledger';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { mayReadLedger } from './mayReadLedger';

import { recordTrail } from '../trail/recordTrail';
import { publicPartOf } from './sealChoices';

export function headView(ctx: Context, head: HeadRow): HeadView {
  return {
    size: Number(head.size),
    root: head.root.toString('hex'),
    signedAt: new Date(head.signed_at).toISOString(),
    signature: head.signature.toString('base64'),
    publicKey: ctx.keys.publicKey(),
  };
}

/** The newest signed head; null while the ledger is empty. */
export async function readHead(ctx: Context): Promise<Result<HeadView | null, AccessRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const head = await lastHead(h);
    return ok(head ? headView(ctx, head) : null);
  });
}

/** That a choice is in the ledger, under the newest head: two paths of O(log n) hashes that a stranger can check. */
export async function proveChoice(
  ctx: Context,
  input: { choiceId: string },
): Promise<Result<ChoiceProof, AccessRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const choice = await choiceById(h, input.choiceId);
    const head = await lastHead(h);
    if (!choice || !head) return refuse({ code: 'not-found' });
    const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
    const leaves = await folioLeaves(h, choice.folio);
    const [root] = await folioRoots(h, choice.folio, 1);
    const [size, index] = [Number(head.size), choice.folio - 1];
    const path = await hashesOf(ctx, h, inclusionRanges(index, size));
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
      tree: { index, size, path, root: head.root.toString('hex') },
      head: headView(ctx, head),
    });
  });
}

/** That an older head is the beginning of a newer one: nothing was rewritten in between. */
export async function proveConsistency(
  ctx: Context,
  input: { from: number; to: number },
): Promise<Result<{ from: HeadView; to: HeadView; path: string[] }, ConsistencyRefusal>> {
  if (!mayReadLedger(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const [from, to] = [await headOfSize(h, input.from), await headOfSize(h, input.to)];
    if (!from) return refuse({ code: 'no-such-head', size: input.from });
    if (!to || input.to < input.from) return refuse({ code: 'no-such-head', size: input.to });
    return ok({
      from: headView(ctx, from),
      to: headView(ctx, to),
      path: await hashesOf(ctx, h, consistencyRanges(input.from, input.to)),
    });
  });
}

async function hashesOf(ctx: Context, h: Handle, ranges: readonly Range[]): Promise<string[]> {
  const covering = ranges.map(coveringNodes);
  const known = await nodeHashes(h, covering.flat());
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  return covering.map((nodes) =>
    hex(
      rangeHash(
        hash,
        nodes.map(({ level, index }) => {
          const found = known.get(`${level}/${index}`);
          if (!found) throw new Error(`the ledger lacks its node ${level}/${index}`);
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
    await lockLedger(h);
    if ((await storedLeaves(h)) > 0) return 0;
    let frontier: Frontier = { size: 0, peaks: [] };
    for (;;) {
      const roots = await folioRoots(h, frontier.size + 1, FOLIOS_AT_ONCE);
      const nodes = roots.flatMap((root) => {
        const made = nodesOf(hash, frontier, leafHash(hash, root));
        frontier = addFolio(hash, frontier, root);
        return made;
      });
      await insertNodes(h, nodes);
      if (roots.length < FOLIOS_AT_ONCE) return frontier.size;
    }
  });
}
