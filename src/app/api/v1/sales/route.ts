import { said } from '../../../../core/words/reasons';
import * as yup from 'yup';
import { saleInputSchema, type SaleInput } from '../../../../core/ledger/schema';
import { recordSales } from '../../../../usecases/ledger/recordSales';
import { api } from '../../../lib/api';
import { fromPages, OPTIONS } from '../../../lib/crossOrigin';

const MOST = 1000;
const many = yup.object({ sales: yup.array(saleInputSchema.required()).min(1).max(MOST).required() }).noUnknown();
const schema = yup.lazy((body: unknown) =>
  body && typeof body === 'object' && 'sales' in body ? many : saleInputSchema,
) as unknown as yup.Schema<SaleInput | { sales: SaleInput[] }>;

/** Who bought when, with the address that was given: one sale, or up to a thousand as `{ sales: [...] }`. */
export const POST = fromPages(async (request: Request): Promise<Response> => {
  return api(request, 'choices:write', schema, async ({ ctx, systemId, body }) => {
    const outcomes = (await recordSales(ctx, { systemId, sales: 'sales' in body ? body.sales : [body] })).map(
      ({ status, reasons }) => ({ status, ...(reasons.length > 0 ? { reasons: reasons.map(said) } : {}) }),
    );
    return { status: 200, body: 'sales' in body ? { results: outcomes } : outcomes[0] };
  });
});

export { OPTIONS };
