import { createServer, get, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { addressOf, isInner, startProxy, type ScanProxy } from './proxy';

test.each([
  ['127.0.0.1', true],
  ['10.1.2.3', true],
  ['172.31.255.255', true],
  ['172.32.0.1', false],
  ['169.254.169.254', true],
  ['192.168.1.1', true],
  ['100.64.0.1', true],
  ['::1', true],
  ['fe80::1', true],
  ['fd00::1', true],
  ['::ffff:10.0.0.1', true],
  ['203.0.113.9', false],
  ['2001:db8::1', false],
])('%s lies inside: %s', (address, inner) => {
  expect(isInner(address)).toBe(inner);
});

test('what lies inside is called only where it was said that it may be', async () => {
  expect(await addressOf('127.0.0.1', 80, [])).toBeNull();
  expect(await addressOf('[::1]', 80, [])).toBeNull();
  expect(await addressOf('shop.localhost', 4177, ['shop.localhost:4177'])).toBe('127.0.0.1');
  expect(await addressOf('shop.localhost', 5432, ['shop.localhost:4177'])).toBeNull();
  expect(await addressOf('ads.localhost', 4177, ['*.localhost:4177'])).toBe('127.0.0.1');
  expect(await addressOf('ads.localhost', 4178, ['*.localhost:4177'])).toBeNull();
  expect(await addressOf('notlocalhost', 4177, ['*.localhost:4177'])).toBeNull();
  expect(await addressOf('127.0.0.1', 80, ['127.0.0.1'])).toBe('127.0.0.1');
  expect(await addressOf('203.0.113.9', 80, [])).toBe('203.0.113.9');
  expect(await addressOf('no-such-name.invalid', 80, [])).toBeNull();
});

describe('on the way', () => {
  let server: Server;
  let proxy: ScanProxy;
  let own: string;
  beforeAll(async () => {
    server = createServer((request, response) => void response.end(`${request.method} ${request.url}`));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    own = `127.0.0.1:${(server.address() as AddressInfo).port}`;
    proxy = await startProxy([own, 'away.localhost:9']);
  });
  afterAll(async () => {
    await proxy.close();
    server.close();
  });

  const through = (url: string) =>
    new Promise<{ status: number; text: string; said: string | undefined }>((resolve, reject) => {
      get({ host: '127.0.0.1', port: proxy.port, path: url }, (response) => {
        let text = '';
        response.on('data', (part: Buffer) => (text += String(part)));
        response.on('end', () =>
          resolve({ status: response.statusCode!, text, said: response.headers['x-scan'] as string | undefined }),
        );
      }).on('error', reject);
    });
  const tunnel = (target: string) =>
    new Promise<string>((resolve) => {
      const socket = connect(proxy.port, '127.0.0.1', () => socket.write(`CONNECT ${target} HTTP/1.1\r\n\r\n`));
      socket.once('data', (data) => {
        resolve(String(data).split('\r\n')[0]!);
        socket.destroy();
      });
    });

  test('what may be called is called, with its path', async () => {
    expect(await through(`http://${own}/a?b=1`)).toMatchObject({ status: 200, text: 'GET /a?b=1' });
    expect(await tunnel(own)).toBe('HTTP/1.1 200 Connection established');
  });

  test('what lies inside is refused, also through a tunnel, and named', async () => {
    expect(await through('http://127.0.0.2:1/')).toMatchObject({ status: 403, said: 'refused' });
    expect(await tunnel('127.0.0.3:5432')).toBe('HTTP/1.1 403 Forbidden');
    expect([...proxy.refused].sort()).toEqual(['127.0.0.2', '127.0.0.3']);
  });

  test('a server that is away is not the same as one that is refused; nonsense breaks nothing', async () => {
    expect(await through('http://away.localhost:9/')).toMatchObject({ status: 502, said: 'away' });
    expect(await tunnel('away.localhost:9')).toBe('HTTP/1.1 502 Bad Gateway');
    expect((await through('/no-address')).status).toBe(400);
    expect(await tunnel('nonsense')).toBe('HTTP/1.1 403 Forbidden');
    expect((await through(`http://${own}/still`)).text).toBe('GET /still');
  });
});
