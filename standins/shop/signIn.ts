import { createHmac } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import pg from 'pg';

const escape = (text: string) => text.replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`);

/** The shop's sign-in page: whoever knows an address of a customer is let in here, and sent back with a token that the shop signs. */
export function startSignIn(settings: { port: number; shopUrl: string; secret: string }): Server {
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://shop');
    const [state, back, email] = ['state', 'return', 'email'].map((name) => url.searchParams.get(name) ?? '') as [
      string,
      string,
      string,
    ];
    const page = (status: number, words: string) =>
      void response
        .writeHead(status, { 'content-type': 'text/html; charset=utf-8' })
        .end(
          `<!doctype html><html lang="en"><title>Web shop</title><body><h1>Larkmere web shop</h1>${words}<form><input type="hidden" name="state" value="${escape(state)}"><input type="hidden" name="return" value="${escape(back)}"><label>Your address <input name="email" type="email" required></label> <button>Sign in</button></form></body></html>`,
        );
    if (!email) return page(200, '<p>Sign in to show who you are.</p>');
    void customerOf(settings.shopUrl, email).then((number) => {
      if (!number) return page(404, '<p role="alert">Nobody here has that address.</p>');
      const now = Math.floor(Date.now() / 1000);
      const token = sign(
        {
          iss: 'web-shop',
          aud: new URL(back).origin,
          sub: number,
          email,
          email_verified: true,
          iat: now,
          exp: now + 300,
          state,
        },
        settings.secret,
      );
      const to = new URL(back);
      to.searchParams.set('state', state);
      to.searchParams.set('token', token);
      response.writeHead(302, { location: to.toString() }).end();
    });
  });
  return server.listen(settings.port, '127.0.0.1');
}

/** A JSON Web Token (RFC 7519) under HS256. */
function sign(claims: object, secret: string): string {
  const part = (value: object) => Buffer.from(JSON.stringify(value)).toString('base64url');
  const body = `${part({ alg: 'HS256', typ: 'JWT' })}.${part(claims)}`;
  return `${body}.${createHmac('sha256', secret).update(body).digest('base64url')}`;
}

async function customerOf(shopUrl: string, email: string): Promise<string | null> {
  const client = new pg.Client({ connectionString: shopUrl });
  await client.connect();
  try {
    const { rows } = await client.query<{ customer_no: string }>(
      'select customer_no from customers where lower(email) = lower($1) limit 1',
      [email],
    );
    return rows[0]?.customer_no ?? null;
  } finally {
    await client.end();
  }
}
