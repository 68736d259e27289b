import { makeReceipt } from '../../../../../../usecases/ledger/makeReceipt';
import { machineCall } from '../../../../../lib/api';
import { jsonAnswer } from '../../../../../lib/files';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) =>
    jsonAnswer(await makeReceipt(ctx, { choiceId: (await params).id }), 'receipt.jsonld'),
  );
}
