import { dayField, wordsField } from '../shared/inputs';
import { daySchema } from '../shared/schema';
import * as yup from 'yup';
import { isRealDay } from '../shared/days';
import { instantOrDaySchema, instantSchema } from '../shared/schema';
import { LANGUAGES, type Language } from '../letters/mailings';
import { ANSWERS, PURPOSE_KINDS } from './types';

export const IDENTIFIER_KINDS = ['email', 'phone', 'customer-number', 'device-id', 'name-birth-date'] as const;
export type IdentifierKind = (typeof IDENTIFIER_KINDS)[number];

export const identifierSchema = yup.object({
  kind: yup
    .string()
    .oneOf([...IDENTIFIER_KINDS])
    .required(),
  value: yup.string().trim().min(1).max(320).required(),
});

/** One address, by the way it is reached. */
const addressSchema = yup.object({
  channel: yup.string().oneOf(['email', 'phone', 'sms', 'post']).required(),
  value: yup.string().max(320).required(),
});

/** One choice as systems send it. The system is that of the key, never of the body. */
export const choiceInputSchema = yup
  .object({
    occurredAt: instantOrDaySchema.required(),
    identifiers: yup.array(identifierSchema.required()).min(1).max(10).required(),
    purpose: yup.string().trim().max(80).required(),
    answer: yup
      .string()
      .oneOf([...ANSWERS])
      .required(),
    confirms: yup.string().max(60).nullable(),
    ask: yup.string().max(80).nullable(),
    askVersion: yup.number().integer().min(1).nullable(),
    notice: yup.string().max(80).nullable(),
    noticeVersion: yup.number().integer().min(1).nullable(),
    method: yup.string().max(40).nullable(),
    place: yup.string().max(200).nullable(),
    country: yup
      .string()
      .matches(
        /^[A-Z]{2}(-[A-Z0-9]{1,3})?$/,
        '${path} must be a country such as DK, or a part of one such as US-CA (ISO 3166)',
      )
      .nullable(),
    language: yup.string().max(12).nullable(),
    address: addressSchema.nullable().default(null),
    name: yup
      .object({ givenName: yup.string().max(120), familyName: yup.string().max(120) })
      .nullable()
      .default(null),
    evidence: yup.object().nullable().default(null),
    /** Given after the person was told that their browser says otherwise. */
    toldOfConflict: yup.boolean().nullable(),
    externalId: yup.string().max(120).nullable(),
  })
  .noUnknown();

export type ChoiceInput = yup.InferType<typeof choiceInputSchema>;

/** Body of `POST /sales`: who bought when, and the address that was given in that sale. */
export const saleInputSchema = choiceInputSchema
  .pick(['identifiers', 'country', 'language', 'name'])
  .shape({ boughtAt: instantOrDaySchema.required(), address: addressSchema.required() })
  .noUnknown();

export type SaleInput = yup.InferType<typeof saleInputSchema>;

/** Body of `POST /standing`. */
export const standingQuerySchema = yup
  .object({
    identifier: identifierSchema.required(),
    purpose: yup.string().trim().max(80).required(),
    at: instantSchema,
    knownAt: instantSchema,
  })
  .noUnknown();

/**
 * Whether a body of `POST /standing` has the plain shape, a question about now: what machines send by the thousand. Anything
 * else goes through the schema, which says what is wrong with it.
 */
export function isPlainQuery(
  body: unknown,
): body is { identifier: { kind: IdentifierKind; value: string }; purpose: string } {
  if (typeof body !== 'object' || body === null || Object.keys(body).length !== 2) return false;
  const { identifier, purpose } = body as { identifier?: unknown; purpose?: unknown };
  if (
    !isPlainWord(purpose, 80) ||
    typeof identifier !== 'object' ||
    identifier === null ||
    Object.keys(identifier).length !== 2
  )
    return false;
  const { kind, value } = identifier as { kind?: unknown; value?: unknown };
  return (IDENTIFIER_KINDS as readonly unknown[]).includes(kind) && isPlainWord(value, 320);
}

function isPlainWord(value: unknown, most: number): value is string {
  return typeof value === 'string' && value.length > 0 && value.length <= most && value.trim() === value;
}

