import { inWords } from '../../../../core/words/reasons';
import { standingQuerySchema } from '../../../../core/ledger/schema';
import { checkStanding } from '../../../../usecases/standing/checkStanding';
import { api, refused } from '../../../lib/api';
import { fromPages, OPTIONS } from '../../../lib/crossOrigin';

export const POST = fromPages(async (request: Request): Promise<Response> => {
  return api(request, 'standing:read', standingQuerySchema, async ({ ctx, systemId, body }) => {
    const { at, knownAt, ...query } = body;
    const result = await checkStanding(ctx, {
      ...query,
      systemId,
      ...(at ? { at } : {}),
      ...(knownAt ? { knownAt } : {}),
    });
    return result.ok ? { status: 200, body: inWords(result.value) } : refused(result.refusal);
  });
});

export { OPTIONS };
