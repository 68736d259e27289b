import { firstContext } from './session';
import { answering } from './answering';
import { problem } from './problem';

// Calls from pages of sites that an administrator named. A browser asks first whether it may; everybody else is not concerned.

/** How long a browser remembers the answer, seconds. */
const REMEMBERED_S = 600;

async function isNamed(origin: string | null): Promise<boolean> {
  return origin !== null && (await firstContext()).origins.includes(origin);
}

/** Lets pages of named sites read what a route answers. */
export function fromPages<A extends [Request, ...unknown[]]>(
  route: (...given: A) => Promise<Response>,
): (...given: A) => Promise<Response> {
  return async (...given) => {
    const response = await route(...given);
    const origin = given[0].headers.get('origin');
    if (origin === null) return response;
    response.headers.append('vary', 'origin');
    if (await isNamed(origin).catch(() => false)) response.headers.set('access-control-allow-origin', origin);
    return response;
  };
}

/** Whether a page may call, asked by its browser before it does. */
export const OPTIONS = answering(async (request: Request): Promise<Response> => {
  const origin = request.headers.get('origin');
  if (!(await isNamed(origin))) return problem(403, 'origin-not-named', 'Pages of this site may not call.');
  return new Response(null, {
    status: 204,
    headers: {
      'access-control-allow-origin': origin!,
      'access-control-allow-methods': 'GET, POST',
      'access-control-allow-headers': 'authorization, content-type, idempotency-key',
      'access-control-max-age': String(REMEMBERED_S),
      vary: 'origin',
    },
  });
});
