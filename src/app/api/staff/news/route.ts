import { web } from '../../../../main/web';
import { staffOfCookie } from '../../../lib/session';
import { answering } from '../../../lib/answering';

/** A stream that is open for longer is begun anew, milliseconds: a session that ended meanwhile is noticed then. */
const OPEN_MS = 5 * 60_000;
/** Said now and then, so that nothing between takes the silence for an end, milliseconds. */
const ALIVE_MS = 20_000;

/** What moves, as it does: which kind of thing, never what or whose. Server-sent events, for whoever is signed in. */
export const GET = answering(async (request: Request): Promise<Response> => {
  const headers = { 'cache-control': 'no-store, no-transform' };
  if (!(await staffOfCookie())) return new Response(null, { status: 401, headers });
  const { news } = await web();
  const words = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(stream) {
      const say = (text: string) => {
        try {
          stream.enqueue(words.encode(text));
        } catch {
          end();
        }
      };
      const stop = news.follow((what) => say(`event: news\ndata: ${what}\n\n`));
      const alive = setInterval(() => say(': alive\n\n'), ALIVE_MS);
      const over = setTimeout(() => end(), OPEN_MS);
      end = () => {
        end = () => {};
        stop();
        clearInterval(alive);
        clearTimeout(over);
        try {
          stream.close();
        } catch {
          // The other side closed it.
        }
      };
      request.signal.addEventListener('abort', () => end());
      say('retry: 2000\n\n');
    },
    cancel: () => end(),
  });
  return new Response(body, { headers: { ...headers, 'content-type': 'text/event-stream' } });
});
