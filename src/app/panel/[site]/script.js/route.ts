import { panelScript } from '../../../../main/panelScript';
import { panelOf } from '../../../../usecases/sites/panel';
import { answering } from '../../../lib/answering';
import { pageVisitor } from '../../../lib/pageVisitor';
import { firstContext } from '../../../lib/session';

/** Another page of the same visit asks again after this, seconds; what is published meanwhile is seen then. */
const FRESH_S = 60;

/**
 * The one script of a site, with all that it has to know about whoever opens the page. Where no panel is shown it says so and does
 * nothing, so that a page that still names it is not broken.
 */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> => {
    const { site } = await params;
    const config = await panelOf(await firstContext(), site, await pageVisitor(request));
    const body = config
      ? `self.bookendPanel=${JSON.stringify(config)};\n${await panelScript()}`
      : '// No panel is shown here.';
    return new Response(body, {
      headers: {
        'content-type': 'text/javascript; charset=utf-8',
        // Another visitor is at another place.
        'cache-control': `private, max-age=${FRESH_S}`,
        'cross-origin-resource-policy': 'cross-origin',
        'x-content-type-options': 'nosniff',
        vary: 'sec-gpc',
      },
    });
  },
);
