import { proveConsistency } from '../../../../../usecases/ledger/proofs';
import { machineCall, refused, respond } from '../../../../lib/api';
import { problem } from '../../../../lib/problem';

export async function GET(request: Request): Promise<Response> {
  return machineCall(request, 'ledger:read', async ({ ctx }) => {
    const search = new URL(request.url).searchParams;
    const [from, to, tree] = [search.get('from'), search.get('to'), search.get('tree') ?? '0'].map(Number) as [
      number,
      number,
      number,
    ];
    if (!Number.isSafeInteger(from) || !Number.isSafeInteger(to) || from < 1 || to < 1)
      return problem(400, 'invalid', 'from and to are numbers of folios.', [
        { path: 'from', message: 'from and to must be whole numbers from 1 on' },
      ]);
    if (!Number.isSafeInteger(tree) || tree < 0 || tree > 32_767)
      return problem(400, 'invalid', 'tree is the number of a tree.', [
        { path: 'tree', message: 'tree must be a whole number from 0 on' },
      ]);
    const result = await proveConsistency(ctx, { from, to, tree });
    return respond(result.ok ? { status: 200, body: result.value } : refused(result.refusal));
  });
}
