import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { sayRefusal } from '../../../../../core/words/refusals';
import { uploadImport } from '../../../../../usecases/imports/uploadImport';
import { problem } from '../../../../lib/problem';
import { fileNameOf, isFromHere, staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

/** A file as it is, streamed: nothing of it is held in memory. */
export const POST = answering(async (request: Request): Promise<Response> => {
  const ctx = await staffContext();
  if (!ctx) return problem(401, 'signed-out', 'Sign in.');
  if (!(await isFromHere()) || !request.body) return problem(400, 'not-from-here', 'Send the file from the page.');
  const result = await uploadImport(ctx, {
    systemId: request.headers.get('x-system') ?? '',
    fileName: fileNameOf(request),
    content: Readable.fromWeb(request.body as NodeStream),
    way: 'page',
  });
  return result.ok
    ? Response.json({ id: result.value.id }, { status: 202 })
    : problem(result.refusal.code === 'not-allowed' ? 403 : 422, result.refusal.code, sayRefusal(result.refusal));
});
