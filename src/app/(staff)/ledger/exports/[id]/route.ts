import { downloadExport } from '../../../../../usecases/ledger/exportLedger';
import { fileAnswer, signedOut } from '../../../../lib/files';
import { staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

export const GET = answering(async (_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
  const ctx = await staffContext();
  return ctx ? fileAnswer(await downloadExport(ctx, await params)) : signedOut();
});
