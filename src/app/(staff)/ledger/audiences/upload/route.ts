import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { CHANNELS } from '../../../../../core/audiences/audience';
import { sayRefusal } from '../../../../../core/words/refusals';
import { startAudience } from '../../../../../usecases/audiences/checkAudience';
import { problem } from '../../../../lib/problem';
import { fileNameOf, isFromHere, staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

export const POST = answering(async (request: Request): Promise<Response> => {
  const ctx = await staffContext();
  if (!ctx) return problem(401, 'signed-out', 'Sign in.');
  if (!(await isFromHere()) || !request.body) return problem(400, 'not-from-here', 'Send the list from the page.');
  const channel = CHANNELS.find((known) => known === request.headers.get('x-channel')) ?? 'email';
  const result = await startAudience(ctx, {
    name: fileNameOf(request),
    purpose: request.headers.get('x-purpose') ?? '',
    channel,
    content: Readable.fromWeb(request.body as NodeStream),
  });
  return result.ok
    ? Response.json(result.value, { status: 202 })
    : problem(result.refusal.code === 'not-allowed' ? 403 : 422, result.refusal.code, sayRefusal(result.refusal));
});
