import * as yup from 'yup';
import { score } from '../../../../core/identity/score';
import type { PersonRecord } from '../../../../core/identity/record';
import { personRecordSchema } from '../../../../core/requests/schema';
import { api } from '../../../lib/api';

const schema = yup.object({ left: personRecordSchema.required(), right: yup.mixed<PersonRecord | PersonRecord[]>().required(), prior: yup.number().moreThan(0).lessThan(1) }).noUnknown();
const MOST = 1000;

export async function POST(request: Request): Promise<Response> {
  return api(request, 'people:read', schema, async ({ body }) => {
    const right = yup.array(personRecordSchema.required()).max(MOST).required().validateSync([body.right].flat()) as PersonRecord[];
    const results = right.map((one) => score(body.left, one, body.prior)).map(({ weight, probability, band, fields }) => ({ weight, probability, band, fields: fields.map(({ field, level, weight: bits }) => ({ field, level, weight: bits })) }));
    return { status: 200, body: results };
  });
}
