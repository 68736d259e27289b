import { staffOfCookie } from '../../../lib/session';
import { answering } from '../../../lib/answering';

/** Who is signed in, for a page that has been open for long: what is typed there must not be lost to a session that ended. */
export const GET = answering(async (): Promise<Response> => {
  const actor = await staffOfCookie();
  return actor
    ? Response.json({ name: actor.name }, { headers: { 'cache-control': 'no-store' } })
    : new Response(null, { status: 401, headers: { 'cache-control': 'no-store' } });
});
