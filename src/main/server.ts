import cluster from 'node:cluster';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import compression from 'compression';
import next from 'next';
import { readConfig } from './config';
import { quietConsole } from './quietConsole';
import { turnsOf } from './turns';

// The web process: Next.js behind one door, where what a client may not decide is taken from it before anything reads
// it.

// An address leads nowhere else, but our own pages say where a form comes from: without that a browser sends “null”
// for it, and no form works before scripts.
const HEADERS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()',
  'x-frame-options': 'DENY',
};
/** An answer to a machine is no page: nothing of it is shown or run. */
const API_HEADERS = {
  'cache-control': 'no-store',
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
};
/** Told by this process alone: who calls. */
export const CLIENT_HEADER = 'x-bookend-client';
/** What a proxy in front may say; from anybody else it is dropped. */
const FORWARDED = [
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-proto',
  'x-forwarded-port',
  'forwarded',
  'x-real-ip',
];
/** Large files come slowly: an upload may take this long, milliseconds. */
const REQUEST_MS = 3_600_000;

/** What a process that makes pages may hold, megabytes: it gives back what it took instead of growing. */
const HEAP_MB = 768;
const REPLACE_AFTER_MS = 1000;
/** Pages that one process makes at once, and how long one may keep the next waiting. */
const PAGES_AT_ONCE = 3;
const PATIENCE_MS = 1500;

const config = readConfig();
quietConsole();
const host = config.BOOKEND_WEB_HOST;
const port = config.BOOKEND_WEB_PORT;
if (cluster.isPrimary && config.BOOKEND_WEB_PROCESSES > 1) lead(config.BOOKEND_WEB_PROCESSES);
else await serve();

/** Pages are made by as many processes as there are cores for it. One that dies is replaced; all end together. */
function lead(count: number): void {
  let isStopping = false;
  cluster.setupPrimary({ execArgv: [...process.execArgv, `--max-old-space-size=${HEAP_MB}`] });
  for (let n = 0; n < count; n++) cluster.fork();
  cluster.on('exit', () => {
    if (!isStopping) setTimeout(() => isStopping || cluster.fork(), REPLACE_AFTER_MS);
  });
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      isStopping = true;
      const workers = Object.values(cluster.workers ?? {});
      for (const worker of workers) worker?.process.kill('SIGTERM');
      cluster.on('exit', () => Object.keys(cluster.workers ?? {}).length === 0 && process.exit(0));
      if (workers.length === 0) process.exit(0);
    });
  }
}

async function serve(): Promise<void> {
  const app = next({ dev: false, hostname: host, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const turns = turnsOf(PAGES_AT_ONCE, PATIENCE_MS);
  const shrink = compression({ level: 1 });

  const server = createServer((request, response) => {
    for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
    if (request.url?.startsWith('/api/'))
      for (const [name, value] of Object.entries(API_HEADERS)) response.setHeader(name, value);
    const wrong = whatIsWrong(request);
    if (wrong) return refuse(response, 400, 'invalid', wrong);
    if (isFromElsewhere(request))
      return refuse(response, 403, 'from-elsewhere', 'A form of another site does nothing here.');
    request.headers[CLIENT_HEADER] = clientOf(request);
    if (config.BOOKEND_PROXIES === 0) for (const name of FORWARDED) delete request.headers[name];
    // A page of a hundred kilobytes becomes twenty at once; a higher level takes more of the process than it spares of
    // the line.
    const answer = () => shrink(request as never, response as never, () => void handle(request, response));
    if (isPage(request)) turns.take(response, answer);
    else answer();
  });
  server.requestTimeout = REQUEST_MS;
  server.keepAliveTimeout = 65_000;
  server.headersTimeout = 66_000;
  server.listen(port, host, () => console.log(`ready on ${host}:${port}`));
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      server.close(() => process.exit(0));
      server.closeIdleConnections();
      setTimeout(() => process.exit(0), 5000).unref();
    });
  }
}

/** What is made by rendering; files, calls and acts are not kept waiting by it. */
function isPage({ method, url }: IncomingMessage): boolean {
  return method === 'GET' && !/^\/(_next|api|panel)\//.test(url ?? '') && url !== '/icon.svg';
}

/** Taken from as many proxies as there are, counted from the nearest: what lies before them the client wrote itself. */
function clientOf(request: IncomingMessage): string {
  const direct = request.socket.remoteAddress ?? 'unknown';
  if (config.BOOKEND_PROXIES === 0) return direct;
  const hops = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  return hops.at(-config.BOOKEND_PROXIES) ?? direct;
}

/** An address that nobody can mean. */
function whatIsWrong(request: IncomingMessage): string | null {
  if (!request.headers.host) return 'The request names no host. A proxy in front has to pass on the Host header.';
  try {
    const address = decodeURIComponent(request.url ?? '/');
    return address.includes('\0') || address.includes('\uFFFD')
      ? 'The address holds characters that no address has.'
      : null;
  } catch {
    return 'The address is not written as one.';
  }
}

/**
 * What a browser sends from a page of another site. Machines have keys of their own and no session that could be used; panels of
 * sites send without one, and say by their origin where they stand.
 */
function isFromElsewhere({ method, url, headers }: IncomingMessage): boolean {
  if (method === 'GET' || method === 'HEAD' || headers.origin === undefined || /^\/(api\/v1|panel)\//.test(url ?? ''))
    return false;
  try {
    return new URL(headers.origin).host !== headers.host;
  } catch {
    return true;
  }
}

function refuse(response: ServerResponse, status: number, code: string, title: string): void {
  const body = JSON.stringify({ type: `urn:bookend:problem:${code}`, title, status, code });
  response
    .writeHead(status, {
      'content-type': 'application/problem+json',
      'content-length': Buffer.byteLength(body),
      connection: 'close',
    })
    .end(body);
}
