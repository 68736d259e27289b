import * as yup from 'yup';
import { idField, wordsOrNone } from '../shared/inputs';

export const findPeopleInput = yup.object({ words: wordsOrNone(200) }).noUnknown();

/** The other one: an id, or the address of their page. */
export const linkPersonsInput = yup
  .object({
    a: idField(),
    b: yup
      .string()
      .trim()
      .max(300)
      .transform((text: string) => /per_[0-9A-Za-z]+/.exec(text)?.[0] ?? text)
      .defined(),
    reason: wordsOrNone(2000),
  })
  .noUnknown();
