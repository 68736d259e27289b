import { Agent, createServer, request } from 'node:http';
import { median, percentile, type BenchRow } from './measure';

const CONNECTIONS = 10;
const CALLS = 4000;
const WARM = 600;
const RUNS = 3;

/** Milliseconds per call, over a few connections kept open. */
async function call(url: string, bodyOf: (i: number) => string, headers: Record<string, string>): Promise<number[]> {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  const times: number[] = [];
  let left = CALLS + WARM;
  const one = (body: string) =>
    new Promise<void>((resolve, reject) => {
      const start = process.hrtime.bigint();
      const outgoing = request(
        url,
        {
          method: 'POST',
          agent,
          headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body), ...headers },
        },
        (response) => {
          response.resume();
          response.on('end', () => {
            if (response.statusCode !== 200) return reject(new Error(`answered ${response.statusCode}`));
            times.push(Number(process.hrtime.bigint() - start) / 1e6);
            resolve();
          });
        },
      );
      outgoing.on('error', reject);
      outgoing.end(body);
    });
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      while (left-- > 0) await one(bodyOf(left));
    }),
  );
  agent.destroy();
  return times.slice(WARM);
}

/** Permission checks beside a plain server that answers a constant, in turns. */
export async function load(
  address: string,
  headers: Record<string, string>,
  bodyOf: (i: number) => string,
  size: string,
): Promise<BenchRow[]> {
  const constant = JSON.stringify({
    permitted: true,
    standing: 'granted',
    since: '2026-06-18T07:00:00Z',
    because: 'cho_x',
    mayAskAgainFrom: null,
    reasons: [],
  });
  const plain = createServer((incoming, response) => {
    incoming.resume();
    incoming.on('end', () => response.writeHead(200, { 'content-type': 'application/json' }).end(constant));
  });
  await new Promise<void>((resolve) => plain.listen(0, '127.0.0.1', resolve));
  const { port } = plain.address() as { port: number };
  const [ours, limit]: { p50: number; p99: number }[][] = [[], []];
  for (let n = 0; n < RUNS; n++) {
    const [a, b] = [await call(address, bodyOf, headers), await call(`http://127.0.0.1:${port}/`, bodyOf, {})];
    ours!.push({ p50: percentile(a, 0.5), p99: percentile(a, 0.99) });
    limit!.push({ p50: percentile(b, 0.5), p99: percentile(b, 0.99) });
  }
  plain.close();
  return (['p50', 'p99'] as const).map((which) => {
    const [a, b] = [median(ours!.map((run) => run[which])), median(limit!.map((run) => run[which]))];
    return {
      what: `permission check over HTTP, ${which}, ${CONNECTIONS} connections, ${size}`,
      ours: `${a.toFixed(2)} ms`,
      limit: `constant ${b.toFixed(2)} ms`,
      ratio: a / b,
      goal: 3,
    };
  });
}
