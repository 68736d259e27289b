import * as yup from 'yup';
import { languageField } from '../letters/schema';
import { factsSchema, statusSchema } from '../requests/schema';
import { DOCUMENTS, SEEN } from './documents';
import { idField, refField, secretField, wordsField } from '../shared/inputs';

export const askIdentityInput = yup
  .object({ ref: refField(), address: wordsField(320, 'Choose the address that is asked.') })
  .noUnknown();

export const proveAtCounterInput = yup
  .object({
    ref: refField(),
    document: yup.string().oneOf(DOCUMENTS, 'Which document was it?').required('Which document was it?'),
    seen: yup.string().oneOf(SEEN, 'How was it seen?').required('How was it seen?'),
  })
  .noUnknown();
export type DocumentSeen = yup.InferType<typeof proveAtCounterInput>;

export const checkFactsInput = factsSchema.shape({ ref: refField() });

export const proveIdentityInput = yup
  .object({ language: languageField(), token: secretField(100), code: secretField(20) })
  .noUnknown();

export const beginShopProofInput = statusSchema.shape({ language: languageField(), system: idField() });
