import { clockQuerySchema } from '../../../../core/clock/schema';
import { computeClock } from '../../../../usecases/requests/recordClockEvent';
import { api, refused } from '../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'clock:read', clockQuerySchema, async ({ ctx, body }) => {
    const result = computeClock(ctx, { ...body, events: body.events.map((event) => ({ kind: event.kind, at: event.at, reason: event.reason ?? null, until: event.until ?? null })) });
    return result.ok ? { status: 200, body: result.value } : refused(result.refusal);
  });
}
