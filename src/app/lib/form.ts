import * as yup from 'yup';
import { validateWhole } from '../../core/shared/validateWhole';

export const WRONG_SHAPE = 'The page sent something it should not have. Nothing was changed.';

/** Messages for programs begin with the path of what is wrong, or speak of types. */
const isForPeople = ({ message, path }: yup.ValidationError) =>
  !(path && message.startsWith(path)) && !/^(this|the body) /.test(message);

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
    // One fault may break several rules, each with the same words.
    const said = [...new Set(faults.filter(isForPeople).map(({ message }) => message))];
    return {
      ok: false,
      message: said.length === 0 ? WRONG_SHAPE : said.length === 1 ? said[0]! : 'Some fields need another look.',
      fields,
    };
  }
}
