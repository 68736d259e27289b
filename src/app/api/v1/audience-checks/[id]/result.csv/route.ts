import { downloadAudience } from '../../../../../../usecases/audiences/checkAudience';
import { machineCall } from '../../../../../lib/api';
import { fileAnswer } from '../../../../../lib/files';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'standing:read', async ({ ctx }) =>
    fileAnswer(await downloadAudience(ctx, await params), 'text/csv; charset=utf-8'),
  );
}
