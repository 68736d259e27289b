import { isDatabaseAway } from '../../main/web';
import type { ActionResult } from '../../ui/shared/actionResult';
import { problem } from './problem';

/** Seconds after which it is worth asking again. */
const AGAIN_AFTER = '5';

/** A route that always answers in words: what is asked while the database is away as that, and what nobody foresaw as a failure. */
export function answering<A extends unknown[]>(
  work: (...given: A) => Promise<Response>,
): (...given: A) => Promise<Response> {
  return async (...given) => {
    try {
      return await work(...given);
    } catch (error) {
      if (isOfTheFramework(error)) throw error;
      console.error(error);
      if (!isDatabaseAway(error)) return problem(500, 'failed', 'Something broke. Nothing was half done.');
      const answer = problem(503, 'unavailable', 'Bookend cannot reach its database just now. Ask again in a moment.');
      answer.headers.set('retry-after', AGAIN_AFTER);
      return answer;
    }
  };
}

/**
 * The same for an act of a form: what was typed stays, and the words say that it may be sent again.
 *
 * @param wrongShape what is said to whoever calls by hand with something else than the act takes; without it the same words
 */
export async function inWords<T>(
  words: string,
  work: () => Promise<ActionResult<T>>,
  wrongShape = words,
): Promise<ActionResult<T>> {
  try {
    return await work();
  } catch (error) {
    const isShape = isWrongShape(error);
    if (!isShape && !isDatabaseAway(error)) throw error;
    console.error(error);
    return { ok: false, message: isShape ? wrongShape : words };
  }
}

/** Of PostgreSQL: text that no database keeps, and values that are none of their kind. */
const WRONG_VALUES = ['22021', '22P05', '22P02', '22003', '22007', '22008'];

/** Arguments of another kind than an act takes, or none. Knex says the latter in words alone. */
function isWrongShape(error: unknown): boolean {
  const { code, name, message } = (typeof error === 'object' && error !== null ? error : {}) as {
    code?: unknown;
    name?: unknown;
    message?: unknown;
  };
  return (
    ['TypeError', 'RangeError', 'ValidationError'].includes(String(name)) ||
    WRONG_VALUES.includes(String(code)) ||
    String(message).startsWith('Undefined binding')
  );
}

/** How Next.js says redirect, not found or forbidden. */
function isOfTheFramework(error: unknown): boolean {
  return error instanceof Error && 'digest' in error && String(error.digest).startsWith('NEXT_');
}
