import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { createHmac } from 'node:crypto';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import {
  api,
  apiGet,
  fill,
  go,
  launch,
  press,
  query,
  seen,
  signedIn,
  textOf,
  until,
  wait,
  WORLD,
} from './support/world';

// What is told to developers is done here as they would: every call of the description with its example, every line of the
// documentation as it is pasted, every program beside it as it is started.

const KEY = 'bookend_sandbox';

interface Media {
  schema: Schema;
  example?: unknown;
}
interface Schema {
  [part: string]: unknown;
}
interface Operation {
  summary: string;
  parameters?: { name: string; in: string; example?: unknown }[];
  requestBody?: { content: Record<string, Media> };
  responses: Record<string, { content: Record<string, Media> }>;
  security: unknown[];
}

let operations: { method: string; path: string; operation: Operation }[];

/** A shape of which nothing is left unsaid: what is answered and not described is a fault. */
function closed(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(closed);
  if (typeof schema !== 'object' || schema === null) return schema;
  const inner = Object.fromEntries(Object.entries(schema).map(([name, part]) => [name, closed(part)]));
  return 'properties' in inner && !('additionalProperties' in inner)
    ? { ...inner, additionalProperties: false }
    : inner;
}

const ajv = new Ajv2020({ strict: false, allErrors: true });
addFormats(ajv);

beforeAll(async () => {
  const document = (await (await fetch(`${WORLD.address}/api/v1/openapi.json`)).json()) as {
    paths: Record<string, Record<string, Operation>>;
  };
  operations = Object.entries(document.paths).flatMap(([path, acts]) =>
    Object.entries(acts).map(([method, operation]) => ({ method, path, operation })),
  );
});

/** The call of a path with its example, with the ids of what was made before. */
async function send(method: string, path: string, ids: Record<string, string>, headers: Record<string, string> = {}) {
  const { operation } = operations.find((one) => one.path === path && one.method === method)!;
  const url = new URL(`${WORLD.address}/api/v1${path.replace(/\{(\w+)\}/g, (_, name: string) => ids[name]!)}`);
  for (const { name, in: where, example } of operation.parameters ?? [])
    if (where === 'query' && example !== undefined) url.searchParams.set(name, String(example));
  const [type, media] = Object.entries(operation.requestBody?.content ?? {}).find(([, one]) => one.example) ?? [];
  const body = typeof media?.example === 'string' ? media.example : media ? JSON.stringify(media.example) : null;
  const response = await fetch(url, {
    method: method.toUpperCase(),
    headers: { authorization: `Bearer ${KEY}`, ...(type ? { 'content-type': type } : {}), ...headers },
    ...(body === null ? {} : { body }),
  });
  const text = await response.text();
  const expected = Object.keys(operation.responses).find((status) => status !== 'default')!;
  expect([path, response.status, response.status < 300 ? '' : text]).toEqual([path, Number(expected), '']);
  const [answered, { schema }] = Object.entries(operation.responses[expected]!.content)[0]!;
  if (!answered.endsWith('json')) return { text, json: {} };
  const json = JSON.parse(text) as Record<string, unknown>;
  const validate = ajv.compile(closed(schema) as object);
  expect([path, validate(json) ? [] : validate.errors]).toEqual([path, []]);
  return { text, json };
}

const finished = async (path: string, id: string) =>
  until(`${path} of ${id}`, async () => {
    const { text } = await apiGet(`${path}/${id}`, KEY);
    return text.includes('"finished"');
  });

/** What has to be there before a call about it, and how it is made. */
const MADE: Record<string, { by: string; under: string; name: 'id' | 'ref' }> = {
  '/imports/{id}': { by: '/imports', under: '/imports', name: 'id' },
  '/imports/{id}/quarantine.csv': { by: '/imports', under: '/imports', name: 'id' },
  '/audience-checks/{id}': { by: '/audience-checks', under: '/audience-checks', name: 'id' },
  '/ledger/exports/{id}': { by: '/ledger/exports', under: '/ledger/exports', name: 'id' },
  '/ledger/exports/{id}/file': { by: '/ledger/exports', under: '/ledger/exports', name: 'id' },
  '/ledger/verifications/{id}': { by: '/ledger/verifications', under: '/ledger/verifications', name: 'id' },
  '/requests/{ref}': { by: '/requests', under: '', name: 'ref' },
  '/choices/{id}/proof': { by: '/choices', under: '', name: 'id' },
  '/choices/{id}/receipt': { by: '/choices', under: '', name: 'id' },
};

