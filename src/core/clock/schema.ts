import { basisSchema } from '../requests/schema';
import { dayField, refField, wordsOrNone, yesNo } from '../shared/inputs';
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

/** What staff can put on the clock of a request. */
export const STAFF_CLOCK_EVENTS = [
  'clarification-asked',
  'clarification-given',
  'fee-asked',
  'fee-paid',
  'extended',
] as const;
export type StaffClockEvent = (typeof STAFF_CLOCK_EVENTS)[number];

export const recordClockEventInput = yup
  .object({
    ref: refField(),
    kind: yup
      .string()
      .oneOf([...STAFF_CLOCK_EVENTS])
      .required(),
    reason: wordsOrNone(2000),
    until: daySchema.nullable().default(null),
    toldByHand: yesNo(),
  })
  .noUnknown();

export const changeBasisInput = basisSchema.shape({ ref: refField() });

/** What may happen on a day to come. */
export const WHAT_IFS = ['identity-proven', 'clarification-given', 'fee-paid', 'extended', 'nothing'] as const;
export type WhatIfKind = (typeof WHAT_IFS)[number];

export const whatIfInput = yup
  .object({
    ref: refField(),
    kind: yup
      .string()
      .oneOf([...WHAT_IFS])
      .required(),
    on: dayField(),
  })
  .noUnknown();
