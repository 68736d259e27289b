import { downloadExport } from '../../../../../../../usecases/ledger/exportLedger';
import { machineCall } from '../../../../../../lib/api';
import { fileAnswer } from '../../../../../../lib/files';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => fileAnswer(await downloadExport(ctx, await params)));
}
