// The server of a small shop with a checkout: it asks, records what was answered with what was shown, and asks Bookend before each mail.
//
//   BOOKEND=http://127.0.0.1:4170 KEY=bookend_sandbox node docs/examples/checkout.mjs
//
// It needs nothing but Node.js. The key stays here and never reaches a page.
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';

const { BOOKEND = 'http://127.0.0.1:4170', KEY = 'bookend_sandbox' } = process.env;
const PORT = Number(process.env.PORT ?? 8766);
const AGAIN_MS = Number(process.env.AGAIN_MS ?? 10_000);

/** The ask as it is shown. Another wording is another version: what a person agreed to is found by it years later. */
const ASK = {
  ask: 'webshop-checkout',
  askVersion: 2,
  words: 'Send me the newsletter by e-mail, about twice a month. I can stop it at any time.',
};

const call = async (path, body) => {
  const response = await fetch(`${BOOKEND}/api/v1${path}`, {
    method: 'POST',
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(5000),
  });
  if (!response.ok) throw new Error(`${response.status} ${(await response.json()).title}`);
  return response.json();
};

/** Choices that did not get through yet. A real shop keeps them in its database, in the transaction of the order. */
const waiting = [];

async function sendWaiting() {
  while (waiting.length > 0) {
    // Its externalId is the same each time: what arrived after all is a duplicate and is not recorded twice.
    const { status, reasons } = await call('/choices', waiting[0]);
    if (status === 'quarantined') console.error('held:', reasons.map(({ text }) => text).join(' '));
    waiting.shift();
  }
}
const trySending = () => sendWaiting().catch((error) => console.error('tried again later:', error.message));
setInterval(trySending, AGAIN_MS).unref();

/** Asked each time, just before: an answer that was kept is an answer of yesterday. Nobody is written to while it cannot be asked. */
async function mayWrite(email) {
  try {
    return (await call('/standing', { identifier: { kind: 'email', value: email }, purpose: 'newsletter' })).permitted;
  } catch {
    return false;
  }
}

const PAGE = `<!doctype html><html lang="en"><title>Checkout</title>
<form method="post" action="/order">
  <label>E-mail <input name="email" type="email" required></label>
  <label><input name="newsletter" type="checkbox" value="yes"> ${ASK.words}</label>
  <button>Order</button>
</form>`;

async function order(request, response) {
  const parts = [];
  for await (const part of request) parts.push(part);
  const form = new URLSearchParams(Buffer.concat(parts).toString('utf8'));
  const email = form.get('email') ?? '';
  waiting.push({
    occurredAt: new Date().toISOString(),
    identifiers: [{ kind: 'email', value: email }],
    purpose: 'newsletter',
    // No tick is an answer too: nobody asks again tomorrow.
    answer: form.get('newsletter') === 'yes' ? 'grant' : 'refuse',
    ask: ASK.ask,
    askVersion: ASK.askVersion,
    notice: 'privacy',
    noticeVersion: 1,
    method: 'tick-box',
    place: 'checkout',
    country: 'DK',
    language: 'en',
    address: { channel: 'email', value: email },
    evidence: { userAgent: request.headers['user-agent'] ?? null, form: { box: 'unticked by default' } },
    externalId: `order-${randomUUID()}`,
  });
  // The customer does not wait for Bookend, and the order does not fail with it.
  void trySending();
  response.writeHead(303, { location: '/thanks' }).end();
}

createServer(async (request, response) => {
  const url = new URL(request.url, 'http://shop');
  if (request.method === 'POST' && url.pathname === '/order') return order(request, response);
  if (url.pathname === '/may-write')
    return response.end(JSON.stringify({ permitted: await mayWrite(request.headers['x-address'] ?? '') }));
  return response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(PAGE);
}).listen(PORT, '127.0.0.1', () => console.log(`the shop is at http://127.0.0.1:${PORT}/`));
