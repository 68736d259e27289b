import { readAudience } from '../../../../../usecases/audiences/checkAudience';
import { machineCall, refused, respond } from '../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'standing:read', async ({ ctx }) => {
    const result = await readAudience(ctx, await params);
    if (!result.ok) return respond(refused(result.refusal));
    const runs = result.value.runs.map(({ id, state, done: lines, counts: all, startedAt: at }) => {
      const { permitted = 0, ...counts } = all;
      return { id, state, lines, permitted, counts, at };
    });
    return respond({ status: 200, body: { ...result.value, runs } });
  });
}
