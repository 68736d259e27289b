import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { account, CLUB, FILES, LOGIN, SCRIPTS } from './club';
import { counting, advertising, PAGES, type PageOf } from './pages';

// Larkmere's web sites and the services that they use, each under a name of its own (`*.localhost` is this machine), so that a
// browser takes them for different sites. The services really set cookies and note who asked them.

export interface Hit {
  host: string;
  path: string;
  cookie: string | null;
  referer: string | null;
  at: string;
}

/** Hits that are remembered. */
const MOST = 5000;
const SERVICES = [
  ...['count', 'ads', 'video', 'map', 'tags', 'late', 'captcha', 'trial', 'members', 'replay', 'fonts', 'points', 'go'],
  ...['match', 'pictures', 'social', 'worker', 'chat', 'news', 'partners'],
];

/** A picture of one point. */
const POINT = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');

/** @param settings `needs`: the purpose for which the club’s pages hold back the one thing they hold back */
export function startSites(settings: { port: number; bookendUrl: string; needs?: string }): Server {
  const hits: Hit[] = [];
  const place: PageOf = {
    bookend: settings.bookendUrl,
    needs: settings.needs ?? 'visits',
    // Asked for with port 0 it lies wherever there was room.
    at: (name) => `http://${name}.localhost:${(server.address() as AddressInfo).port}`,
  };
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://here');
    const name = (request.headers.host ?? '').split('.')[0]!;
    if (url.pathname === '/hits') return asJson(response, hits);
    if (url.pathname === '/forget') return asJson(response, hits.splice(0));
    if (SERVICES.includes(name)) {
      hits.push(hitOf(name, url, request));
      hits.splice(0, hits.length - MOST);
      return serve(name, url.pathname, response, place);
    }
    if (name === 'club') return club(url.pathname, request, response, place);
    if (name === 'shop' && shopSession(url.pathname, request, response)) return;
    const page = PAGES[name]?.[url.pathname];
    if (!page) return void response.writeHead(404, { 'content-type': 'text/plain' }).end('No page of Larkmere.');
    const { html, headers = {} } = page(place);
    response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(html);
  });
  // A talk that nobody takes part in: it is asked for, and that is enough to be known.
  server.on('upgrade', (_, socket) => socket.destroy());
  return server.listen(settings.port, '127.0.0.1');
}

const hitOf = (host: string, { pathname }: URL, { headers }: IncomingMessage): Hit => ({
  host,
  path: pathname,
  cookie: headers.cookie ?? null,
  referer: headers.referer ?? null,
  at: new Date().toISOString(),
});

function asJson(response: ServerResponse, value: unknown): void {
  response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(value));
}

/** What each service answers: a script that follows the visitor, a point that is fetched, a frame. */
function serve(name: string, path: string, response: ServerResponse, place: PageOf): void {
  const cookie = { 'set-cookie': `${name}_no=${Math.random().toString(36).slice(2)}; Path=/; SameSite=None; Secure` };
  const open = { 'access-control-allow-origin': '*' };
  const planted = SCRIPTS[name + path];
  if (planted) return script(response, planted(place), {});
  if (name in PLANTED_ANSWERS) {
    const answer = PLANTED_ANSWERS[name]!(path, place);
    if (answer) return void response.writeHead(answer.status ?? 200, { ...open, ...answer.headers }).end(answer.body);
  }
  if (path === '/count.js') return script(response, counting(place), cookie);
  if (path === '/tag.js') return script(response, advertising(place), cookie);
  if (path === '/point.gif')
    return void response.writeHead(200, { 'content-type': 'image/gif', ...cookie, ...open }).end(POINT);
  if (path === '/frame')
    return void response
      .writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...cookie })
      .end(`<!doctype html><html lang="en"><title>${name}</title><body>A ${name} of somebody else.</body></html>`);
  response.writeHead(204, open).end();
}

