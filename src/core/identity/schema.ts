import * as yup from 'yup';
import { languageField } from '../letters/schema';
import { factsSchema, statusSchema } from '../requests/schema';
import { idField, refField, secretField, wordsField } from '../shared/inputs';

export const askIdentityInput = yup
  .object({ ref: refField(), address: wordsField(320, 'Choose the address that is asked.') })
  .noUnknown();

export const checkFactsInput = factsSchema.shape({ ref: refField() });

export const proveIdentityInput = yup
  .object({ language: languageField(), token: secretField(100), code: secretField(20) })
  .noUnknown();

export const beginShopProofInput = statusSchema.shape({ language: languageField(), system: idField() });
