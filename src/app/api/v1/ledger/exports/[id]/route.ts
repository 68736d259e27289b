import { readExport } from '../../../../../../usecases/ledger/exportLedger';
import { machineCall, refused, respond } from '../../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const result = await readExport(ctx, await params);
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