function script(response: ServerResponse, text: string, headers: Record<string, string>): void {
  response.writeHead(200, { 'content-type': 'text/javascript; charset=utf-8', ...headers }).end(text);
}

interface Answer {
  status?: number;
  headers: Record<string, string>;
  body?: string | Buffer;
}

const gif = (headers: Record<string, string> = {}): Answer => ({
  headers: { 'content-type': 'image/gif', 'content-length': String(POINT.length), ...headers },
  body: POINT,
});

/** What the services answer that only the club uses; undefined: as every service does. */
const PLANTED_ANSWERS: Readonly<Record<string, (path: string, place: PageOf) => Answer | undefined>> = {
  fonts: (path, { at }) =>
    path === '/serif.css'
      ? {
          headers: { 'content-type': 'text/css' },
          body: `@font-face { font-family: Pondserif; src: url(${at('fonts')}/serif.woff2); }`,
        }
      : { headers: { 'content-type': 'font/woff2' }, body: 'no font' },
  points: (path) => gif(path === '/mark.gif' ? { etag: '"a-visitor"', 'cache-control': 'private, no-cache' } : {}),
  go: (_, { at }) => ({ status: 302, headers: { location: `${at('match')}/pair` } }),
  match: () => gif(),
  pictures: () => ({
    headers: { 'content-type': 'image/svg+xml' },
    body: `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="120"><rect width="200" height="120"/></svg>${' '.repeat(400)}`,
  }),
  news: () => ({ headers: { 'content-type': 'text/event-stream' }, body: 'data: news\n\n' }),
  video: (path) =>
    path === '/keeps'
      ? {
          headers: { 'content-type': 'text/html' },
          body: '<!doctype html><title>Film</title><script>localStorage.watched = "lake"</script>',
        }
      : path === '/clip'
        ? { headers: { 'content-type': 'video/mp4' }, body: 'no film' }
        : undefined,
};

/** The shop's account lies behind a sign-in; its cookie is needed for that, and set by nothing else. @returns whether it was answered */
function shopSession(path: string, request: IncomingMessage, response: ServerResponse): boolean {
  const isIn = (request.headers.cookie ?? '').includes('shop_session=');
  if (path === '/login' && request.method === 'POST') {
    request.resume();
    const headers = { location: '/account', 'set-cookie': 'shop_session=a-customer; Path=/; HttpOnly' };
    response.writeHead(302, headers).end();
  } else if (path === '/account' && !isIn) response.writeHead(302, { location: '/login' }).end();
  else return false;
  return true;
}

/** The club's own pages; behind its sign-in there is one more. */
function club(path: string, request: IncomingMessage, response: ServerResponse, place: PageOf): void {
  const html = (body: string, headers: Record<string, string | string[]> = {}) =>
    void response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(body);
  const session = 'session=a-visit; Path=/';
  if (path === '/login' && request.method === 'POST') {
    request.resume();
    return void response.writeHead(302, { location: '/account', 'set-cookie': 'session=a-member; Path=/' }).end();
  }
  if (path === '/account')
    return (request.headers.cookie ?? '').includes('a-member')
      ? html(account(place))
      : void response.writeHead(302, { location: '/login' }).end();
  if (path === '/login') return html(LOGIN);
  const file = FILES[path]?.(place);
  if (file) return void response.writeHead(200, { 'content-type': file.type }).end(file.body);
  if (path === '/own.gif') return void response.writeHead(200, { 'content-type': 'image/gif' }).end(POINT);
  if (path === '/collect') return void response.writeHead(204).end();
  // Whoever follows it has done something: a look must not.
  if (path === '/logout' || path.startsWith('/private')) return void response.writeHead(500).end('A scan was here.');
  const page = CLUB[path];
  const isNew = !(request.headers.cookie ?? '').includes('session=');
  if (page) return html(page(place), isNew ? { 'set-cookie': session } : {});
  response.writeHead(404, { 'content-type': 'text/plain' }).end('No page of the club.');
}
