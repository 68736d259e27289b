import type { ActionResult } from '../../ui/shared/actionResult';
import type { Posted } from '../../ui/shared/posted';

const MOST = 20_000;

/** A field of a form that was posted, as text. */
export function fieldOf(form: FormData, name: string): string {
  const value = form.get(name);
  return typeof value === 'string' ? value.slice(0, MOST) : '';
}

/** What an action answers to a posted form: its result, and what was typed into the fields that are no secrets. */
export function answered<T>(result: ActionResult<T>, form: FormData, kept: readonly string[]): Posted<T> {
  return { result, values: Object.fromEntries(kept.map((name) => [name, fieldOf(form, name)])) };
}
