import { startVerification } from '../../../../../usecases/ledger/verifyLedger';
import { machineCall, refused, respond } from '../../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const result = await startVerification(ctx);
    return respond(result.ok ? { status: 202, body: result.value } : refused(result.refusal));
  });
}
