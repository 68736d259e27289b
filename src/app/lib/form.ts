import * as yup from 'yup';
import { validateWhole } from '../../core/shared/validateWhole';

export const WRONG_SHAPE = 'The page sent something it should not have. Nothing was changed.';

/** Messages for programs begin with the path of what is wrong, or speak of types. */
const isForPeople = ({ message, path, type }: yup.ValidationError) =>
  type !== 'typeError' && !(path && message.startsWith(path)) && !message.startsWith('this ');

/** Checks what a form sent with the schema that the form itself uses; every message beside its field. */
export function readForm<I>(
  schema: yup.Schema<I>,
  values: unknown,
): { ok: true; value: I } | { ok: false; message: string; fields: Record<string, string> } {
  try {
    return { ok: true, value: validateWhole(schema as yup.Schema, values, { stripUnknown: true }) as I };
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const fields: Record<string, string> = {};
    const faults = error.inner.length > 0 ? error.inner : [error];
    for (const inner of faults) fields[inner.path ?? ''] ??= inner.message;
    const said = faults.filter(isForPeople).map(({ message }) => message);
    return {
      ok: false,
      message: said.length === 0 ? WRONG_SHAPE : said.length === 1 ? said[0]! : 'Some fields need another look.',
      fields,
    };
  }
}
