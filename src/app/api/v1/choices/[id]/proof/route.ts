import { proveChoice } from '../../../../../../usecases/ledger/proofs';
import { machineCall, refused, respond } from '../../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const result = await proveChoice(ctx, { choiceId: (await params).id });
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
