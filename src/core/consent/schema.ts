import * as yup from 'yup';
import { instantOrDaySchema, instantSchema } from '../shared/schema';
import { ANSWERS } from './types';

export const IDENTIFIER_KINDS = ['email', 'phone', 'customer-number', 'device-id', 'name-birth-date'] as const;
export type IdentifierKind = (typeof IDENTIFIER_KINDS)[number];

export const identifierSchema = yup.object({
  kind: yup.string().oneOf([...IDENTIFIER_KINDS]).required(),
  value: yup.string().trim().min(1).max(320).required(),
});

/** One choice as systems send it. The system is that of the key, never of the body. */
export const choiceInputSchema = yup
  .object({
    occurredAt: instantOrDaySchema.required(),
    identifiers: yup.array(identifierSchema.required()).min(1).max(10).required(),
    purpose: yup.string().trim().max(80).required(),
    answer: yup.string().oneOf([...ANSWERS]).required(),
    confirms: yup.string().max(60).nullable(),
    ask: yup.string().max(80).nullable(),
    askVersion: yup.number().integer().min(1).nullable(),
    notice: yup.string().max(80).nullable(),
    noticeVersion: yup.number().integer().min(1).nullable(),
    method: yup.string().max(40).nullable(),
    place: yup.string().max(200).nullable(),
    country: yup.string().length(2).nullable(),
    language: yup.string().max(12).nullable(),
    address: yup.object({ channel: yup.string().oneOf(['email', 'phone', 'sms', 'post']).required(), value: yup.string().max(320).required() }).nullable().default(null),
    name: yup.object({ givenName: yup.string().max(120), familyName: yup.string().max(120) }).nullable().default(null),
    evidence: yup.object().nullable().default(null),
    externalId: yup.string().max(120).nullable(),
  })
  .noUnknown();

export type ChoiceInput = yup.InferType<typeof choiceInputSchema>;

/** Body of `POST /standing`. */
export const standingQuerySchema = yup
  .object({
    identifier: identifierSchema.required(),
    purpose: yup.string().trim().max(80).required(),
    at: instantSchema,
    knownAt: instantSchema,
  })
  .noUnknown();

export const RECORD_STATUSES = ['recorded', 'duplicate', 'conflict', 'suppressed', 'quarantined'] as const;
/** What became of one choice that was handed in; every line of every file ends as exactly one. */
export type RecordStatus = (typeof RECORD_STATUSES)[number];
