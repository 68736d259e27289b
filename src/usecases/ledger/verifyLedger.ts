import type { RunId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { headBytes, hex } from '../../core/ledger/leaf';
import { addFolio, verifyHead, type LedgerFault } from '../../core/ledger/verify';
import { rootOf, type Frontier } from '../../core/ledger/merkle';
import { headOfSize, ledgerSize, treeEnd } from '../../db/ledger/ledger';
import { insertVerification, setFaults, verificationById } from '../../db/ledger/verifications';
import { rangeOfFolios } from '../../db/ledger/wholeFolios';
import type { Handle } from '../../db/shared/handle';
import type { FolioRange } from '../../ports/threads';
import type { Context } from '../shared/context';
import { ok, refuse, type Result } from '../../core/shared/result';
import { inLanes } from '../shared/inLanes';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { finishRun, moveRun, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';
import { checkFolios } from './checkFolios';
import { depositedHeads, depositKey } from './depositHead';
import { mayReadLedger } from './mayReadLedger';

function mayVerify(ctx: Context): boolean {
  return ctx.actor.kind === 'machine' ? mayReadLedger(ctx) : reach(ctx, 'ledger.verify') !== null;
}

/** How far a verification is, and what it found. */
export async function readVerification(
  ctx: Context,
  input: { id: string },
): Promise<
  Result<
    { id: string; state: string; foliosTotal: number; foliosDone: number; choicesDone: number; faults: LedgerFault[] },
    AccessRefusal
  >
> {
  if (!mayVerify(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.verify' });
  return ctx.transaction(async (h) => {
    const row = await verificationById(h, input.id);
    return row
      ? ok({
          id: row.id,
          state: row.state,
          foliosTotal: Number(row.total),
          foliosDone: Number(row.done),
          choicesDone: row.counts['choices'] ?? 0,
          faults: row.faults,
        })
      : refuse({ code: 'not-found' });
  });
}

/** Asks for the whole ledger to be recomputed and compared with its signed head; runs in the worker. */
export async function startVerification(ctx: Context): Promise<Result<{ id: string }, AccessRefusal>> {
  if (!mayVerify(ctx)) return refuse({ code: 'not-allowed', act: 'ledger.verify' });
  return ctx.transaction(async (h) => {
    const id = ctx.keys.id('ver');
    const { folios } = await ledgerSize(h, ctx.trees);
    await beginRun(ctx, h, 'verify-ledger', { id, total: folios });
    await insertVerification(h, id);
    await recordTrail(ctx, h, 'ledger-verified', id, 'started');
    return ok({ id });
  });
}

const FAULTS_KEPT = 200;
const FOLIOS_PER_STEP = 2000;
const CHOICES_PER_STEP = 20_000;

/**
 * Tree by tree: folio by folio, then the head. Names each fault by folio and leaf; keeps the first 200. One that was killed
 * begins again.
 */
export async function verifyLedger(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, () => verify(ctx, runId));
}

async function verify(ctx: Context, runId: RunId): Promise<void> {
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  const deposited = await depositedHeads(ctx);
  const faults: LedgerFault[] = [];
  const totals = await ctx.transaction(async (h) => {
    const sizes: number[] = [];
    for (let tree = 0; tree < ctx.trees; tree++) sizes.push((await treeEnd(h, tree)).frontier.size);
    return sizes;
  });
  const total = totals.reduce((sum, size) => sum + size, 0);
  const frontiers = totals.map((): Frontier => ({ size: 0, peaks: [] }));
  let [folios, choices] = [0, 0];
  for await (const checked of inLanes(
    ranges(ctx, totals),
    ctx.threads?.lanes ?? 1,
    (range) => ctx.threads?.checkFolios(range) ?? checkFolios(ctx, range),
  )) {
    faults.push(...checked.faults);
    const { tree } = checked;
    for (const root of checked.roots) {
      if (!root) continue;
      const frontier = (frontiers[tree] = addFolio(hash, frontiers[tree]!, root));
      const witness = deposited.get(depositKey(tree, frontier.size));
      if (witness && witness.root !== hex(rootOf(hash, frontier)))
        faults.push({ tree, code: 'deposit-differs', size: frontier.size, signedAt: witness.signedAt });
    }
    folios += checked.roots.length;
    choices += checked.choices;
    await ctx.transaction((h) => moveRun(h, runId, { done: folios, total, counts: { choices } }));
  }
  await ctx.transaction(async (h) => {
    for (const [tree, frontier] of frontiers.entries())
      faults.push(...(await headFaults(ctx, h, { tree, frontier, size: totals[tree]! })));
    for (const { tree, size, signedAt } of deposited.values())
      if (size > (totals[tree] ?? 0)) faults.push({ tree, code: 'deposit-beyond', size, signedAt });
    await setFaults(h, runId, faults.slice(0, FAULTS_KEPT));
    await finishRun(ctx, h, runId);
    await recordTrail(
      ctx,
      h,
      'ledger-verified',
      runId,
      faults.length === 0 ? `${choices} choices in ${total} folios agree` : `${faults.length} faults`,
    );
  });
}

/** @param totals folios of each tree */
async function* ranges(ctx: Context, totals: readonly number[]): AsyncGenerator<FolioRange> {
  for (const [tree, total] of totals.entries())
    for (let from = 1; from <= total;) {
      const to = await ctx.transaction((h) =>
        rangeOfFolios(h, tree, from, Math.min(total, from + FOLIOS_PER_STEP - 1), CHOICES_PER_STEP),
      );
      yield { tree, from, to };
      from = to + 1;
    }
}

async function headFaults(
  ctx: Context,
  h: Handle,
  { tree, frontier, size }: { tree: number; frontier: Frontier; size: number },
): Promise<LedgerFault[]> {
  if (size === 0) return [];
  const head = await headOfSize(h, tree, size);
  if (!head) return [{ tree, code: 'head-size-wrong', expected: size, found: 0 }];
  const signatureIsGood = ctx.keys.verify(headBytes(head, new Date(head.signed_at).toISOString()), head.signature);
  return verifyHead((bytes) => ctx.keys.hash(bytes), frontier, {
    tree,
    size: head.size,
    root: head.root,
    signatureIsGood,
  });
}
