import { liveScript, panelScript } from '../../../../main/panelScript';
import { panelOf, visitorOf, type PageVisitor } from '../../../../usecases/sites/panel';
import { answering } from '../../../lib/answering';
import { pageVisitor } from '../../../lib/pageVisitor';
import { firstContext } from '../../../lib/session';

/** Another page of the same visit asks again after this, seconds; what is published meanwhile is seen then. */
const FRESH_S = 60;

/** What was made for visitors of a place is good for others of it for a moment: a site has many pages, and each asks. */
const KEPT_MS = 2000;
/** Places, signals and sites together; more are asked for by nobody who means well. */
const MOST_KEPT = 500;
const kept = new Map<string, { until: number; body: Promise<string> }>();

async function bodyFor(site: string, page: PageVisitor): Promise<string> {
  const ctx = await firstContext();
  const key = JSON.stringify([site, visitorOf(ctx, site, page)]);
  const known = kept.get(key);
  if (known && known.until > Date.now()) return known.body;
  const body = panelOf(ctx, site, page).then(async (config) =>
    config
      ? [`self.bookendPanel=${JSON.stringify(config)};`, await panelScript(), config.isTrying ? await liveScript() : '']
          .filter(Boolean)
          .join('\n')
      : '// No panel is shown here.',
  );
  if (kept.size >= MOST_KEPT) kept.clear();
  kept.set(key, { until: Date.now() + KEPT_MS, body });
  // What failed is not good for anybody else.
  body.catch(() => kept.delete(key));
  return body;
}

/**
 * The one script of a site, with all that it has to know about whoever opens the page. Where no panel is shown it says so and does
 * nothing, so that a page that still names it is not broken.
 */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> => {
    const { site } = await params;
    const body = await bodyFor(site, await pageVisitor(request));
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
