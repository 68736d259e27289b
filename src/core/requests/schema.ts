import { dayField, idField, refField, wordsField, wordsOrNone } from '../shared/inputs';
import * as yup from 'yup';
import { daySchema, instantSchema } from '../shared/schema';
import { REGIME_IDS } from '../clock/regimes';
import { LANGUAGES } from '../letters/mailings';
import { FACT_KINDS } from '../identity/facts';
import { RIGHTS, type Right } from './rights';
import { VERDICTS } from '../trace/views';

export const CHANNELS = ['public-form', 'mail', 'phone', 'letter', 'counter', 'api'] as const;
export type Channel = (typeof CHANNELS)[number];

const text = (max: number) => yup.string().trim().max(max);

const emailField = text(320).matches(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, {
  message: 'This does not look like an e-mail address, such as mette@mail.example.',
  excludeEmptyString: true,
});

export const personRecordSchema = yup
  .object({
    givenName: text(120).nullable(),
    familyName: text(120).nullable(),
    birthDate: daySchema.nullable(),
    emails: yup.array(text(320).required()).max(10).default([]),
    phones: yup.array(text(40).required()).max(10).default([]),
    street: text(200).nullable(),
    postcode: text(20).nullable(),
    city: text(120).nullable(),
    country: text(2).length(2, 'must be a country code of two letters, such as DK').nullable(),
    region: text(3).nullable(),
    customerNumbers: yup
      .array(yup.object({ system: text(60).required(), value: text(60).required() }).required())
      .max(10)
      .default([]),
    deviceIds: yup.array(text(120).required()).max(10).default([]),
  })
  .noUnknown();

const lawsField = yup
  .array(
    yup
      .string()
      .oneOf([...REGIME_IDS], 'Choose the law.')
      .required(),
  )
  .min(1, 'Choose the law.')
  .max(10)
  .required('Choose the law.')
  .default([]);

/** Body of `POST /requests`. */
export const requestInputSchema = yup
  .object({
    right: yup
      .string()
      .oneOf([...RIGHTS])
      .required(),
    /** Without one the laws are those that follow from where the person lives and the organisation is. */
    regime: yup.string().oneOf([...REGIME_IDS]),
    regimes: yup
      .array(
        yup
          .string()
          .oneOf([...REGIME_IDS])
          .required(),
      )
      .min(1)
      .max(10),
    receivedAt: instantSchema.required(),
    channel: yup
      .string()
      .oneOf([...CHANNELS])
      .required(),
    person: personRecordSchema.required(),
    onBehalf: yup
      .object({
        kind: yup.string().oneOf(['agent', 'guardian']).required(),
        name: text(200).required(),
        email: text(320).nullable(),
      })
      .nullable()
      .default(null),
    text: text(20_000).nullable(),
    language: text(12).default('en'),
  })
  .noUnknown();

export const FOR_WHOM = ['self', 'agent', 'guardian'] as const;

/** Who asks, where it is not the person, and where the person lives: alike in both forms. */
const asker = {
  forWhom: yup
    .string()
    .oneOf([...FOR_WHOM])
    .default('self'),
  agentName: text(200)
    .default('')
    .when('forWhom', {
      is: (value: string) => value !== 'self',
      then: (one) => one.required('Who asks for this person?'),
    }),
  agentEmail: emailField.default(''),
  country: yup
    .string()
    .trim()
    .uppercase()
    .matches(/^([A-Z]{2})?$/, 'Choose the country from the list.')
    .default(''),
  region: yup.string().trim().uppercase().max(3, 'Choose the state from the list.').default(''),
  language: yup
    .string()
    .oneOf([...LANGUAGES])
    .default('en'),
};

/** The public form: what a person without an account tells us. */
export const publicRequestSchema = yup
  .object({
    ...asker,
    right: yup
      .string()
      .oneOf([...RIGHTS], 'Choose what you ask for.')
      .required('Choose what you ask for.'),
    birthDate: text(10)
      .test('day', 'There is no such day.', (value) => !value || daySchema.isValidSync(value))
      .default(''),
    givenName: text(120).required('Your given name helps us find your data.'),
    familyName: text(120).required('Your family name helps us find your data.'),
    email: emailField.required('We need an address to answer to.'),
    phone: text(40).default(''),
    customerNumber: text(60).default(''),
    text: text(5000).default(''),
    /** A field that people do not see; whoever fills it in is a program. */
    website: text(200).default(''),
  })
  .noUnknown();

