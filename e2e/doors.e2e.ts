import { request } from 'node:http';
import { WORLD } from './support/world';

const { hostname, port } = new URL(WORLD.address);

/** A request as no library would send it. */
const raw = (path: string, headers: Record<string, string> = {}, method = 'GET', body = '') =>
  new Promise<{ status: number; headers: Record<string, unknown>; text: string }>((resolve, reject) => {
    const outgoing = request(
      { hostname, port, path, method, headers, setHost: !('x-no-host' in headers) },
      (response) => {
        let text = '';
        response.on('data', (part: Buffer) => (text += part.toString()));
        response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, text }));
      },
    );
    outgoing.on('error', reject);
    outgoing.end(body);
  });

test.each(['/api/v1/%00', '/desk/%00', '/api/v1/%E0%A4%A', '/requests/%ff'])(
  '%s is no address: 400 in JSON',
  async (path) => {
    const { status, text } = await raw(path);
    expect(status).toBe(400);
    expect(JSON.parse(text)).toMatchObject({ status: 400, code: 'invalid' });
  },
);

test.each(['/api/v1/nothing', '/api/v2/choices', '/api/anything/else'])(
  '%s is not there: 404 in JSON, with every header',
  async (path) => {
    const { status, text, headers } = await raw(path);
    expect(status).toBe(404);
    expect(JSON.parse(text)).toMatchObject({ status: 404 });
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'cache-control': expect.stringContaining('no-store'),
      'x-frame-options': 'DENY',
      'referrer-policy': 'same-origin',
    });
  },
);

const choice = {
  occurredAt: '2026-11-20T09:00:00Z',
  identifiers: [{ kind: 'email', value: 'doors@mail.example' }],
  purpose: 'newsletter',
  answer: 'grant',
  externalId: 'doors-1',
};
test.each([
  ['an object where a text belongs', { ...choice, purpose: { a: 1 } }],
  ['a list where an object belongs', [[choice]]],
  ['a way into the language', JSON.parse('{"__proto__":{"x":1}}')],
  ['a field of another name', { ...choice, e_mail: 'x' }],
  ['a number for a time', { ...choice, occurredAt: 7 }],
  ['null', null],
])('%s is a 4xx that says what is wrong, never a 500', async (_what, body) => {
  const response = await fetch(`${WORLD.address}/api/v1/choices`, {
    method: 'POST',
    headers: { authorization: `Bearer ${WORLD.shopKey}`, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(response.status).toBeGreaterThanOrEqual(400);
  expect(response.status).toBeLessThan(500);
});

test('who bought when is taken in once; what cannot be read is held with its reason, and a body of another shape is a 400', async () => {
  const sale = {
    boughtAt: '2026-11-20T09:00:00Z',
    identifiers: [{ kind: 'email', value: 'sale@mail.example' }],
    address: { channel: 'email', value: 'sale@mail.example' },
  };
  const send = async (body: unknown, key: string = WORLD.shopKey) => {
    const response = await fetch(`${WORLD.address}/api/v1/sales`, {
      method: 'POST',
      headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return {
      status: response.status,
      body: (await response.json()) as {
        status?: string;
        results?: { status: string; reasons?: { code: string }[] }[];
      },
    };
  };
  expect(await send(sale)).toEqual({ status: 200, body: { status: 'recorded' } });
  const { body } = await send({ sales: [sale, { ...sale, boughtAt: '2031-01-01' }] });
  expect(body.results!.map(({ status, reasons }) => [status, reasons?.[0]?.code])).toEqual([
    ['duplicate', undefined],
    ['quarantined', 'in-the-future'],
  ]);
  expect((await send({ ...sale, address: undefined })).status).toBe(400);
  expect((await send(sale, 'nobody')).status).toBe(401);
});

test('who calls is not what the caller says: the limit holds whatever stands in the header', async () => {
  const statuses: number[] = [];
  // An upload of nobody's is refused before its body is read; the address in the header changes nothing.
  for (let n = 0; n < 3; n++)
    statuses.push(
      (
        await raw(
          '/api/v1/choices',
          { 'x-forwarded-for': `10.0.0.${n}`, 'x-bookend-client': '10.9.9.9', 'content-type': 'application/json' },
          'POST',
          '{}',
        )
      ).status,
    );
  expect(statuses).toEqual([401, 401, 401]);
});

test('what is larger than allowed is refused as that, never cut off and taken for the whole', async () => {
  const mail = (megabytes: number) =>
    `Subject: x\r\nTo: a@b.example\r\n\r\n${'words of a draft, '.repeat(Math.floor((megabytes * 1_048_576) / 18))}`;
  const checked = (body: string) =>
    fetch(`${WORLD.address}/api/v1/message-checks`, {
      method: 'POST',
      headers: { authorization: `Bearer ${WORLD.shopKey}`, 'content-type': 'message/rfc822' },
      body,
    });
  expect((await checked(mail(9))).status).toBe(200);
  expect((await checked(mail(12))).status).toBe(413);
});

test('a form that another site posts does nothing', async () => {
  for (const origin of ['https://elsewhere.example', 'null']) {
    const response = await fetch(`${WORLD.address}/ask`, {
      method: 'POST',
      headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
      body: 'givenName=x',
    });
    expect(response.status).toBe(403);
  }
});
