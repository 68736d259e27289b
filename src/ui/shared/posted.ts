import type { ActionResult } from './actionResult';

/**
 * What came of a form that was sent without scripts, or before they had run: the page is made anew on the server with it, and what was
 * typed stands in the fields again. Secrets are never among the values.
 */
export interface Posted<T = null> {
  result: ActionResult<T> | null;
  values: Readonly<Record<string, string>>;
}

export type PostAction<T = null> = (before: Posted<T>, form: FormData) => Promise<Posted<T>>;

export const NOTHING_POSTED: Posted<never> = { result: null, values: {} };

/** For a page that passes no action, such as a test of a component: the form is sent by scripts alone. */
export async function notPosted<T>(before: Posted<T>): Promise<Posted<T>> {
  return before;
}

/** The message of what went wrong, if anything did. */
export function failureOf<T>({ result }: Posted<T>): string | null {
  return result && !result.ok ? result.message : null;
}
