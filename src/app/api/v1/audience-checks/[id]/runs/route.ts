import { askAgain } from '../../../../../../usecases/audiences/checkAudience';
import { machineCall, refused, respond } from '../../../../../lib/api';

/** The same list once more, as of now: before each send of a mailing that was planned earlier. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'standing:read', async ({ ctx }) => {
    const result = await askAgain(ctx, { audienceId: (await params).id });
    return respond(result.ok ? { status: 202, body: { id: result.value.runId } } : refused(result.refusal));
  });
}
