import { ledgerExportSchema } from '../../../../../core/ledger/schema';
import { startExport } from '../../../../../usecases/ledger/exportLedger';
import { api, refused } from '../../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'ledger:read', ledgerExportSchema, async ({ ctx, body }) => {
    const result = await startExport(ctx, { ...body, from: body.from ?? null, to: body.to ?? null });
    return result.ok ? { status: 202, body: result.value } : refused(result.refusal);
  });
}
