import { idField } from '../shared/inputs';
import * as yup from 'yup';
import { ANSWERS } from '../ledger/types';
import { DAY_ORDERS } from './fileDays';
import { IMPORT_FIELDS, type ImportField, type Mapping } from './mapping';

const fieldsOf = (value: unknown): value is Record<string, string> =>
  typeof value === 'object' &&
  value !== null &&
  Object.entries(value).every(
    ([field, text]) => IMPORT_FIELDS.includes(field as ImportField) && typeof text === 'string' && text.length <= 200,
  );

const nameField = yup
  .string()
  .trim()
  .min(2, 'Give the mapping a name, so that it can be used again.')
  .max(80)
  .required('Give the mapping a name, so that it can be used again.');

const readingFields = {
  columns: yup.mixed<Mapping['columns']>(fieldsOf).required(),
  constants: yup.mixed<Mapping['constants']>(fieldsOf).required(),
  answers: yup
    .mixed<Mapping['answers']>(
      (value): value is Mapping['answers'] =>
        typeof value === 'object' &&
        value !== null &&
        Object.values(value).every((answer) => (ANSWERS as readonly unknown[]).includes(answer)),
    )
    .required(),
  purposes: yup
    .mixed<Mapping['purposes']>(
      (value): value is Mapping['purposes'] =>
        typeof value === 'object' && value !== null && Object.values(value).every((text) => typeof text === 'string'),
    )
    .required(),
  dates: yup
    .string()
    .oneOf([...DAY_ORDERS])
    .default('year-first'),
  addressFrom: yup.string().oneOf(['email', 'phone']).nullable().default(null),
};

export const importInput = yup.object({ importId: idField() }).noUnknown();

export const mapImportInput = yup
  .object({ importId: idField(), name: nameField, mapping: yup.object(readingFields).required() })
  .noUnknown();

export const correctLineInput = yup
  .object({
    importId: idField(),
    line: yup.number().integer().min(1).required(),
    raw: yup.string().max(100_000).defined(),
  })
  .noUnknown();
