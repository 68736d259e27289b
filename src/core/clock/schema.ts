import * as yup from 'yup';
import { RIGHTS } from '../requests/rights';
import { daySchema, instantSchema } from '../shared/schema';
import { CLOCK_EVENT_KINDS } from './events';

export const clockEventSchema = yup.object({
  kind: yup.string().oneOf([...CLOCK_EVENT_KINDS]).required(),
  at: instantSchema.required(),
  reason: yup.string().max(2000).nullable(),
  until: daySchema.nullable(),
});

/** Body of `POST /clock`. */
export const clockQuerySchema = yup.object({
  regime: yup.string().required(),
  right: yup.string().oneOf([...RIGHTS]).required(),
  receivedAt: instantSchema.required(),
  zone: yup.string().required(),
  calendar: yup.object({ country: yup.string().length(2).required(), region: yup.string() }).required(),
  events: yup.array(clockEventSchema.required()).max(100).default([]),
});
