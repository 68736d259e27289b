import { PUBLIC } from '../../../../../ports/actor';
import { contextFor } from '../../../../../main/web';
import { sayRefusal } from '../../../../../core/words/refusals';
import { receiveWebhook } from '../../../../../usecases/ledger/receiveWebhook';
import { problem } from '../../../../lib/problem';
import { readLimited } from '../../../../lib/readLimited';
import { answering } from '../../../../lib/answering';

const MOST_BYTES = 64 * 1024;

/** What a system sends by itself, signed as in the Standard Webhooks specification. */
export const POST = answering(
  async (request: Request, { params }: { params: Promise<{ system: string }> }): Promise<Response> => {
    const body = await readLimited(request, MOST_BYTES);
    if (body === null) return problem(413, 'too-large', `A body may have ${MOST_BYTES} bytes.`);
    const header = (name: string) => request.headers.get(`webhook-${name}`);
    const result = await receiveWebhook(await contextFor(PUBLIC), {
      systemId: (await params).system,
      id: header('id'),
      timestamp: header('timestamp'),
      signature: header('signature'),
      body,
    });
    if (result.ok) return Response.json({ status: result.value?.status ?? 'seen before' });
    return problem(
      { 'webhook-invalid': 400, 'webhook-held': 422 }[result.refusal.code as string] ?? 401,
      result.refusal.code,
      sayRefusal(result.refusal),
    );
  },
);
