import type * as yup from 'yup';
import { languageOf, type Language } from '../../core/letters/mailings';
import type { Result } from '../../core/shared/result';
import { sayOwnRefusal, type OwnRefusal } from '../../core/words/ownRefusals';
import type { ActionResult } from '../../ui/shared/actionResult';
import type { Context } from '../../usecases/shared/context';
import type { Sent } from './act';
import { inWords } from './answering';
import { readForm } from './form';
import { hasRoom } from './limits';
import { clientAddress, publicContext } from './session';

/**
 * An act of a page that needs no sign-in: what is sent is checked by the schema of the use case, tries are limited by where they
 * come from, and what is refused is said in the reader's language.
 *
 * @param lost what is said where the server could not be reached, or was sent something that no page sends
 */
export function ownAct<I extends { language: Language }, T>(
  schema: yup.Schema<I>,
  lost: (language: Language) => string,
  work: (ctx: Context, input: I) => Promise<Result<T, OwnRefusal>>,
): (input: Sent<I>) => Promise<ActionResult<T>> {
  return async (sent) => {
    const language = languageOf((sent as { language?: string } | null)?.language);
    return inWords(lost(language), async () => {
      const form = readForm(schema, sent);
      if (!form.ok) return { ok: false, message: lost(language) };
      const result = (await hasRoom('one-time', await clientAddress()))
        ? await work(await publicContext(), form.value)
        : ({ ok: false, refusal: { code: 'too-many' } } as const);
      return result.ok
        ? { ok: true, value: result.value }
        : { ok: false, message: sayOwnRefusal(language, result.refusal) };
    });
  };
}
