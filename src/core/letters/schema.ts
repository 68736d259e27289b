import { idField, refField } from '../shared/inputs';
import * as yup from 'yup';
import { LANGUAGES } from './mailings';
import { TEMPLATE_IDS } from './templateList';

/** A wording of a letter; empty goes back to the wording as it ships. */
export const templateSchema = yup
  .object({
    template: yup
      .string()
      .oneOf([...TEMPLATE_IDS])
      .required(),
    language: yup
      .string()
      .oneOf([...LANGUAGES])
      .required(),
    text: yup.string().max(20_000, 'At most 20,000 characters.').defined(),
  })
  .noUnknown();

export const sendAgainInput = yup.object({ ref: refField(), letterId: idField() }).noUnknown();

/** The language of a page that a person reads. */
export const languageField = () =>
  yup
    .string()
    .oneOf([...LANGUAGES])
    .default('en');
