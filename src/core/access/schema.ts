import * as yup from 'yup';
import { idField } from '../shared/inputs';

export const setColleagueActiveInput = yup.object({ id: idField(), active: yup.boolean().required() }).noUnknown();

/** A password is taken as it is typed. */
export const signInInput = yup
  .object({ email: yup.string().trim().max(320).required(), password: yup.string().max(500).defined() })
  .noUnknown();
