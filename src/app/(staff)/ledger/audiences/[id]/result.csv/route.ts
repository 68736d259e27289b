import { downloadAudience } from '../../../../../../usecases/audiences/checkAudience';
import { fileAnswer, signedOut } from '../../../../../lib/files';
import { staffContext } from '../../../../../lib/session';
import { answering } from '../../../../../lib/answering';

export const GET = answering(async (_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
  const ctx = await staffContext();
  return ctx ? fileAnswer(await downloadAudience(ctx, await params), 'text/csv; charset=utf-8') : signedOut();
});