test('every call that is described does what its example says, and answers in the shape that is described', async () => {
  const made: Record<string, string> = {};
  const make = async ({ by, under, name }: (typeof MADE)[string]) => {
    if (made[by]) return made[by];
    made[by] = String((await send('post', by, {})).json[name]);
    if (under) await finished(under, made[by]);
    return made[by];
  };
  const list = async () => make({ by: '/audience-checks', under: '', name: 'id' });
  const left = new Set(operations.map(({ path }) => path));
  // A list is asked about again before its result is looked at: both runs are then done.
  const { json } = await send('post', '/audience-checks/{id}/runs', { id: await list() });
  expect(json['id']).toEqual(expect.any(String));
  await until('both runs', async () => {
    const { text } = await apiGet(`/audience-checks/${await list()}`, KEY);
    return (text.match(/"finished"/g) ?? []).length === 2;
  });
  expect((await send('get', '/audience-checks/{id}/result.csv', { id: await list() })).text).toContain('permitted');
  for (const path of ['/audience-checks/{id}/runs', '/audience-checks/{id}/result.csv']) left.delete(path);
  // The signed one is the last test's.
  left.delete('/webhooks/{system}');
  for (const { method, path } of operations) {
    if (!left.has(path)) continue;
    const needs = MADE[path];
    if (needs) await send(method, path, { [needs.name]: await make(needs) });
    else if (Object.values(MADE).some(({ by }) => by === path) && method === 'post')
      await make(Object.values(MADE).find(({ by }) => by === path)!);
    else await send(method, path, {});
    left.delete(path);
  }
  expect([...left]).toEqual([]);
}, 240_000);

test('a call without a key, with a wrong one, or with a body of another shape is a problem in the described shape', async () => {
  for (const { method, path, operation } of operations) {
    if (operation.security.length === 0) continue;
    const url = `${WORLD.address}/api/v1${path.replace(/\{\w+\}/g, 'none')}`;
    for (const headers of [undefined, { authorization: 'Bearer wrong' }]) {
      const response = await fetch(url, {
        method: method.toUpperCase(),
        ...(headers ? { headers } : {}),
        ...(method === 'post' ? { body: '{' } : {}),
      });
      expect([path, response.status, response.headers.get('content-type')]).toEqual([
        path,
        401,
        'application/problem+json',
      ]);
      expect(await response.json()).toMatchObject({ code: 'key-missing-or-wrong', status: 401 });
    }
  }
});

/** The shell lines of a page of the documentation, in order. */
const shellOf = (file: string): string =>
  [...readFileSync(file, 'utf8').matchAll(/```sh\n([\s\S]*?)```/g)].map(([, lines]) => lines).join('\n');

test('the lines of the documentation work as pasted', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bookend-docs-'));
  const lines = shellOf('docs/developers.md').replace(/BOOKEND=\S+/, `BOOKEND=${WORLD.address}`);
  expect(lines.match(/\bask /g)!.length).toBeGreaterThan(15);
  const { stdout } = await promisify(execFile)('bash', ['-e', '-o', 'pipefail', '-c', lines], {
    cwd: folder,
    timeout: 120_000,
  });
  for (const said of [
    '"status":"recorded"',
    '"permitted":true',
    'permitted',
    '"kind":"advertising"',
    '"quarantined":1',
  ])
    expect(stdout).toContain(said);
  for (const said of ['"dueOn"', '"spans"', '"band"', '"root"', 'dpv:ConsentRecord', 'refused'])
    expect(stdout).toContain(said);
  const check = await promisify(execFile)('node', ['docs/check-proof.mjs', join(folder, 'proof.json')]);
  expect(check.stdout).toContain('holds');
}, 180_000);

