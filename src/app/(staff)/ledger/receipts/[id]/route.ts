import { makeReceipt } from '../../../../../usecases/ledger/makeReceipt';
import { jsonAnswer, signedOut } from '../../../../lib/files';
import { staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

export const GET = answering(async (_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
  const ctx = await staffContext();
  const { id } = await params;
  return ctx ? jsonAnswer(await makeReceipt(ctx, { choiceId: id }), 'receipt.jsonld') : signedOut();
});
