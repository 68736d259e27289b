import { Agent, createServer, request } from 'node:http';
import { median, percentile, type BenchRow } from './measure';

const CONNECTIONS = 10;
const CALLS = 3000;
const WARM = 300;
const RUNS = 3;

/** Milliseconds per call, over a few connections kept open. */
async function load(url: string, body: string, headers: Record<string, string>): Promise<number[]> {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  const times: number[] = [];
  let left = CALLS + WARM;
  const call = () =>
    new Promise<void>((resolve, reject) => {
      const start = process.hrtime.bigint();
      const outgoing = request(url, { method: 'POST', agent, headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body), ...headers } }, (response) => {
        response.resume();
        response.on('end', () => {
          if (response.statusCode !== 200) return reject(new Error(`answered ${response.statusCode}`));
          times.push(Number(process.hrtime.bigint() - start) / 1e6);
          resolve();
        });
      });
      outgoing.on('error', reject);
      outgoing.end(body);
    });
  await Promise.all(Array.from({ length: CONNECTIONS }, async () => {
    while (left-- > 0) await call();
  }));
  agent.destroy();
  return times.slice(WARM);
}

const body = JSON.stringify({ identifier: { kind: 'email', value: 'mette@mail.example' }, purpose: 'newsletter' });
const constant = JSON.stringify({ permitted: true, standing: 'granted', since: '2026-06-18T07:00:00Z', because: 'cho_x', mayAskAgainFrom: null, reasons: [] });
const plain = createServer((incoming, response) => {
  incoming.resume();
  incoming.on('end', () => response.writeHead(200, { 'content-type': 'application/json' }).end(constant));
});
await new Promise<void>((resolve) => plain.listen(0, '127.0.0.1', resolve));
const { port } = plain.address() as { port: number };

const [ours, limit]: { p50: number; p99: number }[][] = [[], []];
for (let n = 0; n < RUNS; n++) {
  const a = await load(`${process.env['BENCH_ADDRESS']}/api/v1/standing`, body, { authorization: `Bearer ${process.env['BENCH_KEY']}` });
  const b = await load(`http://127.0.0.1:${port}/`, body, {});
  ours!.push({ p50: percentile(a, 0.5), p99: percentile(a, 0.99) });
  limit!.push({ p50: percentile(b, 0.5), p99: percentile(b, 0.99) });
}
const rows: BenchRow[] = (['p50', 'p99'] as const).map((which) => {
  const [a, b] = [median(ours!.map((run) => run[which])), median(limit!.map((run) => run[which]))];
  return { what: `permission check over HTTP, ${which}, ${CONNECTIONS} connections`, ours: `${a.toFixed(2)} ms`, limit: `constant ${b.toFixed(2)} ms`, ratio: a / b, goal: 3 };
});
console.log(JSON.stringify(rows));
process.exit(0);
