import * as yup from 'yup';
import { idField } from '../shared/inputs';
import { CLOSABLE, LISTS, LONGEST_COLUMN, MOST_COLUMNS } from './ownView';

export const setColleagueActiveInput = yup.object({ id: idField(), active: yup.boolean().required() }).noUnknown();

/** A password is taken as it is typed. */
export const signInInput = yup
  .object({ email: yup.string().trim().max(320).required(), password: yup.string().max(500).defined() })
  .noUnknown();

export const keepColumnsInput = yup
  .object({
    list: yup.string().oneOf(LISTS).required(),
    hidden: yup.array(yup.string().max(LONGEST_COLUMN).required()).max(MOST_COLUMNS).required(),
  })
  .noUnknown();
export type KeepColumns = yup.InferType<typeof keepColumnsInput>;

export const closeForGoodInput = yup.object({ what: yup.string().oneOf(CLOSABLE).required() }).noUnknown();
export type CloseForGood = yup.InferType<typeof closeForGoodInput>;
