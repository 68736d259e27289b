import { said } from '../../../../core/words/reasons';
import * as yup from 'yup';
import { choiceInputSchema, type ChoiceInput } from '../../../../core/ledger/schema';
import { recordChoices } from '../../../../usecases/ledger/recordChoices';
import { api } from '../../../lib/api';
import { fromPages, OPTIONS } from '../../../lib/crossOrigin';

const MOST = 1000;
const many = yup.object({ choices: yup.array(choiceInputSchema.required()).min(1).max(MOST).required() }).noUnknown();
const schema = yup.lazy((body: unknown) =>
  body && typeof body === 'object' && 'choices' in body ? many : choiceInputSchema,
) as unknown as yup.Schema<ChoiceInput | { choices: ChoiceInput[] }>;

export const POST = fromPages(async (request: Request): Promise<Response> => {
  return api(request, 'choices:write', schema, async ({ ctx, systemId, body }) => {
    const choices = 'choices' in body ? body.choices : [body];
    const outcomes = (await recordChoices(ctx, { systemId, choices })).map(({ status, id, reasons }) => ({
      status,
      ...(id ? { id } : {}),
      ...(reasons.length > 0 ? { reasons: reasons.map(said) } : {}),
    }));
    return { status: 200, body: 'choices' in body ? { results: outcomes } : outcomes[0] };
  });
});

export { OPTIONS };
