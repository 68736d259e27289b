import * as yup from 'yup';
import { DAY_ORDERS } from '../imports/fileDays';
import { RIGHTS, type Right } from '../requests/rights';
import { openRequestSchema } from '../requests/schema';
import { TAKE_OVER_FIELDS, type TakeOverField } from './takeOver';
import { idField, refField } from '../shared/inputs';

export const joinRequestsInput = yup.object({ ref: refField(), into: refField() }).noUnknown();

export const confirmProposalInput = yup.object({ id: idField(), form: openRequestSchema.required() }).noUnknown();

const words = <V extends string>(isKnown: (word: string) => boolean) =>
  yup
    .mixed<Record<string, V>>(
      (value): value is Record<string, V> =>
        typeof value === 'object' &&
        value !== null &&
        Object.entries(value).every(([name, word]) => name.length < 200 && typeof word === 'string' && isKnown(word)),
    )
    .required();

/** How a list of requests is read, as a page says it. */
export const takeOverMappingInput = yup
  .object({
    columns: words<string>((column) => column.length < 200)
      .test('fields', 'An unknown field.', (value) =>
        Object.keys(value ?? {}).every((field) => TAKE_OVER_FIELDS.includes(field as TakeOverField)),
      )
      .required() as yup.Schema<Partial<Record<TakeOverField, string>>>,
    rights: words<Right>((right) => RIGHTS.includes(right as Right)),
    country: yup.string().trim().uppercase().max(2).defined(),
    language: yup.string().trim().max(12).required(),
    dates: yup.string().oneOf(DAY_ORDERS).required(),
    allAcknowledged: yup.boolean().required(),
  })
  .noUnknown();
