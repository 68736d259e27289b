import * as yup from 'yup';
import { validateWhole } from '../../core/shared/validateWhole';

/** Checks what a form sent with the schema that the form itself uses; every message beside its field. */
export function readForm<S extends yup.Schema>(
  schema: S,
  values: unknown,
): { ok: true; value: yup.InferType<S> } | { ok: false; message: string; fields: Record<string, string> } {
  try {
    return { ok: true, value: validateWhole(schema, values, { stripUnknown: true }) };
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const fields: Record<string, string> = {};
    for (const inner of error.inner) fields[inner.path ?? ''] ??= inner.message;
    return { ok: false, message: 'Some fields need another look.', fields };
  }
}
