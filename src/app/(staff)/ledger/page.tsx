import { readReached } from '../../../core/ledger/trees';
import { ANSWERS } from '../../../core/ledger/types';
import { reachOf } from '../../../core/access/roles';
import { addDays, beginningOfDay } from '../../../core/shared/days';
import { daySchema } from '../../../core/shared/schema';
import { readLedger } from '../../../usecases/ledger/readLedger';
import { readSources } from '../../../usecases/ledger/readSources';
import { LedgerSheet } from '../../../ui/ledger/LedgerSheet';
import { shown, staff } from '../../lib/session';
import { startVerification } from './actions';
import { cancelRun } from '../runs/actions';

export const metadata = { title: 'Ledger' };

export default async function LedgerPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { ctx, actor } = await staff('ledger.see');
  const search = await searchParams;
  const answer = ANSWERS.find((known) => known === search['answer']) ?? null;
  const edge = (day: string | undefined, more: number) =>
    day && daySchema.isValidSync(day)
      ? new Date(beginningOfDay(addDays(day, more), ctx.organisation.zone)).toISOString()
      : null;
  const view = shown(
    await readLedger(ctx, {
      purpose: search['purpose'] ?? null,
      answer,
      system: search['system'] ?? null,
      from: edge(search['from'], 0),
      to: edge(search['to'], 1),
      before: readReached(search['before'] ?? ''),
    }),
  );
  return (
    <LedgerSheet
      view={view}
      sources={shown(await readSources(ctx))}
      zone={ctx.organisation.zone}
      mayImport={reachOf(actor.roles, 'imports.run') !== null}
      startVerification={startVerification}
      stop={cancelRun}
    />
  );
}
