import { heldCsv, readImport } from '../../../../../../usecases/imports/readImports';
import { machineCall, refused, respond } from '../../../../../lib/api';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return machineCall(request, 'choices:write', async ({ ctx }) => {
    const result = await readImport(ctx, await params);
    return result.ok
      ? new Response(heldCsv(result.value.held), { headers: { 'content-type': 'text/csv; charset=utf-8' } })
      : respond(refused(result.refusal));
  });
}
