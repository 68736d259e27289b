import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { uploadImport } from '../../../../usecases/imports/uploadImport';
import { machineCall, refused, respond } from '../../../lib/api';
import { fileNameOf } from '../../../lib/session';

/** A file as the body, streamed; it is taken in at once, and its counts add up to its lines. */
export async function POST(request: Request): Promise<Response> {
  return machineCall(request, 'choices:write', async ({ ctx, systemId }) => {
    const mapping = new URL(request.url).searchParams.get('mapping');
    const content = request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]);
    const result = await uploadImport(ctx, {
      systemId,
      fileName: fileNameOf(request),
      content,
      way: 'api',
      runNow: true,
      ...(mapping ? { mapping } : {}),
    });
    return respond(result.ok ? { status: 202, body: { id: result.value.id } } : refused(result.refusal));
  });
}
