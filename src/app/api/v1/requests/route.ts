import { requestInputSchema } from '../../../../core/requests/schema';
import { openRequest } from '../../../../usecases/intake/openRequest';
import { api, refused } from '../../../lib/api';
import { fromPages, OPTIONS } from '../../../lib/crossOrigin';

export const POST = fromPages(async (request: Request): Promise<Response> => {
  return api(request, 'requests:write', requestInputSchema, async ({ ctx, body }) => {
    const { regime, regimes, ...rest } = body;
    const result = await openRequest(ctx, {
      ...rest,
      regimes: regimes ?? (regime ? [regime] : undefined),
      text: body.text ?? null,
      person: body.person,
      onBehalf: body.onBehalf ?? null,
    });
    return result.ok
      ? {
          status: 201,
          body: { ref: result.value.ref, acknowledgeBy: result.value.acknowledgeBy, dueOn: result.value.dueOn },
        }
      : refused(result.refusal);
  });
});

export { OPTIONS };
