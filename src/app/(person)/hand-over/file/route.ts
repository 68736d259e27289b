import { Readable } from 'node:stream';
import { cookies } from 'next/headers';
import { sayRefusal } from '../../../../core/words/refusals';
import { downloadPack } from '../../../../usecases/packs/handOver';
import { problem } from '../../../lib/problem';
import { publicContext } from '../../../lib/session';
import { TICKET_COOKIE } from '../ticket';
import { answering } from '../../../lib/answering';

export const GET = answering(async (): Promise<Response> => {
  const ticket = (await cookies()).get(TICKET_COOKIE)?.value;
  if (!ticket) return problem(404, 'link-unknown', sayRefusal({ code: 'link-unknown' }));
  const result = await downloadPack(await publicContext(), { ticket });
  if (!result.ok) return problem(410, result.refusal.code, sayRefusal(result.refusal));
  const { stream, bytes, name } = result.value;
  return new Response(Readable.toWeb(stream) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(bytes),
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
});
