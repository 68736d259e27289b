import { panelAnswerSchema } from '../../../../core/sites/schema';
import { sayRefusal } from '../../../../core/words/refusals';
import { takePanelAnswer } from '../../../../usecases/sites/panelAnswers';
import { answering } from '../../../lib/answering';
import { hasRoom } from '../../../lib/limits';
import { pageVisitor } from '../../../lib/pageVisitor';
import { readLimited } from '../../../lib/readLimited';
import { clientAddress, firstContext } from '../../../lib/session';

const MOST_BYTES = 8192;

/** A page of another site may be answered: whether it is one of ours is said by the origin that its browser names. */
const answer = (status: number, message: string | null, origin: string | null) =>
  new Response(message, {
    status,
    headers: { ...(origin ? { 'access-control-allow-origin': origin } : {}), vary: 'origin' },
  });

/**
 * An answer of a panel. It comes as plain text, as a page that is left can still send it; no cookie and no key goes with it, so
 * that nothing is opened by it.
 */
export const POST = answering(
  async (request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> => {
    const origin = request.headers.get('origin');
    if (!(await hasRoom('panel', await clientAddress())))
      return answer(429, 'Too many answers from one place.', origin);
    const text = await readLimited(request, MOST_BYTES);
    if (text === null) return answer(413, 'An answer is shorter.', origin);
    const input = await Promise.resolve(text)
      .then((json) => panelAnswerSchema.validate(JSON.parse(json), { strict: true }))
      .catch(() => null);
    if (!input) return answer(400, 'This is no answer of a panel.', origin);
    const { site } = await params;
    const from = { siteId: site, origin, page: await pageVisitor(request) };
    const result = await takePanelAnswer(await firstContext(), from, input);
    if (result.ok) return answer(204, null, origin);
    return answer(result.refusal.code === 'panel-unknown' ? 404 : 409, sayRefusal(result.refusal), origin);
  },
);
