import type * as yup from 'yup';
import type { Result } from '../../core/shared/result';
import type { ActionResult } from '../../ui/shared/actionResult';
import { sayRefusal, type Refusal } from '../../core/words/refusals';
import type { Context } from '../../usecases/shared/context';
import { SIGNED_OUT } from '../../ui/shared/notDone';
import { inWords } from './answering';
import { readForm, WRONG_SHAPE } from './form';
import { staffContext } from './session';

/** It may have gone away after the work was done and before that was told. */
const AWAY =
  'The database does not answer just now. Look whether it was done before you do it again; what you typed is still here.';

type Answer<T, R extends Refusal> = Result<T, R> | Promise<Result<T, R>>;

/** What is sent may be of any make: it is copied on its way. */
export type Sent<T> = T extends readonly (infer E)[]
  ? readonly Sent<E>[]
  : T extends object
    ? { readonly [K in keyof T]: Sent<T[K]> }
    : T;

/** The frame of a server action: who is not signed in is asked to, an outage is said. */
function signedIn<T>(work: (ctx: Context) => Promise<ActionResult<T>>): Promise<ActionResult<T>> {
  return inWords(
    AWAY,
    async () => {
      const ctx = await staffContext();
      return ctx ? work(ctx) : { ok: false, message: SIGNED_OUT };
    },
    WRONG_SHAPE,
  );
}

/** A refusal in the words of staff. */
const said = <T, R extends Refusal>(result: Result<T, R>): ActionResult<T> =>
  result.ok
    ? { ok: true, value: result.value }
    : { ok: false, message: sayRefusal(result.refusal), ...fieldsOf(result.refusal) };

/** What was found wrong with settings is said beside each of them. */
function fieldsOf(refusal: Refusal): { fields?: Record<string, string> } {
  return refusal.code === 'settings-wrong' ? { fields: refusal.problems } : {};
}

/** A use case as a server action: what a page sends is checked by the schema of the use case before it is believed. */
export function act<I, T, R extends Refusal>(
  schema: yup.Schema<I>,
  useCase: (ctx: Context, input: I) => Answer<T, R>,
): (input: Sent<I>) => Promise<ActionResult<T>> {
  // Next.js wants each of them to be an async function.
  return async (input) =>
    signedIn(async (ctx) => {
      const form = readForm(schema, input);
      return form.ok ? said(await useCase(ctx, form.value)) : form;
    });
}

/** The same for a use case that is told nothing. */
export function actAlone<T, R extends Refusal>(
  useCase: (ctx: Context) => Answer<T, R>,
): () => Promise<ActionResult<T>> {
  return async () => signedIn(async (ctx) => said(await useCase(ctx)));
}

/** The same for one that is handed a file of a form in its field `file`, and what is said of it as JSON in the field `said`. */
export function actOnFileSaid<I, T, R extends Refusal>(
  schema: yup.Schema<I>,
  useCase: (ctx: Context, input: { content: Buffer; mapping: I }) => Answer<T, R>,
): (form: FormData) => Promise<ActionResult<T>> {
  return async (form) =>
    signedIn(async (ctx) => {
      if (!(form instanceof FormData)) return { ok: false, message: WRONG_SHAPE };
      const mapping = readForm(schema, saidIn(form));
      return mapping.ok
        ? said(await useCase(ctx, { content: await contentOf(form), mapping: mapping.value }))
        : mapping;
    });
}

function saidIn(form: FormData): unknown {
  try {
    return JSON.parse(String(form.get('said')));
  } catch {
    return null;
  }
}

async function contentOf(form: FormData): Promise<Buffer> {
  const file = form.get('file');
  return file instanceof File ? Buffer.from(await file.arrayBuffer()) : Buffer.alloc(0);
}

/** The same for one that is handed a file of a form, in its field `file`. */
export function actOnFile<T, R extends Refusal>(
  useCase: (ctx: Context, input: { content: Buffer }) => Answer<T, R>,
): (form: FormData) => Promise<ActionResult<T>> {
  return async (form) =>
    signedIn(async (ctx) => {
      if (!(form instanceof FormData)) return { ok: false, message: WRONG_SHAPE };
      return said(await useCase(ctx, { content: await contentOf(form) }));
    });
}
