import { readImportState } from '../../../../../usecases/imports/readImports';
import { machineCall, refused, respond } from '../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'choices:write', async ({ ctx }) => {
    const result = await readImportState(ctx, await params);
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
