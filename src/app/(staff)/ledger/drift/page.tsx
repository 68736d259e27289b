import { readDrift } from '../../../../usecases/drift/readDrift';
import { DriftSheet } from '../../../../ui/drift/DriftSheet';
import { shown, staff } from '../../../lib/session';
import { believe, putRight, startComparison } from '../actions';
import { cancelRun } from '../../runs/actions';

export const metadata = { title: 'Drift' };

export default async function DriftPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { ctx } = await staff('drift.see');
  const search = await searchParams;
  const direction = search['direction'] === 'looser' || search['direction'] === 'stricter' ? search['direction'] : null;
  const view = shown(
    await readDrift(ctx, {
      systemId: search['system'] ?? null,
      purpose: search['purpose'] ?? null,
      direction,
      after: search['after'] ?? null,
    }),
  );
  return (
    <DriftSheet
      view={view}
      zone={ctx.organisation.zone}
      actions={{ startComparison, putRight, believe, stop: cancelRun }}
    />
  );
}
