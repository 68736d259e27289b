// A program that Bookend tells of choices and requests. Start it, and name http://127.0.0.1:8765/bookend under Setup → Webhooks:
//
//   WEBHOOK_SECRET=whsec_… node docs/examples/webhook.mjs
//
// It needs nothing but Node.js. What it is told it writes into told.ndjson, each call once.
import { createHmac, timingSafeEqual } from 'node:crypto';
import { appendFileSync, existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';

const SECRET = Buffer.from((process.env.WEBHOOK_SECRET ?? '').replace(/^whsec_/, ''), 'base64');
const PORT = Number(process.env.PORT ?? 8765);
const KEPT = process.env.KEPT ?? 'told.ndjson';
const TOLERANCE_S = 300;

const lines = existsSync(KEPT) ? readFileSync(KEPT, 'utf8').split('\n').filter(Boolean) : [];
/** Ids of the calls that were kept: one that comes again is thanked and changes nothing. */
const seen = new Set(lines.map((line) => JSON.parse(line).id));

function isSigned({ id, timestamp, signature }, body) {
  const expected = createHmac('sha256', SECRET).update(`${id}.${timestamp}.${body}`).digest();
  return String(signature)
    .split(' ')
    .some((one) => {
      const given = Buffer.from(one.replace(/^v1,/, ''), 'base64');
      return one.startsWith('v1,') && given.length === expected.length && timingSafeEqual(given, expected);
    });
}

async function bodyOf(request) {
  const parts = [];
  for await (const part of request) parts.push(part);
  return Buffer.concat(parts).toString('utf8');
}

createServer(async (request, response) => {
  const say = (status) => response.writeHead(status).end();
  if (request.method !== 'POST') return say(405);
  const body = await bodyOf(request);
  const head = {
    id: request.headers['webhook-id'],
    timestamp: request.headers['webhook-timestamp'],
    signature: request.headers['webhook-signature'],
  };
  if (!isSigned(head, body)) return say(401);
  // An old call may be somebody else's copy of it.
  if (Math.abs(Date.now() / 1000 - Number(head.timestamp)) > TOLERANCE_S) return say(401);
  if (!seen.has(head.id)) {
    // Kept first, thanked then: if this fails, the call comes again.
    appendFileSync(KEPT, `${JSON.stringify({ id: head.id, ...JSON.parse(body) })}\n`);
    seen.add(head.id);
  }
  return say(204);
}).listen(PORT, '127.0.0.1', () => console.log(`listening on http://127.0.0.1:${PORT}/bookend`));
