import { TRAIL_ACTS } from '../../../core/trail/chain';
import { readTrailPage } from '../../../usecases/trail/readTrailPage';
import { TrailSheet } from '../../../ui/trail/TrailSheet';
import { staff } from '../../lib/session';

export const metadata = { title: 'Trail' };

export default async function TrailPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { ctx } = await staff('trail.see');
  const search = await searchParams;
  const before = Number(search['before']);
  const page = await readTrailPage(ctx, {
    subject: search['about']?.slice(0, 60) ?? null,
    act: TRAIL_ACTS.find((known) => known === search['act']) ?? null,
    before: before > 0 ? before : null,
  });
  return <TrailSheet page={page} zone={ctx.organisation.zone} />;
}
