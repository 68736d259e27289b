import type { AccessRefusal } from '../../core/access/refusals';
import type { HeadView } from '../../core/ledger/views';
import type { RebuildView } from '../../core/standing/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lastDeposit } from '../../db/ledger/deposits';
import { lastHead } from '../../db/ledger/ledger';
import { lastRebuild, type RebuildRow } from '../../db/standing/rebuilds';
import { lastRemoval } from '../../db/ledger/sealedRemovals';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { headView } from './proofs';
import { PEOPLE_AT_ONCE } from '../standing/rebuildFolds';

export interface ProofPage {
  head: HeadView | null;
  deposit: { size: number; at: string; file: string | null; mailedTo: string | null } | null;
  removal: { state: string; removed: number } | null;
  rebuild: RebuildView | null;
}

/** The signed head, what the witness has of it, and the last removal of sealed parts. */
export async function readProofPage(ctx: Context): Promise<Result<ProofPage, AccessRefusal>> {
  if (!reach(ctx, 'ledger.see')) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const [head, deposit, removal, rebuild] = [
      await lastHead(h),
      await lastDeposit(h),
      await lastRemoval(h),
      await lastRebuild(h),
    ];
    return ok({
      head: head ? headView(ctx, head) : null,
      removal: removal ? { state: removal.state, removed: Number(removal.removed) } : null,
      rebuild: rebuild
        ? {
            isRunning: rebuild.state === 'running',
            onlyLook: rebuild.only_look,
            people: rebuild.people,
            differing: rebuild.differing,
            doneShare: doneShare(rebuild),
            at: rebuild.finished_at ?? rebuild.started_at,
          }
        : null,
      deposit: deposit
        ? { size: Number(deposit.size), at: deposit.deposited_at, file: deposit.file, mailedTo: deposit.mailed_to }
        : null,
    });
  });
}

function doneShare({ state, last_no: last, done_from: done }: RebuildRow): number {
  return state === 'finished' ? 1 : Math.min(1, (done.length * PEOPLE_AT_ONCE) / Math.max(1, last));
}
