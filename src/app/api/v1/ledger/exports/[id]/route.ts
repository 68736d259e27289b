import { readExport } from '../../../../../../usecases/ledger/exportLedger';
import { machineCall, refused, respond } from '../../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const result = await readExport(ctx, await params);
    if (!result.ok) return respond(refused(result.refusal));
    const { id, format, state, done: rows, startedAt: at } = result.value;
    return respond({ status: 200, body: { id, format, state, rows, at } });
  });
}
