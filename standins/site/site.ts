import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
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
const SERVICES = ['count', 'ads', 'video', 'map'];

/** A picture of one point. */
const POINT = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');

export function startSites(settings: { port: number; bookendUrl: string }): Server {
  const hits: Hit[] = [];
  const place: PageOf = {
    bookend: settings.bookendUrl,
    at: (name) => `http://${name}.localhost:${settings.port}`,
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
    const page = PAGES[name]?.[url.pathname];
    if (!page) return void response.writeHead(404, { 'content-type': 'text/plain' }).end('No page of Larkmere.');
    const { html, headers = {} } = page({ ...place, tries: url.searchParams.get('try') });
    response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(html);
  });
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
