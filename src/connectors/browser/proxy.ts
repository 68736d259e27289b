import { lookup } from 'node:dns/promises';
import { createServer, request as httpRequest, type IncomingMessage, type ServerResponse } from 'node:http';
import { BlockList, connect, isIP, type AddressInfo, type Socket } from 'node:net';

// The browser of a scan reaches the world through here alone: every host it calls is known, whatever it calls it from, and pages of
// others do not get to what else lies in this network.

/** Addresses that are nobody's own on the internet. Source: RFC 6890. */
const INNER = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  INNER.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['::', 127],
  ['64:ff9b::', 96],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  INNER.addSubnet(net, bits, 'ipv6');

/** Whether an address lies inside of a network or a machine. */
export function isInner(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1];
  if (mapped) return isInner(mapped);
  return INNER.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');
}

/** @example isPlace('*.shop.example', 'help.shop.example') // true */
const isPlace = (place: string, name: string): boolean =>
  place === name || (place.startsWith('*.') && name.endsWith(place.slice(1)));

/**
 * The address behind a name, where it may be called: the one that was looked at is the one that is called.
 *
 * @param reach hosts inside that may be called, as `host` or `host:port`, or all below one as `*.host`
 * @returns null where it may not, or there is none
 */
export async function addressOf(host: string, port: number, reach: readonly string[]): Promise<string | null> {
  const name = host.replace(/^\[|\]$/g, '').toLowerCase();
  const isAllowed = reach.some((place) => isPlace(place, name) || isPlace(place, `${name}:${port}`));
  // These names are this machine's by their standard (RFC 6761), whether or not its resolver knows.
  if (name === 'localhost' || name.endsWith('.localhost')) return isAllowed ? '127.0.0.1' : null;
  const found = isIP(name) ? [{ address: name }] : await lookup(name, { all: true }).catch(() => []);
  return found.find(({ address }) => isAllowed || !isInner(address))?.address ?? null;
}

export interface ScanProxy {
  port: number;
  /** Hosts that were not called because they lie inside. */
  refused: ReadonlySet<string>;
  /** Addresses, or hosts of tunnels, whose answer was cut because it had no end. */
  cut: Set<string>;
  close(): Promise<void>;
}

/** What is refused is answered by this, so that it can be told from a server that does not answer. */
export const REFUSED_STATUS = 403;
const AWAY_STATUS = 502;
const PATIENCE_MS = 15_000;
/** More than a page is written in: a browser that has to lay it out is busy for minutes. */
const MOST_OF_PAGE = 5_000_000;
/** More than a file of a page has. */
const MOST_BYTES = 30_000_000;
/** Of a tunnel, through which many files come. */
const MOST_TUNNELLED = 120_000_000;

export async function startProxy(reach: readonly string[]): Promise<ScanProxy> {
  const [refused, cut] = [new Set<string>(), new Set<string>()];
  const rules: Rules = { reach, refused, cut };
  const open = new Set<Socket>();
  const server = createServer((request, response) => void forward(request, response, rules));
  server.on('connect', (request: IncomingMessage, client: Socket, head: Buffer) => {
    client.on('error', () => client.destroy());
    void tunnel(request.url ?? '', client, head, rules);
  });
  server.on('connection', (socket: Socket) => {
    open.add(socket);
    socket.on('close', () => open.delete(socket));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    port: (server.address() as AddressInfo).port,
    refused,
    cut,
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        for (const socket of open) socket.destroy();
      }),
  };
}

interface Rules {
  reach: readonly string[];
  refused: Set<string>;
  cut: Set<string>;
}

function limit(from: NodeJS.ReadableStream, most: number, over: () => void): void {
  let bytes = 0;
  from.on('data', (part: Buffer) => {
    bytes += part.length;
    if (bytes > most) over();
  });
}

async function forward(
  request: IncomingMessage,
  response: ServerResponse,
  { reach, refused, cut }: Rules,
): Promise<void> {
  request.on('error', () => response.destroy());
  let url: URL;
  try {
    url = new URL(request.url ?? '');
  } catch {
    return void response.writeHead(400).end();
  }
  const port = Number(url.port || 80);
  const address = await addressOf(url.hostname, port, reach);
  if (address === null) {
    refused.add(url.hostname);
    return void response.writeHead(REFUSED_STATUS, { 'x-scan': 'refused' }).end();
  }
  const { 'proxy-connection': _, ...headers } = request.headers;
  const onward = httpRequest(
    { host: address, port, method: request.method, path: url.pathname + url.search, headers, timeout: PATIENCE_MS },
    (answer) => {
      response.writeHead(answer.statusCode ?? AWAY_STATUS, answer.headers);
      answer.on('error', () => response.destroy());
      const isPage = /html/.test(answer.headers['content-type'] ?? 'html');
      limit(answer, isPage ? MOST_OF_PAGE : MOST_BYTES, () => {
        cut.add(url.href);
        response.destroy();
      });
      answer.pipe(response);
    },
  );
  onward.on('timeout', () => onward.destroy());
  onward.on('error', () => {
    if (response.headersSent) response.destroy();
    else response.writeHead(AWAY_STATUS, { 'x-scan': 'away' }).end();
  });
  response.on('close', () => onward.destroy());
  request.pipe(onward);
}

async function tunnel(target: string, client: Socket, head: Buffer, { reach, refused, cut }: Rules): Promise<void> {
  const [, host, port] = /^(.+):(\d{1,5})$/.exec(target) ?? [];
  const address = host && port ? await addressOf(host, Number(port), reach) : null;
  if (address === null) {
    if (host) refused.add(host);
    return void client.end('HTTP/1.1 403 Forbidden\r\n\r\n');
  }
  const onward = connect(Number(port), address);
  onward.setTimeout(PATIENCE_MS * 4, () => onward.destroy());
  onward.on('connect', () => {
    client.write('HTTP/1.1 200 Connection established\r\n\r\n');
    if (head.length > 0) onward.write(head);
    limit(onward, MOST_TUNNELLED, () => {
      cut.add(host!);
      client.destroy();
    });
    onward.pipe(client);
    client.pipe(onward);
  });
  onward.on('error', () => client.end('HTTP/1.1 502 Bad Gateway\r\n\r\n'));
  client.on('close', () => onward.destroy());
  onward.on('close', () => client.destroy());
}
