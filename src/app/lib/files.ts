import { Readable } from 'node:stream';
import type { Result } from '../../core/shared/result';
import { sayRefusal, type Refusal } from '../../core/words/refusals';
import { problem } from './problem';

export function signedOut(): Response {
  return problem(401, 'signed-out', 'Sign in.');
}

const STATUS: Record<string, number> = { 'not-allowed': 403, 'not-found': 404 };

/** A stream of a use case as a download; a refusal as a problem. */
export function fileAnswer<R extends Refusal>(
  result: Result<{ stream: Readable; name: string; type?: string }, R>,
  type = 'application/octet-stream',
): Response {
  if (!result.ok) return problem(STATUS[result.refusal.code] ?? 409, result.refusal.code, sayRefusal(result.refusal));
  const { stream, name } = result.value;
  return new Response(Readable.toWeb(stream) as ReadableStream, {
    headers: {
      'content-type': result.value.type ?? type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
}

/** A value as a JSON download. */
export function jsonAnswer<T, R extends Refusal>(
  result: Result<T, R>,
  name: string,
  type = 'application/ld+json',
): Response {
  if (!result.ok) return problem(STATUS[result.refusal.code] ?? 409, result.refusal.code, sayRefusal(result.refusal));
  return new Response(JSON.stringify(result.value, null, 2), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
}
