import { proveConsistency } from '../../../../../usecases/ledger/proofs';
import { machineCall, refused, respond } from '../../../../lib/api';
import { problem } from '../../../../lib/problem';

export async function GET(request: Request): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const search = new URL(request.url).searchParams;
    const [from, to] = [Number(search.get('from')), Number(search.get('to'))];
    if (!Number.isSafeInteger(from) || !Number.isSafeInteger(to) || from < 1 || to < 1)
      return problem(400, 'invalid', 'from and to are numbers of folios.', [
        { path: 'from', message: 'from and to must be whole numbers from 1 on' },
      ]);
    const result = await proveConsistency(ctx, { from, to });
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
