import * as yup from 'yup';
import { idField } from '../shared/inputs';
import { CLOSABLE, LISTS, LONGEST_COLUMN, MOST_COLUMNS } from './ownView';
import { ROLES } from './roles';
import { SCOPES } from './scopes';

/** Long enough that nobody guesses it; the rest is up to whoever chooses it. */
export const LEAST_PASSWORD = 12;
const EMAIL = 'An address such as dorthe@thornbury.example';

/** A password that somebody chooses. It is taken as it is typed: blanks at its ends belong to it. */
export const ownPassword = () =>
  yup
    .string()
    .max(500, 'At most 500 characters.')
    .required('Choose a password.')
    .min(LEAST_PASSWORD, `At least ${LEAST_PASSWORD} characters; a short sentence is easy to keep.`)
    .test('several', 'One letter again and again is no password.', (text) => new Set(text ?? '').size > 4);

const roles = () =>
  yup.array(yup.string().oneOf(ROLES).required()).min(1, 'Choose at least one role.').max(ROLES.length).required();

export const inviteInput = yup
  .object({
    name: yup.string().trim().max(120).required('How do colleagues call them?'),
    email: yup.string().trim().lowercase().max(320).email(EMAIL).required('The invitation goes there.'),
    roles: roles(),
  })
  .noUnknown();
export type Invite = yup.InferType<typeof inviteInput>;

export const setRolesInput = yup.object({ id: idField(), roles: roles() }).noUnknown();

const token = () => yup.string().max(200).defined();
export const passwordByLinkInput = yup.object({ token: token(), password: ownPassword() }).noUnknown();
export type PasswordByLink = yup.InferType<typeof passwordByLinkInput>;
export const changePasswordInput = yup
  .object({ before: yup.string().max(500).required('Your password until now.'), password: ownPassword() })
  .noUnknown();
export type ChangePassword = yup.InferType<typeof changePasswordInput>;
export const forgottenInput = yup
  .object({ email: yup.string().trim().lowercase().max(320).required('Your address.') })
  .noUnknown();

export const addKeyInput = yup
  .object({
    name: yup.string().trim().max(80).required('What is it for?'),
    systemId: yup.string().max(60).required('Whose calls are they?'),
    scopes: yup
      .array(yup.string().oneOf(SCOPES).required())
      .min(1, 'Choose what it may do.')
      .max(SCOPES.length)
      .required(),
  })
  .noUnknown();
export type AddKey = yup.InferType<typeof addKeyInput>;

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

/** The address of a page. */
export const pathInput = yup.object({ path: yup.string().max(500).required() }).noUnknown();