/** Starts a program of the documentation, and waits until it listens. */
async function started(file: string, env: Record<string, string>): Promise<ChildProcess> {
  const child = spawn('node', [join(process.cwd(), file)], { env: { ...process.env, ...env }, stdio: 'pipe' });
  await new Promise<void>((resolve, reject) => {
    child.stdout!.once('data', () => resolve());
    child.stderr!.once('data', (words: Buffer) => reject(new Error(String(words))));
    child.once('exit', (code) => reject(new Error(`${file} ended with ${code}`)));
  });
  return child;
}

test('the program that is told: an administrator names it, it is told of a choice once, and refuses what is not signed', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bookend-told-'));
  const kept = join(folder, 'told.ndjson');
  const browser = await launch();
  const page = await signedIn(browser, 'ib');
  const port = '48765';
  try {
    await go(page, '/setup/webhooks');
    await fill(page, 'Whom it tells', 'example program');
    await fill(page, 'Where it listens', `http://127.0.0.1:${port}/bookend`);
    await page.locator('::-p-text(choices, when they are recorded)').click();
    await press(page, 'Tell it from now on');
    await seen(page, 'It is not shown again.');
    const secret = /whsec_\S+/.exec(await textOf(page))![0];
    const program = await started('docs/examples/webhook.mjs', { WEBHOOK_SECRET: secret, PORT: port, KEPT: kept });
    const { json } = await send('post', '/sales', {});
    expect(json['status']).toMatch(/recorded|duplicate/);
    const externalId = `told-${Date.now()}`;
    const example = operations.find(({ path }) => path === '/choices')!.operation.requestBody!.content[
      'application/json'
    ]!;
    const body = {
      ...(example.example as object),
      externalId,
      identifiers: [{ kind: 'email', value: `${externalId}@mail.example` }],
    };
    const response = await fetch(`${WORLD.address}/api/v1/choices`, {
      method: 'POST',
      headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const { id } = (await response.json()) as { id: string };
    const told = () => readFileSync(kept, { encoding: 'utf8', flag: 'a+' });
    await until('it is told', async () => told().includes(id));
    expect(told().split(id)).toHaveLength(2);
    expect(told()).not.toContain(externalId);
    const forged = await fetch(`http://127.0.0.1:${port}/bookend`, {
      method: 'POST',
      headers: {
        'webhook-id': 'x',
        'webhook-timestamp': String(Math.floor(Date.now() / 1000)),
        'webhook-signature': 'v1,AAAA',
      },
      body: '{}',
    });
    expect(forged.status).toBe(401);
    program.kill();
    await go(page, '/setup/webhooks');
    await press(page, 'Its calls');
    await seen(page, 'answered 204');
  } finally {
    await query(WORLD.database, "delete from webhooks where name = 'example program'");
    await browser.close();
  }
}, 120_000);

test('the checkout: an order is kept while Bookend is away, what was chosen is recorded once, and mail asks first', async () => {
  const port = '48766';
  const shop = `http://127.0.0.1:${port}`;
  const email = `checkout-${Date.now()}@mail.example`;
  const order = (newsletter: boolean) =>
    fetch(`${shop}/order`, {
      method: 'POST',
      redirect: 'manual',
      body: new URLSearchParams({ email, ...(newsletter ? { newsletter: 'yes' } : {}) }),
    });
  const mayWrite = async () =>
    ((await (await fetch(`${shop}/may-write`, { headers: { 'x-address': email } })).json()) as { permitted: boolean })
      .permitted;
  // The tests' clock stands at another day than this machine's; the shop goes by it too.
  const { body } = await api('/ledger/search', {}, KEY);
  const newest = (body['choices'] as { recordedAt: string }[])[0]!.recordedAt;
  const moved = `const D=Date,by=${Date.now() - Date.parse(newest)};globalThis.Date=class extends D{constructor(...a){a.length?super(...a):super(D.now()-by)}static now(){return D.now()-by}}`;
  const NODE_OPTIONS = `--import=data:text/javascript,${encodeURIComponent(moved)}`;
  const away = await started('docs/examples/checkout.mjs', {
    NODE_OPTIONS,
    BOOKEND: 'http://127.0.0.1:1',
    KEY,
    PORT: port,
  });
  expect((await order(true)).status).toBe(303);
  expect(await mayWrite()).toBe(false);
  away.kill();
  await wait(200);
  const program = await started('docs/examples/checkout.mjs', {
    NODE_OPTIONS,
    BOOKEND: WORLD.address,
    KEY,
    PORT: port,
    AGAIN_MS: '200',
  });
  try {
    expect(await (await fetch(shop)).text()).toContain('type="checkbox" value="yes">');
    expect(await mayWrite()).toBe(false);
    await order(true);
    await until('the choice is recorded', mayWrite);
    await order(false);
    await until('the refusal is recorded', async () => !(await mayWrite()));
  } finally {
    program.kill();
  }
}, 60_000);

test('pages of a site that an administrator named may call, others may not', async () => {
  const origin = 'https://shop.larkmere.example';
  const ask = (from: string) =>
    fetch(`${WORLD.address}/api/v1/choices`, {
      method: 'OPTIONS',
      headers: {
        origin: from,
        'access-control-request-method': 'POST',
        'access-control-request-headers': 'authorization',
      },
    });
  /** Pages are made by several processes, each of which hears of a change by itself. */
  const everybodySays = async (status: number) =>
    (await Promise.all(Array.from({ length: 12 }, () => ask(origin)))).every((answer) => answer.status === status);
  expect((await ask(origin)).status).toBe(403);
  const browser = await launch();
  try {
    const page = await signedIn(browser, 'ib');
    const field = 'Sites whose pages may call the API';
    await go(page, '/setup/network');
    await fill(page, field, 'https://shop.larkmere.example/basket');
    await press(page, 'Save');
    await seen(page, 'Origins such as');
    await fill(page, field, origin);
    await press(page, 'Save');
    await until('every process knows the site', () => everybodySays(204));
    const answer = await ask(origin);
    expect(answer.headers.get('access-control-allow-origin')).toBe(origin);
    expect(answer.headers.get('access-control-allow-headers')).toContain('authorization');
    const call = (from: string) =>
      fetch(`${WORLD.address}/api/v1/standing`, {
        method: 'POST',
        headers: { origin: from, authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
        body: JSON.stringify({ identifier: { kind: 'email', value: 'x@mail.example' }, purpose: 'newsletter' }),
      });
    expect((await call(origin)).headers.get('access-control-allow-origin')).toBe(origin);
    for (const other of ['https://shop.larkmere.example.evil.example', 'null', 'http://shop.larkmere.example']) {
      expect((await ask(other)).status).toBe(403);
      expect((await call(other)).headers.get('access-control-allow-origin')).toBeNull();
    }
    await go(page, '/setup/network');
    await fill(page, field, '');
    await press(page, 'Save');
    await until('every process has forgotten the site', () => everybodySays(403));
  } finally {
    await browser.close();
  }
}, 120_000);

test('what a system sends by itself is taken if it is signed, in the described shape; so are the lines of the documentation', async () => {
  const { operation } = operations.find(({ path }) => path === '/webhooks/{system}')!;
  const [, written] = /```json\n(\{ "type": "contact[\s\S]*?)```/.exec(readFileSync('docs/systems.md', 'utf8'))!;
  const documented = written!.trim().split('\n');
  expect(documented).toHaveLength(2);
  const example = String(operation.requestBody!.content['application/json']!.example);
  for (const [n, line] of [example, ...documented].entries()) {
    const body = line.replace('evt_84211', `evt_${Date.now()}`).replace('app-settings', 'webshop-checkout');
    const [id, timestamp] = [`msg_${Date.now()}_${n}`, String(Math.floor(Date.now() / 1000))];
    const signature = createHmac('sha256', Buffer.from(WORLD.webhookSecret, 'base64'))
      .update(`${id}.${timestamp}.${body}`)
      .digest('base64');
    const response = await fetch(`${WORLD.address}/api/v1/webhooks/sys_newsletter`, {
      method: 'POST',
      headers: { 'webhook-id': id, 'webhook-timestamp': timestamp, 'webhook-signature': `v1,${signature}` },
      body,
    });
    const answer = (await response.json()) as object;
    expect([line, response.status, answer]).toEqual([
      line,
      200,
      expect.objectContaining({ status: expect.any(String) }),
    ]);
    expect(ajv.validate(operation.responses['200']!.content['application/json']!.schema, answer)).toBe(true);
  }
});
