import { checkDraft } from '../../../../usecases/audiences/checkDraft';
import { machineCall, refused, respond } from '../../../lib/api';

/** A draft mail (message/rfc822 or text/html) as the body. */
export async function POST(request: Request): Promise<Response> {
  return machineCall(request, 'standing:read', async ({ ctx }) => {
    const result = await checkDraft(ctx, { content: Buffer.from(await request.arrayBuffer()) });
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
