import * as yup from 'yup';
import { idField, refField, wordsField, yesNo } from '../shared/inputs';

export const carryOutChoicesInput = yup
  .object({ ref: refField(), purposes: yup.array(idField()).min(1, 'Choose a purpose.').max(500).required() })
  .noUnknown();

export const correctFieldInput = yup
  .object({
    ref: refField(),
    matchId: idField(),
    field: yup.string().min(1).max(300).required(),
    value: yup.string().max(2000, 'At most 2000 characters.').defined(),
  })
  .noUnknown();

export const tellRecipientInput = yup
  .object({
    ref: refField(),
    recipient: yup.string().min(1).max(200).required(),
    how: wordsField(2000, 'Say how they were told, or why they could not be.', 3),
    wasTold: yesNo(),
  })
  .noUnknown();
