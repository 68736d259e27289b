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
    country: yup.string().matches(/^[A-Z]{2}(-[A-Z0-9]{1,3})?$/, '${path} must be a country such as DK, or a part of one such as US-CA (ISO 3166)').nullable(),
    language: yup.string().max(12).nullable(),
    address: yup.object({ channel: yup.string().oneOf(['email', 'phone', 'sms', 'post']).required(), value: yup.string().max(320).required() }).nullable().default(null),
    name: yup.object({ givenName: yup.string().max(120), familyName: yup.string().max(120) }).nullable().default(null),
    evidence: yup.object().nullable().default(null),
    /** Given after the person was told that their browser says otherwise. */
    toldOfConflict: yup.boolean().nullable(),
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

/** What of a choice can be said without the schema: the many lines of a file that are plainly well-formed. */
export function isPlainChoice(input: Readonly<Record<string, unknown>>): boolean {
  const { occurredAt, purpose, answer, country, identifiers, externalId } = input;
  return (
    typeof occurredAt === 'string' && isRealDay(occurredAt) && typeof purpose === 'string' && purpose.length > 0 && purpose.length <= 80 &&
    typeof answer === 'string' && (ANSWERS as readonly string[]).includes(answer) && (country === null || (typeof country === 'string' && /^[A-Z]{2}$/.test(country))) &&
    (externalId === null || (typeof externalId === 'string' && externalId.length <= 120)) &&
    Array.isArray(identifiers) && identifiers.length > 0 && identifiers.length <= 10 && identifiers.every(({ value }: { value: string }) => value.length > 0 && value.length <= 320)
  );
}

const DAYS_IN = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function isRealDay(text: string): boolean {
  const parts = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
  if (!parts) return false;
  const [year, month, day] = parts.slice(1).map(Number) as [number, number, number];
  const leap = month === 2 && (year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0));
  return month >= 1 && month <= 12 && day >= 1 && day <= DAYS_IN[month - 1]! + (leap ? 1 : 0);
}
