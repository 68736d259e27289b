import { lawsQuerySchema } from '../../../../core/clock/schema';
import { findLaws } from '../../../../usecases/clock/computeClock';
import { api } from '../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'clock:read', lawsQuerySchema, async ({ ctx, body }) => ({
    status: 200,
    body: await findLaws(ctx, body),
  }));
}
