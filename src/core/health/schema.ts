import * as yup from 'yup';
import { idField } from '../shared/inputs';

/** What came in and could not be taken in: a message, or a file. */
export const ARRIVAL_KINDS = ['mail', 'file'] as const;
export type ArrivalKind = (typeof ARRIVAL_KINDS)[number];

export const settleArrivalInput = yup
  .object({
    kind: yup
      .string()
      .oneOf([...ARRIVAL_KINDS])
      .required(),
    id: idField(),
  })
  .noUnknown();
