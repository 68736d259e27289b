import { ANSWERS } from '../../../core/consent/types';
import { reachOf } from '../../../core/access/roles';
import { readLedger } from '../../../usecases/consent/readLedger';
import { LedgerSheet } from '../../../ui/ledger/LedgerSheet';
import { shown, staff } from '../../lib/session';
import { verifyNow } from './actions';

export const metadata = { title: 'Ledger' };

export default async function LedgerPage({ searchParams }: { searchParams: Promise<Record<string, string | undefined>> }) {
  const { ctx, actor } = await staff('ledger.see');
  const search = await searchParams;
  const before = Number(search['before']);
  const answer = ANSWERS.find((known) => known === search['answer']) ?? null;
  const view = shown(await readLedger(ctx, { purpose: search['purpose'] ?? null, answer, system: search['system'] ?? null, before: Number.isSafeInteger(before) && before > 0 ? before : null }));
  return <LedgerSheet view={view} zone={ctx.organisation.zone} mayImport={reachOf(actor.roles, 'imports.run') !== null} verify={verifyNow} />;
}