export type PublicForm = yup.InferType<typeof publicRequestSchema>;

/** The coordinator's form for what came by phone, letter or over the counter. */
export const openRequestSchema = yup
  .object({
    right: yup
      .string()
      .oneOf([...RIGHTS], 'Choose the right that is exercised.')
      .required('Choose the right that is exercised.'),
    ...asker,
    regimes: lawsField,
    channel: yup
      .string()
      .oneOf(['mail', 'phone', 'letter', 'counter'], 'Choose how it came.')
      .required('Choose how it came.'),
    receivedOn: daySchema.required('When did it arrive?'),
    givenName: text(120).required('Who asks?'),
    familyName: text(120).required('Who asks?'),
    birthDate: text(10)
      .test('day', 'There is no such day.', (value) => !value || daySchema.isValidSync(value))
      .default(''),
    email: emailField.default(''),
    phone: text(40).default(''),
    customerNumber: text(60).default(''),
    text: text(20_000).default(''),
  })
  .noUnknown();

export const decisionSchema = yup
  .object({
    outcome: yup.string().oneOf(['fulfil', 'refuse'], 'Choose fulfil or refuse.').required('Choose fulfil or refuse.'),
    ground: yup.string().trim().max(80).required('Choose the ground.'),
    reason: text(2000)
      .min(5, 'Say why in a sentence: the person may ask.')
      .required('Say why in a sentence: the person may ask.'),
  })
  .noUnknown();

interface Ground {
  value: string;
  text: string;
  /** Where it applies; without it, to every right. */
  rights?: readonly Right[];
}

export const GROUNDS: Readonly<Record<'fulfil' | 'refuse', readonly Ground[]>> = {
  fulfil: [
    { value: 'art-15', text: 'Access, art. 15(1)', rights: ['access', 'information'] },
    { value: 'art-16', text: 'Rectification, art. 16', rights: ['rectification'] },
    { value: 'art-17-1-a', text: 'No longer necessary, art. 17(1)(a)', rights: ['erasure'] },
    { value: 'art-17-1-b', text: 'Consent withdrawn, art. 17(1)(b)', rights: ['erasure'] },
    { value: 'art-17-1-c', text: 'Objection, art. 17(1)(c)', rights: ['erasure'] },
    { value: 'art-18-1-a', text: 'Accuracy contested, art. 18(1)(a)', rights: ['restriction'] },
    { value: 'art-18-1-b', text: 'Unlawful, and no erasure is wanted, art. 18(1)(b)', rights: ['restriction'] },
    { value: 'art-18-1-c', text: 'Needed for a claim of theirs, art. 18(1)(c)', rights: ['restriction'] },
    { value: 'art-18-1-d', text: 'Objection being weighed, art. 18(1)(d)', rights: ['restriction'] },
    { value: 'art-20', text: 'Portability, art. 20', rights: ['portability'] },
    { value: 'art-21-3', text: 'Objection to direct marketing, art. 21(2), (3)', rights: ['objection'] },
    { value: 'art-21-1', text: 'Objection to a legitimate interest, art. 21(1)', rights: ['objection'] },
    { value: 'art-7-3', text: 'Withdrawal of consent, art. 7(3)', rights: ['withdrawal'] },
    { value: 'art-22-3', text: 'A person looks at it, art. 22(3)', rights: ['automated-decision'] },
    { value: 'art-13-14', text: 'Information, art. 13, 14', rights: ['information'] },
    { value: 'state-law', text: 'The law of the state where they live' },
  ],
  refuse: [
    { value: 'no-data', text: 'No data about this person' },
    { value: 'no-ground-17-1', text: 'No ground of art. 17(1) applies', rights: ['erasure'] },
    { value: 'art-17-3', text: 'An exception of art. 17(3) applies', rights: ['erasure'] },
    { value: 'art-21-1-compelling', text: 'Compelling legitimate grounds, art. 21(1)', rights: ['objection'] },
    {
      value: 'art-20-1',
      text: 'Not given by them, or not by consent or contract, art. 20(1)',
      rights: ['portability'],
    },
    { value: 'art-12-5', text: 'Manifestly unfounded or excessive, art. 12(5)(b)' },
    { value: 'art-12-2', text: 'Identity cannot be established, art. 12(2)' },
  ],
};

