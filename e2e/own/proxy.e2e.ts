import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { connect, createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { query, until, WORLD } from '../support/world';

// Behind a real nginx, with the example that ./bookend service writes: TLS, large uploads, a missing Host.

const OWN = JSON.parse(process.env['OWN_WORLD']!) as { data: string; root: string };
const NGINX = '/usr/sbin/nginx';
const HOST = 'privacy.thornbury.example';

let nginx: ChildProcess;
let port: number;

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port: free } = server.address() as AddressInfo;
      server.close(() => resolve(free));
    });
  });

beforeAll(async () => {
  if (!existsSync(NGINX)) throw new Error('nginx is missing: run these tests with ./bookend test own');
  const folder = mkdtempSync(join(tmpdir(), 'bookend-nginx-'));
  const env = { ...process.env, BOOKEND_DATA: OWN.data };
  const written = spawnSync(join(OWN.root, 'bookend'), ['service', folder], { encoding: 'utf8', env });
  expect(written.stdout).toContain('bookend.service');
  const key = spawnSync('openssl', [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', `/CN=${HOST}`],
    ...['-keyout', join(folder, 'key.pem'), '-out', join(folder, 'cert.pem')],
  ]);
  expect(key.status).toBe(0);
  port = await freePort();
  const plain = await freePort();
  // The example as it is, but for where this test may listen and where its certificate lies.
  const server = readFileSync(join(folder, 'nginx.conf'), 'utf8')
    .replace(/listen \[::\]:.*\n/g, '\n')
    .replace('listen 443 ssl;', `listen 127.0.0.1:${port} ssl;`)
    .replace('listen 80;', `listen 127.0.0.1:${plain};`)
    .replace(/ssl_certificate_key .*;/, `ssl_certificate_key ${join(folder, 'key.pem')};`)
    .replace(/ssl_certificate .*;/, `ssl_certificate ${join(folder, 'cert.pem')};`);
  const paths = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (name) => `${name}_temp_path ${folder}/${name};`,
  );
  writeFileSync(
    join(folder, 'whole.conf'),
    `daemon off; pid ${folder}/pid; error_log ${folder}/error.log; events {} http { access_log off; ${paths.join(' ')}\n${server}\n}`,
  );
  nginx = spawn(NGINX, ['-c', join(folder, 'whole.conf'), '-p', folder], { stdio: 'ignore' });
  await until('nginx answers', async () => (await call('GET', '/sign-in').catch(() => null))?.status === 200, 30);
}, 120_000);
afterAll(() => nginx.kill('SIGTERM'));

/** @param from the address of this machine that the call comes from */
function call(method: string, path: string, body?: Buffer, headers: Record<string, string> = {}, from?: string) {
  return new Promise<{ status: number; text: string; headers: Record<string, unknown> }>((resolve, reject) => {
    const sent = request(
      {
        host: '127.0.0.1',
        port,
        path,
        method,
        headers: { host: HOST, ...headers },
        rejectUnauthorized: false,
        ...(from ? { localAddress: from } : {}),
      },
      (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () =>
          resolve({ status: response.statusCode!, text: Buffer.concat(parts).toString(), headers: response.headers }),
        );
      },
    );
    sent.on('error', reject);
    // Whoever is answered before all was sent finds the line closed.
    sent.on('socket', (socket) => socket.on('error', () => {}));
    sent.end(body);
  });
}

test('pages come over TLS, with their rules', async () => {
  const { status, text, headers } = await call('GET', '/sign-in');
  expect(status).toBe(200);
  expect(text).toContain('Sign in');
  expect(headers['content-security-policy']).toContain("default-src 'self'");
});

test('a large upload arrives whole and is answered by Bookend, not cut off on the way', async () => {
  const { status, text } = await call('POST', '/api/v1/imports', Buffer.alloc(40 * 1024 * 1024, 'a;b\n'), {
    'content-type': 'text/csv',
    authorization: 'Bearer nobody',
  });
  expect([status, text]).toEqual([401, expect.stringContaining('urn:bookend:problem')]);
}, 60_000);

test('who calls is counted from the proxy: what a client says of itself counts for nothing', async () => {
  const { text } = await call('GET', '/sign-in');
  const hidden = [...text.matchAll(/<input type="hidden" name="([^"]+)"(?: value="([^"]*)")?/g)];
  const fields: [string, string][] = [
    ...hidden.map(([, name, value]): [string, string] => [name!, (value ?? '').replaceAll('&quot;', '"')]),
    ['email', 'nobody@thornbury.example'],
    ['password', 'a wrong one'],
  ];
  const body = fields.map(
    ([name, value]) => `--cut\r\ncontent-disposition: form-data; name="${name}"\r\n\r\n${value}\r\n`,
  );
  const said = await call(
    'POST',
    '/sign-in',
    Buffer.from(`${body.join('')}--cut--\r\n`),
    {
      'content-type': 'multipart/form-data; boundary=cut',
      origin: `https://${HOST}`,
      'x-forwarded-for': '198.51.100.9',
      'x-real-ip': '198.51.100.8',
    },
    '127.0.0.7',
  );
  expect([said.status, said.text]).toEqual([200, expect.stringMatching(/password is wrong/i)]);
  const keys = (
    await query<{ key: string }>(WORLD.database, "select key from rate_limits where key like 'sign-in:%'")
  ).map(({ key }) => key);
  expect(keys).toContain('sign-in:127.0.0.7');
  expect(keys.filter((key) => key.includes('198.51.100'))).toEqual([]);
});

test('a call without a host is told so', async () => {
  const { hostname, port: own } = new URL(WORLD.address);
  const said = await new Promise<string>((resolve) => {
    const socket = connect(Number(own), hostname, () => socket.write('GET /sign-in HTTP/1.0\r\n\r\n'));
    let all = '';
    socket.on('data', (part) => (all += part.toString()));
    socket.on('close', () => resolve(all));
  });
  expect(said).toMatch(/^HTTP\/1\.1 400/);
  expect(said).toContain('pass on the Host header');
});
