import { inWords } from '../../../../core/words/reasons';
import { clockQuerySchema } from '../../../../core/clock/schema';
import { computeClock } from '../../../../usecases/clock/computeClock';
import { api, refused } from '../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'clock:read', clockQuerySchema, async ({ ctx, body }) => {
    const { regime, regimes, events, ...query } = body;
    const result = await computeClock(ctx, {
      ...query,
      regimes: regimes ?? [regime!],
      events: events.map(({ kind, at, reason, until, raisedAt }) => ({
        kind,
        at,
        reason: reason ?? null,
        until: until ?? null,
        raisedAt: raisedAt ?? null,
      })),
    });
    return result.ok ? { status: 200, body: inWords(result.value) } : refused(result.refusal);
  });
}
