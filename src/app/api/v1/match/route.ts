import * as yup from 'yup';
import { score } from '../../../../core/matching/score';
import { personRecordSchema } from '../../../../core/requests/schema';
import { api } from '../../../lib/api';
import { checkBody } from '../../../lib/checkBody';

const MOST = 1000;
const schema = yup.object({
  left: personRecordSchema.required(),
  right: yup.mixed<object>().required(),
  prior: yup.number().moreThan(0).lessThan(1),
});
const rightSchema = yup.array(personRecordSchema.required()).max(MOST).required();

export async function POST(request: Request): Promise<Response> {
  return api(request, 'people:read', schema, async ({ body }) => {
    const right = checkBody(rightSchema, [body.right].flat());
    if (!right.ok)
      return {
        status: 400,
        body: {
          code: 'invalid',
          title: 'The body does not have the right shape.',
          errors: right.problems.map(({ path, message }) => ({ path: `right${path}`, message })),
        },
      };
    const results = right.value
      .map((one) => score(body.left, one, body.prior))
      .map(({ weight, probability, band, fields }) => ({
        weight,
        probability,
        band,
        fields: fields.map(({ field, level, weight: bits }) => ({ field, level, weight: bits })),
      }));
    return { status: 200, body: results };
  });
}
