import * as yup from 'yup';
import { RIGHTS } from '../requests/rights';
import { daySchema, instantSchema } from '../shared/schema';
import { CLOCK_EVENT_KINDS } from './events';

export const clockEventSchema = yup.object({
  kind: yup
    .string()
    .oneOf([...CLOCK_EVENT_KINDS])
    .required(),
  at: instantSchema.required(),
  reason: yup.string().max(2000).nullable(),
  until: daySchema.nullable(),
  raisedAt: instantSchema.nullable(),
});

/** Body of `POST /clock`. */
export const clockQuerySchema = yup
  .object({
    regime: yup.string(),
    regimes: yup.array(yup.string().required()).min(1).max(30),
    right: yup
      .string()
      .oneOf([...RIGHTS])
      .required(),
    receivedAt: instantSchema.required(),
    zone: yup.string().required(),
    calendar: yup.object({ country: yup.string().length(2).required(), region: yup.string() }).required(),
    events: yup.array(clockEventSchema.required()).max(100).default([]),
    asOf: instantSchema,
  })
  .test('a-regime', 'name the law: regime, or regimes', (value) => Boolean(value?.regime ?? value?.regimes));

/** Body of `POST /laws`. */
export const lawsQuerySchema = yup.object({
  right: yup
    .string()
    .oneOf([...RIGHTS])
    .required(),
  receivedAt: instantSchema.required(),
  person: yup
    .object({ country: yup.string().length(2).nullable(), region: yup.string().max(10).nullable() })
    .required(),
});