export const RECORD_STATUSES = ['recorded', 'duplicate', 'conflict', 'suppressed', 'quarantined'] as const;
/** What became of one choice that was handed in; every line of every file ends as exactly one. */
export type RecordStatus = (typeof RECORD_STATUSES)[number];

/** What of a choice can be said without the schema: the many lines of a file that are plainly well-formed. */
export function isPlainChoice(input: Readonly<Record<string, unknown>>): boolean {
  const { occurredAt, purpose, answer, country, identifiers, externalId } = input;
  return (
    typeof occurredAt === 'string' &&
    isRealDay(occurredAt) &&
    typeof purpose === 'string' &&
    purpose.length > 0 &&
    purpose.length <= 80 &&
    typeof answer === 'string' &&
    (ANSWERS as readonly string[]).includes(answer) &&
    (country === null || (typeof country === 'string' && /^[A-Z]{2}$/.test(country))) &&
    (externalId === null || (typeof externalId === 'string' && externalId.length <= 120)) &&
    Array.isArray(identifiers) &&
    identifiers.length > 0 &&
    identifiers.length <= 10 &&
    identifiers.every(({ value }: { value: string }) => value.length > 0 && value.length <= 320)
  );
}

/** What somebody said at the counter or on the phone. */
export const handChoiceSchema = yup.object({
  identifier: yup
    .object({
      kind: yup
        .string()
        .oneOf(['email', 'phone', 'customer-number'] as const)
        .required(),
      value: yup
        .string()
        .trim()
        .min(3, 'Type the whole address or number.')
        .max(320)
        .required('Type the whole address or number.'),
    })
    .required(),
  ask: yup.string().required('Choose the script that was read.'),
  askVersion: yup.number().integer().required(),
  purpose: yup.string().required('Choose what was asked.'),
  answer: yup
    .string()
    .oneOf(['grant', 'refuse', 'withdraw'] as const, 'Say what the answer was.')
    .required('Say what the answer was.'),
  place: yup
    .string()
    .trim()
    .min(2, 'Say where: which shop, or on the phone.')
    .max(80)
    .required('Say where: which shop, or on the phone.'),
  language: yup.string().max(12).required(),
  givenName: yup.string().trim().max(120).nullable().default(null),
  familyName: yup.string().trim().max(120).nullable().default(null),
});

export type HandChoice = yup.InferType<typeof handChoiceSchema>;

/** Title and plain words of a purpose in languages other than that of the register. */
export type PurposeWords = Partial<Record<Language, { title: string; plain: string }>>;

export const PURPOSE_LANGUAGES: readonly Language[] = LANGUAGES.filter((one) => one !== 'en');

const MOST_TITLE = 120;
const MOST_PLAIN = 600;
const LEAST_PLAIN = 10;

/** What is wrong with the words of one language; null: nothing, or there are none. */
function wrongWords({
  title,
  plain,
}: {
  title: string;
  plain: string;
}): { field: 'title' | 'plain'; say: string } | null {
  if (title.trim() === '' && plain.trim() === '') return null;
  if (title.trim().length < 2 || title.length > MOST_TITLE) return { field: 'title', say: 'Give it a title.' };
  if (plain.trim().length < LEAST_PLAIN || plain.length > MOST_PLAIN)
    return { field: 'plain', say: 'Say in plain words what it is.' };
  return null;
}

const purposeWords = yup
  .mixed<PurposeWords>(
    (value): value is PurposeWords =>
      typeof value === 'object' &&
      value !== null &&
      !Array.isArray(value) &&
      Object.entries(value as object).every(
        ([language, one]: [string, unknown]) =>
          PURPOSE_LANGUAGES.some((known) => known === language) &&
          typeof one === 'object' &&
          one !== null &&
          typeof (one as { title?: unknown }).title === 'string' &&
          typeof (one as { plain?: unknown }).plain === 'string',
      ),
  )
  .optional()
  .test('words', (words, { createError, path }) => {
    for (const [language, one] of Object.entries(words ?? {})) {
      const wrong = wrongWords(one);
      if (wrong) return createError({ path: `${path}.${language}.${wrong.field}`, message: wrong.say });
    }
    return true;
  });

