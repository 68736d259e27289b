import { readHead } from '../../../../../usecases/ledger/proofs';
import { machineCall, refused, respond } from '../../../../lib/api';

export async function GET(request: Request): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const result = await readHead(ctx);
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
