import * as yup from 'yup';
import { matchQuerySchema } from '../../../../core/matching/schema';
import { score } from '../../../../core/matching/score';
import { personRecordSchema } from '../../../../core/requests/schema';
import { api } from '../../../lib/api';
import { checkBody } from '../../../lib/checkBody';

const MOST = 1000;
const rightSchema = yup.array(personRecordSchema.required()).max(MOST).required();

export async function POST(request: Request): Promise<Response> {
  return api(request, 'people:read', matchQuerySchema, async ({ body }) => {
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
