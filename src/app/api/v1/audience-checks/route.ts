import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { CHANNELS } from '../../../../core/audiences/audience';
import { startAudience } from '../../../../usecases/audiences/checkAudience';
import { machineCall, refused, respond } from '../../../lib/api';
import { fileNameOf } from '../../../lib/session';

export async function POST(request: Request): Promise<Response> {
  return machineCall(request, 'standing:read', async ({ ctx }) => {
    const search = new URL(request.url).searchParams;
    const channel = CHANNELS.find((known) => known === search.get('channel')) ?? 'email';
    const content = request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]);
    const result = await startAudience(ctx, {
      name: fileNameOf(request),
      purpose: search.get('purpose') ?? '',
      channel,
      content,
    });
    return respond(result.ok ? { status: 202, body: { id: result.value.id } } : refused(result.refusal));
  });
}
