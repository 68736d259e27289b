import * as yup from 'yup';
import { idField, wordsOrNone } from '../shared/inputs';

export const askForKeysInput = yup.object({ reason: wordsOrNone(2000) }).noUnknown();

/** The passphrase is taken as it is typed. */
export const fetchKeysInput = yup
  .object({ id: idField(), passphrase: yup.string().max(500, 'At most 500 characters.').defined() })
  .noUnknown();
