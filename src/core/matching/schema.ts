import * as yup from 'yup';
import { personRecordSchema } from '../requests/schema';

/** One record, and one or up to a thousand others it is compared with. */
export const matchQuerySchema = yup.object({
  left: personRecordSchema.required(),
  right: yup.mixed<object>().required(),
  prior: yup.number().moreThan(0).lessThan(1),
});
