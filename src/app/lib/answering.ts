import { isDatabaseAway } from '../../main/web';
import type { ActionResult } from '../../ui/parts/actionResult';
import { problem } from './problem';

/** Seconds after which it is worth asking again. */
const AGAIN_AFTER = '5';

/** A route that always answers in words: what is asked while the database is away as that, and what nobody foresaw as a failure. */
export function answering<A extends unknown[]>(work: (...given: A) => Promise<Response>): (...given: A) => Promise<Response> {
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

/** The same for a form: what was typed stays, and the words say that it may be sent again. */
export async function unlessAway<T>(words: string, work: () => Promise<ActionResult<T>>): Promise<ActionResult<T>> {
  try {
    return await work();
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    console.error(error);
    return { ok: false, message: words };
  }
}

/** How Next.js says redirect, not found or forbidden. */
function isOfTheFramework(error: unknown): boolean {
  return error instanceof Error && 'digest' in error && String(error.digest).startsWith('NEXT_');
}
