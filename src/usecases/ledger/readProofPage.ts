import type { AccessRefusal } from '../../core/access/refusals';
import type { RunView } from '../../core/runs/views';
import type { LedgerHeadView } from '../../core/ledger/views';
import type { RebuildView } from '../../core/standing/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lastDeposit } from '../../db/ledger/deposits';
import { lastRebuild } from '../../db/standing/rebuilds';
import { lastRun } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { runView, viewOrNull } from '../runs/runView';
import { reach } from '../shared/may';
import { ledgerHead } from './proofs';

export interface ProofPage {
  head: LedgerHeadView | null;
  deposit: { size: number; at: string; file: string | null; mailedTo: string | null } | null;
  removal: RunView | null;
  rebuild: RebuildView | null;
}

/** The signed head, what the witness has of it, and the last removal of sealed parts. */
export async function readProofPage(ctx: Context): Promise<Result<ProofPage, AccessRefusal>> {
  if (!reach(ctx, 'ledger.see')) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const [head, deposit, removal, rebuild] = [
      await ledgerHead(ctx, h),
      await lastDeposit(h),
      await lastRun(h, 'remove-sealed'),
      await lastRebuild(h),
    ];
    return ok({
      head,
      removal: viewOrNull(ctx, removal),
      rebuild: rebuild ? { ...runView(ctx, rebuild), onlyLook: rebuild.only_look } : null,
      deposit: deposit
        ? { size: Number(deposit.size), at: deposit.deposited_at, file: deposit.file, mailedTo: deposit.mailed_to }
        : null,
    });
  });
}
