import { inWords } from '../../../../core/words/reasons';
import { lawsQuerySchema } from '../../../../core/clock/schema';
import { findLaws } from '../../../../usecases/clock/computeClock';
import { api } from '../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'clock:read', lawsQuerySchema, async ({ ctx, body }) => {
    const { laws, ...rest } = await findLaws(ctx, body);
    return { status: 200, body: inWords({ laws: laws.map(inWords), ...rest }) };
  });
}
