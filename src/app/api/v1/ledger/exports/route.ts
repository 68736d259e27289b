import { ledgerExportSchema } from '../../../../../core/consent/schema';
import { startExport } from '../../../../../usecases/consent/exportLedger';
import { api, refused } from '../../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'ledger:read', ledgerExportSchema, async ({ ctx, body }) => {
    const result = await startExport(ctx, { ...body, from: body.from ?? null, to: body.to ?? null });
    return result.ok ? { status: 202, body: result.value } : refused(result.refusal);
  });
}
