import * as yup from 'yup';

import { languageField } from '../letters/schema';
import { secretField } from '../shared/inputs';

export const askForPageInput = yup
  .object({
    language: languageField(),
    email: yup
      .string()
      .trim()
      .max(320)
      .matches(/^[^\s@]+@[^\s@]+\.[^\s@]+$/)
      .required(),
  })
  .noUnknown();

export const proveCodeInput = yup
  .object({ language: languageField(), token: secretField(100), code: secretField(20) })
  .noUnknown();

export const confirmChoiceInput = yup.object({ language: languageField(), token: secretField(100) }).noUnknown();

export const changeChoicesInput = yup
  .object({
    language: languageField(),
    token: secretField(100),
    changes: yup
      .array(yup.object({ purpose: yup.string().max(80).required(), yes: yup.boolean().required() }).required())
      .max(200)
      .required(),
  })
  .noUnknown();