/** A new version of a purpose, as the page sends it. */
export const purposeDraftSchema = yup.object({
  id: yup
    .string()
    .matches(/^[a-z][a-z0-9-]{1,60}$/, { message: 'Small letters, digits and hyphens.', excludeEmptyString: true })
    .required('Give it a short name.'),
  title: yup.string().trim().min(2).max(120).required('Give it a title.'),
  plain: yup
    .string()
    .trim()
    .min(LEAST_PLAIN, 'Say in plain words what it is.')
    .max(MOST_PLAIN)
    .required('Say in plain words what it is.'),
  /** In other languages; absent: as they were. */
  words: purposeWords,
  kind: yup.string().oneOf(PURPOSE_KINDS).required(),
  parent: yup.string().nullable().default(null),
  confirmWithinHours: yup.number().integer().min(1).max(720).nullable().default(null),
  confirmBy: yup
    .string()
    .oneOf(['source', 'bookend'] as const)
    .default('source'),
  shelfLifeDays: yup.number().integer().min(1).max(7300).nullable().default(null),
  askAgainAfterDays: yup.number().integer().min(1).max(3650).nullable().default(null),
  askAgainOnMaterial: yup.boolean().default(false),
  isSale: yup.boolean().default(false),
  /** Null: from the moment it is published. */
  validFrom: instantSchema.nullable().default(null),
  kinds: yup
    .array(
      yup
        .object({
          country: yup
            .string()
            .matches(/^[A-Z]{2}(-[A-Z0-9]{1,3})?$/, 'A country such as DK, or US-CA.')
            .required(),
          from: yup
            .string()
            .matches(/^\d{4}-\d\d-\d\d$/)
            .required(),
          kind: yup.string().oneOf(PURPOSE_KINDS).required(),
        })
        .required(),
    )
    .default([]),
  channels: yup.array(yup.string().max(20).required()).default([]),
  categories: yup.array(yup.string().max(120).required()).default([]),
  recipients: yup.array(yup.string().max(200).required()).default([]),
  transfers: yup.string().max(300).nullable().default(null),
  retention: yup.string().max(300).nullable().default(null),
  balancing: yup
    .string()
    .max(2000)
    .nullable()
    .default(null)
    .when('kind', {
      is: 'legitimate-interest',
      then: (schema) =>
        schema
          .required('A legitimate interest needs its balancing note (GDPR art. 6(1)(f)).')
          .min(20, 'Say why it outweighs the person’s interest.'),
    }),
});

export type PurposeDraft = yup.InferType<typeof purposeDraftSchema>;

/** Body of `POST /ledger/search`. */
export const ledgerSearchSchema = yup
  .object({
    from: instantOrDaySchema.nullable(),
    to: instantOrDaySchema.nullable(),
    identifier: identifierSchema.nullable().default(null),
    purpose: yup.string().max(80).nullable().default(null),
    cursor: yup.string().max(100).nullable().default(null),
  })
  .noUnknown();

/** Body of `POST /ledger/exports`. */
export const ledgerExportSchema = yup
  .object({
    format: yup
      .string()
      .oneOf(['csv', 'ndjson', 'jsonld'] as const)
      .default('csv'),
    from: instantOrDaySchema.nullable(),
    to: instantOrDaySchema.nullable(),
    identifier: identifierSchema.nullable().default(null),
    purpose: yup.string().max(80).nullable().default(null),
  })
  .noUnknown();

export const findAtCounterInput = yup
  .object({
    identifier: yup
      .object({ kind: yup.string().max(40).required(), value: wordsField(320, 'Type the whole address or number.') })
      .required(),
  })
  .noUnknown();

export const choiceInput = yup
  .object({ choiceId: wordsField(120, 'Which choice? Its id begins with cho_.') })
  .noUnknown();

/** What of the ledger is exported: days, the last one included; an e-mail address narrows it to whom it points at. */
export const exportInput = yup
  .object({
    format: yup
      .string()
      .oneOf(['csv', 'ndjson', 'jsonld'] as const)
      .default('csv'),
    from: daySchema.nullable().default(null),
    to: daySchema.nullable().default(null),
    purpose: yup.string().max(80).nullable().default(null),
    identifier: identifierSchema.nullable().default(null),
  })
  .noUnknown();

export const countSealedInput = yup.object({ beforeDay: dayField() }).noUnknown();

export const startRemovalInput = yup
  .object({
    beforeDay: dayField(),
    typed: yup.number().typeError('Type the number that was shown.').required('Type the number that was shown.'),
  })
  .noUnknown();
