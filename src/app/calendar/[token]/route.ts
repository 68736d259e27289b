import { publicContext } from '../../lib/session';
import { readCalendarFeed } from '../../../usecases/desk/calendarFeed';
import { answering } from '../../lib/answering';

/** A colleague's feed for their calendar program; its address is its secret. */
export const GET = answering(
  async (_request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> => {
    const feed = await readCalendarFeed(await publicContext(), { token: (await params).token.replace(/\.ics$/, '') });
    if (!feed.ok) return new Response('There is no such calendar.', { status: 404 });
    return new Response(feed.value, {
      headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, no-store' },
    });
  },
);
