import { inWords } from '../../../../core/words/reasons';
import { checkDraft } from '../../../../usecases/audiences/checkDraft';
import { machineCall, refused, respond } from '../../../lib/api';
import { problem } from '../../../lib/problem';
import { readLimited } from '../../../lib/readLimited';

const MOST_BYTES = 10 * 1024 * 1024;

/** A draft mail (message/rfc822 or text/html) as the body. */
export async function POST(request: Request): Promise<Response> {
  return machineCall(request, 'standing:read', async ({ ctx }) => {
    const text = await readLimited(request, MOST_BYTES, 'latin1');
    if (text === null) return problem(413, 'too-large', `A body may have ${MOST_BYTES} bytes.`);
    const result = await checkDraft(ctx, { content: Buffer.from(text, 'latin1') });
    return respond(result.ok ? { status: 200, body: inWords(result.value) } : refused(result.refusal));
  });
}
