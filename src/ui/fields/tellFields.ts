import type { FieldPath, FieldValues, UseFormSetError } from 'react-hook-form';
import { leadToFirstWrong } from './useFields';

/** Says what the server found wrong beside each field, and leads to the first of them. */
export function tellFields<V extends FieldValues>(
  setError: UseFormSetError<V>,
  fields: Readonly<Record<string, string>> | undefined,
  nameOf: (path: string) => string = (path) => path,
): void {
  for (const [path, message] of Object.entries(fields ?? {})) setError(nameOf(path) as FieldPath<V>, { message });
  if (fields) leadToFirstWrong(document.activeElement?.closest('form') ?? document.querySelector('form'));
}