/** The grounds that can be chosen for a right. */
export function groundsFor(outcome: 'fulfil' | 'refuse', right: Right): readonly Ground[] {
  return GROUNDS[outcome].filter(({ rights }) => !rights || rights.includes(right));
}

/** A correction of the regime or the day of receipt. */
export const basisSchema = yup
  .object({
    regimes: lawsField,
    receivedOn: daySchema.required('When did it arrive?'),
    reason: text(2000)
      .min(5, 'Say why in a sentence: it stays beside what stood before.')
      .required('Say why in a sentence: it stays beside what stood before.'),
  })
  .noUnknown();

/** The page on which people see how their request stands. */
export const statusSchema = yup.object({ ref: text(20).uppercase().required(), word: text(40).required() }).noUnknown();

/** What somebody says to prove who they are. */
export const factsSchema = yup
  .object({
    facts: yup
      .array(
        yup
          .object({
            kind: yup
              .string()
              .oneOf([...FACT_KINDS])
              .required(),
            value: text(200).required(),
          })
          .noUnknown()
          .required(),
      )
      .max(FACT_KINDS.length)
      .required(),
  })
  .noUnknown();

/** A rule of who answers for what; null fits everything. */
/** So many verdicts go to the server in one call. */
export const MOST_VERDICTS = 200;

export const verdictsSchema = yup
  .object({
    verdicts: yup
      .array(
        yup
          .object({
            matchId: text(60).required(),
            verdict: yup
              .string()
              .oneOf([...VERDICTS])
              .nullable()
              .defined(),
          })
          .noUnknown()
          .required(),
      )
      .min(1)
      .max(MOST_VERDICTS)
      .required(),
  })
  .noUnknown();

export const assignmentSchema = yup
  .object({
    right: yup
      .string()
      .oneOf([...RIGHTS])
      .nullable()
      .default(null),
    regime: yup
      .string()
      .oneOf([...REGIME_IDS])
      .nullable()
      .default(null),
    language: yup
      .string()
      .oneOf([...LANGUAGES])
      .nullable()
      .default(null),
    userId: text(60).required(),
  })
  .noUnknown();

export const receiveAppealInput = yup
  .object({ ref: refField(), receivedOn: dayField(), text: wordsOrNone(5000) })
  .noUnknown();

export const answerAppealInput = yup
  .object({
    ref: refField(),
    outcome: yup.string().oneOf(['upheld', 'reversed']).required(),
    text: wordsField(5000, 'Answer the appeal in a sentence.', 10),
  })
  .noUnknown();

export const reopenInput = yup.object({ ref: refField(), reason: wordsOrNone(2000) }).noUnknown();

export const setOwnerInput = yup
  .object({
    ref: refField(),
    userId: yup.string().max(60).nullable().defined(),
    leaves: yup.string().max(60).nullable().default(null),
  })
  .noUnknown();

export const takeBackNoteInput = yup.object({ ref: refField(), id: idField() }).noUnknown();
export const addNoteInput = yup.object({ ref: refField(), text: wordsField(2000, 'The note is empty.') }).noUnknown();

export const setMatterInput = yup.object({ ref: refField(), matter: wordsOrNone(80) }).noUnknown();

export const decideInput = decisionSchema.shape({ ref: refField() });

export const answerByLetterInput = yup
  .object({ ref: refField(), text: wordsField(5000, 'Say in a sentence what was done.', 10) })
  .noUnknown();

export const readStatusInput = statusSchema.shape({
  language: yup
    .string()
    .oneOf([...LANGUAGES])
    .default('en'),
});
