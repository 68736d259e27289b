import type { AccessRefusal } from '../../core/access/refusals';
import type { LedgerView } from '../../core/ledger/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { reachedWith, sayPlace, sayReached, type Reached } from '../../core/ledger/trees';
import type { Answer } from '../../core/ledger/types';
import { EVERY_CHOICE, ledgerSize, streamChoices } from '../../db/ledger/ledger';
import { lastVerification } from '../../db/ledger/verifications';
import { allPurposes } from '../../db/purposes/purposes';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { runView } from '../runs/runView';
import { ledgerHead } from './proofs';
import { recordLook } from '../trail/recordLook';

const PAGE = 50;

/** The ledger's stream with its seal and its rates. Public parts only: nobody is named here. */
export async function readLedger(
  ctx: Context,
  filter: {
    purpose: string | null;
    answer: Answer | null;
    system: string | null;
    from: string | null;
    to: string | null;
    before: Reached | null;
  },
): Promise<Result<LedgerView, AccessRefusal>> {
  if (!reach(ctx, 'ledger.see')) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const systems = (await listSystems(h)).map(({ id, name }) => ({ id, name }));
    const names = new Map(systems.map(({ id, name }) => [id, name]));
    const rows = await streamChoices(h, ctx.trees, { ...EVERY_CHOICE, ...filter, limit: PAGE + 1 });
    const page = rows.slice(0, PAGE);
    const lines = page.map((row): LedgerView['lines'][number] => ({
      place: sayPlace(row),
      id: row.id,
      person_id: row.person_id,
      purpose: row.purpose,
      answer: row.answer,
      recorded_at: row.recorded_at,
      ask: row.ask,
      ask_version: row.ask_version,
      country: row.country,
      folio: row.folio,
      leaf_index: row.leaf_index,
      occurredAt: row.occurred_on ?? row.occurred_at,
      system: names.get(row.system_id) ?? row.system_id,
    }));
    const size = await ledgerSize(h, ctx.trees);
    const head = await ledgerHead(ctx, h);
    const purposes = [...new Map((await allPurposes(h)).map((purpose) => [purpose.id, purpose])).values()];
    const verification = await lastVerification(h);
    await recordLook(ctx, h, 'ledger-opened', null);
    return ok({
      size,
      head: head && { root: head.root, signedAt: head.signedAt },
      verification: verification ? { ...runView(ctx, verification), faults: verification.faults } : null,
      purposes,
      systems,
      lines,
      next: rows.length > PAGE ? sayReached(reachedWith(filter.before, page)) : null,
    });
  });
}
