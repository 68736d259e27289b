import { DIMENSIONS } from '../../../../core/standing/views';
import { localDay } from '../../../../core/shared/days';
import { daySchema } from '../../../../core/shared/schema';
import { readOverview } from '../../../../usecases/standing/overview';
import { OverviewSheet } from '../../../../ui/standing/OverviewSheet';
import { shown, staff } from '../../../lib/session';

export const metadata = { title: 'Everybody' };

export default async function OverviewPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { ctx } = await staff('ledger.see');
  const search = await searchParams;
  const on = search['on'] && daySchema.isValidSync(search['on']) ? search['on'] : null;
  const by = DIMENSIONS.find((known) => known === search['by']) ?? 'purpose';
  return (
    <OverviewSheet
      view={shown(await readOverview(ctx, { on, by, purpose: search['purpose'] ?? null }))}
      today={localDay(ctx.clock.now(), ctx.organisation.zone)}
    />
  );
}
