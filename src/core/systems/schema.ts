import { idField } from '../shared/inputs';
import * as yup from 'yup';
import { HOLDS, type Holds } from './fieldHolds';
import { LANGUAGES } from '../letters/mailings';
import { SYSTEM_KINDS } from './kinds';
import { REFERENCE_MEANINGS } from './references';
import { FIELD_ROLES, type FieldRole } from './fieldRoles';
import { MAY_BE_NOTHING } from './register';

const settings = yup
  .mixed<Record<string, string>>(
    (value): value is Record<string, string> =>
      typeof value === 'object' &&
      value !== null &&
      Object.values(value).every((text) => typeof text === 'string' && text.length <= 20_000),
  )
  .required();

/** What the page asks of a system before it is added. */
export const systemSchema = yup.object({
  kind: yup
    .string()
    .oneOf(
      SYSTEM_KINDS.map(({ id }) => id),
      'Choose what kind of system it is.',
    )
    .required('Choose what kind of system it is.'),
  name: yup
    .string()
    .trim()
    .min(2, 'Give it the name your colleagues know it by.')
    .max(80)
    .required('Give it the name your colleagues know it by.'),
  country: yup
    .string()
    .trim()
    .uppercase()
    .matches(/^([A-Z]{2})?$/, 'Two letters, such as DK.')
    .default(''),
  owner: yup.string().trim().min(2, 'Who answers for it?').max(120).required('Who answers for it?'),
  ownerEmail: yup
    .string()
    .trim()
    .lowercase()
    .email('An address such as dorthe@larkmere.example')
    .default('')
    .when('kind', ([kind], schema) =>
      kind === 'by-hand' ? schema.required('Its owner is asked by mail: the address is needed.') : schema,
    ),
  settings,
});

export const connectionSchema = yup.object({ id: yup.string().max(60).required(), settings });

const words = (most: number) => yup.array(yup.string().trim().max(120).required()).max(most).default([]);

/** What a collection is for, as packs and letters say it. */
/** A phrase of the register, said in another language; without words what ships counts again. */
export const registerWordSchema = yup.object({
  phrase: yup.string().max(1000).required(),
  language: yup.string().oneOf(LANGUAGES).required(),
  words: yup.string().max(2000).defined(),
});

export const registerSchema = yup.object({
  system: yup.string().max(60).required(),
  collection: yup.string().max(300).required(),
  title: yup.string().trim().min(2, 'How do packs call it?').max(120).required('How do packs call it?'),
  purposes: words(20).min(1, 'What is it used for?'),
  categories: words(20).min(1, 'What does it hold?'),
  recipients: words(20),
  retention: yup.string().trim().min(2, 'How long is it kept?').max(200).required('How long is it kept?'),
  source: yup.string().trim().min(2, 'Where does it come from?').max(200).required('Where does it come from?'),
  transfers: yup.string().trim().max(300).nullable().default(null),
  automatedDecisions: yup.string().trim().max(300).nullable().default(null),
  isGiven: yup.boolean().default(false),
  nothing: yup
    .array(
      yup
        .string()
        .oneOf([...MAY_BE_NOTHING])
        .required(),
    )
    .max(3)
    .default([]),
});

export const fieldsSchema = yup.object({
  system: yup.string().max(60).required(),
  collection: yup.string().max(300).required(),
  holds: yup
    .mixed<Record<string, Holds | null>>(
      (value): value is Record<string, Holds | null> =>
        typeof value === 'object' &&
        value !== null &&
        Object.keys(value).length <= 2000 &&
        Object.values(value).every((holds) => holds === null || (HOLDS as readonly unknown[]).includes(holds)),
    )
    .required(),
  roles: yup
    .mixed<Record<string, FieldRole>>(
      (value): value is Record<string, FieldRole> =>
        typeof value === 'object' &&
        value !== null &&
        Object.keys(value).length <= 2000 &&
        Object.values(value).every((role) => (FIELD_ROLES as readonly unknown[]).includes(role)),
    )
    .default({}),
});

const place = yup.string().min(1, 'Choose a field.').max(300).required('Choose a field.');

const endsShape = {
  collection: place,
  fields: yup.array(place).min(1, 'Choose a field.').max(16).required(),
  to: place,
  toFields: yup
    .array(place)
    .max(16)
    .required()
    .test('as-many', 'On both sides there have to be as many fields.', function (toFields) {
      return toFields.length === ((this.parent as { fields?: unknown[] }).fields?.length ?? 0);
    }),
  when: yup
    .object({ field: place, value: yup.string().min(1, 'Which value?').max(300).required('Which value?') })
    .nullable()
    .default(null),
};

/** What people say references mean. */
export const referencesSchema = yup.object({
  system: yup.string().max(60).required(),
  references: yup
    .array(yup.object({ ...endsShape, meaning: yup.string().oneOf(REFERENCE_MEANINGS).required() }))
    .min(1)
    .max(2000)
    .required(),
});

export const referenceEndsSchema = yup.object({
  system: yup.string().max(60).required(),
  ends: yup.object(endsShape).required(),
});

export const searchingSchema = yup.object({
  system: yup.string().max(60).required(),
  isTraced: yup.boolean().required(),
  searchesInactive: yup.boolean().required(),
  inactive: yup
    .object({
      collection: yup.string().max(300).required(),
      field: yup.string().max(300).required(),
      values: words(50).min(1, 'Which values mean that somebody is no longer active?'),
    })
    .nullable()
    .default(null),
});

export const tryConnectionInput = yup.object({ kind: yup.string().max(60).required(), settings });

/** A test person's address, of somebody who stands in the system. */
export const trySearchInput = yup
  .object({ id: idField(), email: yup.string().trim().max(320).required('Whose address?') })
  .noUnknown();
