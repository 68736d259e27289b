import { planLinesInput } from '../../../../../core/erasure/schema';
import { readPlanLines } from '../../../../../usecases/erasure/readPlan';
import { staffData } from '../../../../lib/staffData';

/** Lines of one group of a request's erasure plan, page by page. */
export const GET = staffData(async (ctx, params: { ref: string }, search) => {
  const input = await planLinesInput.validate({ ...Object.fromEntries(search), ...params }).catch(() => null);
  return input && readPlanLines(ctx, input);
});
