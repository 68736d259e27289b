import { ledgerSearchSchema } from '../../../../../core/ledger/schema';
import { searchLedger } from '../../../../../usecases/ledger/searchLedger';
import { api, refused } from '../../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'ledger:read', ledgerSearchSchema, async ({ ctx, body }) => {
    const result = await searchLedger(ctx, { ...body, from: body.from ?? null, to: body.to ?? null });
    return result.ok ? { status: 200, body: result.value } : refused(result.refusal);
  });
}
