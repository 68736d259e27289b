import * as yup from 'yup';
import { daySchema, instantSchema } from '../shared/schema';
import { REGIME_IDS } from '../clock/regimes';
import { RIGHTS } from './rights';

export const CHANNELS = ['public-form', 'mail', 'phone', 'letter', 'counter', 'api'] as const;
export type Channel = (typeof CHANNELS)[number];

const text = (max: number) => yup.string().trim().max(max);

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
    customerNumbers: yup.array(yup.object({ system: text(60).required(), value: text(60).required() }).required()).max(10).default([]),
    deviceIds: yup.array(text(120).required()).max(10).default([]),
  })
  .noUnknown();

/** Body of `POST /requests`. */
export const requestInputSchema = yup
  .object({
    right: yup.string().oneOf([...RIGHTS]).required(),
    regime: yup.string().oneOf([...REGIME_IDS]).default('eu-gdpr'),
    receivedAt: instantSchema.required(),
    channel: yup.string().oneOf([...CHANNELS]).required(),
    person: personRecordSchema.required(),
    onBehalf: yup.object({ kind: yup.string().oneOf(['agent', 'guardian']).required(), name: text(200).required() }).nullable().default(null),
    text: text(20_000).nullable(),
    language: text(12).default('en'),
  })
  .noUnknown();

const emailField = text(320).matches(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, { message: 'This does not look like an e-mail address, such as mette@mail.example.', excludeEmptyString: true });

/** The public form: what a person without an account tells us. */
export const publicRequestSchema = yup
  .object({
    right: yup.string().oneOf(['access', 'erasure', 'rectification', 'portability', 'objection', 'withdrawal', 'restriction'], 'Choose what you ask for.').required('Choose what you ask for.'),
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

/** The coordinator's form for what came by phone, letter or over the counter. */
export const openRequestSchema = yup
  .object({
    right: yup.string().oneOf([...RIGHTS], 'Choose the right that is exercised.').required('Choose the right that is exercised.'),
    regime: yup.string().oneOf(['eu-gdpr'], 'Only eu-gdpr can be chosen here.').default('eu-gdpr'),
    channel: yup.string().oneOf(['mail', 'phone', 'letter', 'counter'], 'Choose how it came.').required('Choose how it came.'),
    receivedOn: daySchema.required('When did it arrive?'),
    givenName: text(120).required('Who asks?'),
    familyName: text(120).required('Who asks?'),
    birthDate: text(10).test('day', 'Write the day as 1987-03-14.', (value) => !value || daySchema.isValidSync(value)).default(''),
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
    reason: text(2000).min(5, 'Say why in a sentence: the person may ask.').required('Say why in a sentence: the person may ask.'),
  })
  .noUnknown();

export const GROUNDS = {
  fulfil: [
    { value: 'art-15', text: 'Access, art. 15(1)' },
    { value: 'art-17-1-a', text: 'No longer necessary, art. 17(1)(a)' },
    { value: 'art-17-1-b', text: 'Consent withdrawn, art. 17(1)(b)' },
    { value: 'art-17-1-c', text: 'Objection, art. 17(1)(c)' },
    { value: 'art-20', text: 'Portability, art. 20' },
  ],
  refuse: [
    { value: 'no-data', text: 'No data about this person' },
    { value: 'no-ground-17-1', text: 'No ground of art. 17(1) applies' },
    { value: 'art-12-5', text: 'Manifestly unfounded or excessive, art. 12(5)(b)' },
    { value: 'art-12-2', text: 'Identity cannot be established, art. 12(2)' },
  ],
} as const;
