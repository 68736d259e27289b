import type { AccessRefusal } from '../../core/access/refusals';
import { headBytes, hex } from '../../core/ledger/leaf';
import { addFolio, verifyHead, type LedgerFault } from '../../core/ledger/verify';
import { rootOf, type Frontier } from '../../core/ledger/merkle';
import { headOfSize, ledgerSize } from '../../db/ledger/ledger';
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
import { depositedHeads } from './depositHead';
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
    const { folios } = await ledgerSize(h);
    await beginRun(ctx, h, 'verify-ledger', { id, total: folios });
    await insertVerification(h, id);
    await recordTrail(ctx, h, 'ledger-verified', id, 'started');
    return ok({ id });
  });
}

const FAULTS_KEPT = 200;
const FOLIOS_PER_STEP = 2000;
const CHOICES_PER_STEP = 20_000;

/** Folio by folio, then the head. Names each fault by folio and leaf; keeps the first 200. One that was killed begins again. */
export async function verifyLedger(ctx: Context, { runId }: { runId: string }): Promise<void> {
  await workOnRun(ctx, runId, (run) => verify(ctx, runId, Number(run.total)));
}

async function verify(ctx: Context, runId: string, total: number): Promise<void> {
  const hash = (bytes: Uint8Array) => ctx.keys.hash(bytes);
  const deposited = await depositedHeads(ctx);
  const faults: LedgerFault[] = [];
  let frontier: Frontier = { size: 0, peaks: [] };
  let [folios, choices] = [0, 0];
  for await (const checked of inLanes(
    ranges(ctx, total),
    ctx.threads?.lanes ?? 1,
    (range) => ctx.threads?.checkFolios(range) ?? checkFolios(ctx, range),
  )) {
    faults.push(...checked.faults);
    for (const root of checked.roots) {
      if (!root) continue;
      frontier = addFolio(hash, frontier, root);
      const witness = deposited.get(frontier.size);
      if (witness && witness.root !== hex(rootOf(hash, frontier)))
        faults.push({ code: 'deposit-differs', size: frontier.size, signedAt: witness.signedAt });
    }
    folios += checked.roots.length;
    choices += checked.choices;
    await ctx.transaction((h) => moveRun(h, runId, { done: folios, counts: { choices } }));
  }
  await ctx.transaction(async (h) => {
    faults.push(...(await headFaults(ctx, h, frontier, total)));
    for (const { size, signedAt } of deposited.values())
      if (size > total) faults.push({ code: 'deposit-beyond', size, signedAt });
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

async function* ranges(ctx: Context, total: number): AsyncGenerator<FolioRange> {
  for (let from = 1; from <= total;) {
    const to = await ctx.transaction((h) =>
      rangeOfFolios(h, from, Math.min(total, from + FOLIOS_PER_STEP - 1), CHOICES_PER_STEP),
    );
    yield { from, to };
    from = to + 1;
  }
}

async function headFaults(ctx: Context, h: Handle, frontier: Frontier, size: number): Promise<LedgerFault[]> {
  if (size === 0) return [];
  const head = await headOfSize(h, size);
  if (!head) return [{ code: 'head-size-wrong', expected: size, found: 0 }];
  const signatureIsGood = ctx.keys.verify(
    headBytes(head.size, head.root, new Date(head.signed_at).toISOString()),
    head.signature,
  );
  return verifyHead((bytes) => ctx.keys.hash(bytes), frontier, { size: head.size, root: head.root, signatureIsGood });
}
