import type { AccessRefusal } from '../../core/access/refusals';
import type { FigureDimension, FigureRow, FiguresView } from '../../core/requests/figures';
import { addDays, localDay, type Day } from '../../core/shared/days';
import { everyMonth } from '../../core/shared/spans';
import { ok, refuse, type Result } from '../../core/shared/result';
import { figuresBy, stageTimes, waitingOn } from '../../db/requests/figures';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

const DAYS_BACK = 365;

const noneIn = (key: string): FigureRow => ({
  key,
  received: 0,
  answered: 0,
  inTime: 0,
  overdue: 0,
  median: null,
  p90: null,
});

/** How the requests of a span went, counted; nothing of any person. */
export async function readFigures(
  ctx: Context,
  input: { by: FigureDimension; from: Day | null; to: Day | null },
): Promise<Result<FiguresView, AccessRefusal>> {
  if (!reach(ctx, 'figures.see')) return refuse({ code: 'not-allowed', act: 'figures.see' });
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const to = input.to ?? today;
  const from = input.from && input.from <= to ? input.from : addDays(to, -DAYS_BACK);
  const span = { from, to, today, zone: ctx.organisation.zone };
  return ctx.transaction(async (h) => {
    const by = async (dimension: FigureDimension) =>
      dimension === 'month'
        ? everyMonth(await figuresBy(h, dimension, span), ({ key }) => key, noneIn)
        : figuresBy(h, dimension, span);
    return ok({
      from,
      to,
      by: input.by,
      rows: await by(input.by),
      months: await by('month'),
      stages: await stageTimes(h, span),
      waiting: await waitingOn(h, ctx.clock.now()),
    });
  });
}
