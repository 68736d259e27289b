import * as yup from 'yup';
import { languageField } from '../letters/schema';
import { refField, secretField, yesNo } from '../shared/inputs';

export const startPackInput = yup.object({ ref: refField(), sayMissing: yesNo() }).noUnknown();

export const releaseLinkInput = yup
  .object({ language: languageField(), token: secretField(100), secret: secretField(100) })
  .noUnknown();

export const confirmDownloadInput = yup.object({ language: languageField() }).noUnknown();
