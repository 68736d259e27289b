import { FIGURE_DIMENSIONS } from '../../../../core/requests/figures';
import { localDay } from '../../../../core/shared/days';
import { daySchema } from '../../../../core/shared/schema';
import { FiguresSheet } from '../../../../ui/requests/FiguresSheet';
import { readFigures } from '../../../../usecases/requests/readFigures';
import { shown, staff } from '../../../lib/session';

export const metadata = { title: 'Figures' };

export default async function FiguresPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { ctx } = await staff('figures.see');
  const search = await searchParams;
  const day = (value: string | undefined) => (value && daySchema.isValidSync(value) ? value : null);
  const view = shown(
    await readFigures(ctx, {
      by: FIGURE_DIMENSIONS.find((known) => known === search['by']) ?? 'right',
      from: day(search['from']),
      to: day(search['to']),
    }),
  );
  return <FiguresSheet view={view} today={localDay(ctx.clock.now(), ctx.organisation.zone)} />;
}
