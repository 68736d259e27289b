import { AsyncLocalStorage } from 'node:async_hooks';
import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { turnsOf } from './turns';

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

async function served(most: number, patienceMs: number, work: (path: string, response: ServerResponse) => void) {
  const turns = turnsOf(most, patienceMs);
  const came: string[] = [];
  const left: string[] = [];
  const server = createServer((request, response) => {
    came.push(request.url!);
    response.once('close', () => left.push(request.url!));
    turns.take(response, () => work(request.url!, response));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    came,
    left,
    get: async (path: string, signal?: AbortSignal) =>
      (await fetch(`${address}${path}`, signal ? { signal } : {})).text(),
    close: () =>
      new Promise((resolve) => {
        server.close(resolve);
        server.closeAllConnections();
      }),
  };
}

test('so many at once as are allowed, in the order in which they came', async () => {
  let [inHand, most] = [0, 0];
  const begun: string[] = [];
  const { came, get, close } = await served(2, 5000, (path, response) => {
    begun.push(path);
    most = Math.max(most, ++inHand);
    setTimeout(() => {
      inHand--;
      response.end(path);
    }, 40);
  });
  const answers = [];
  for (let n = 0; n < 9; n++) {
    answers.push(get(`/${n}`));
    await wait(5);
  }
  expect(await Promise.all(answers)).toEqual(Array.from({ length: 9 }, (_, n) => `/${n}`));
  expect(most).toBe(2);
  expect(begun).toEqual(came);
  await close();
});

test('work begins in the context in which it came, never in that of whoever made room for it', async () => {
  const whose = new AsyncLocalStorage<string>();
  const found: [path: string, whose: string | undefined][] = [];
  const { came, get, close } = await served(1, 50, (path, response) => {
    found.push([path, whose.getStore()]);
    whose.run(path, () => void setTimeout(() => response.end(path), path === '/slow' ? 200 : 20));
  });
  // One makes room by ending, one by taking too long.
  const answers: Promise<string>[] = [];
  for (const path of ['/first', '/second', '/slow', '/last']) {
    answers.push(get(path));
    while (!came.includes(path)) await wait(1);
  }
  expect(await Promise.all(answers)).toEqual(['/first', '/second', '/slow', '/last']);
  expect(found).toEqual([
    ['/first', undefined],
    ['/second', undefined],
    ['/slow', undefined],
    ['/last', undefined],
  ]);
  await close();
});

test('one that takes for ever keeps nobody waiting for longer than the patience, and one that went away is not made', async () => {
  const begun: string[] = [];
  const { came, left, get, close } = await served(1, 2000, (path, response) => {
    begun.push(path);
    if (path !== '/never') response.end(path);
  });
  const never = new AbortController();
  const first = get('/never', never.signal).catch(() => 'given up');
  while (!came.includes('/never')) await wait(5);
  const gone = new AbortController();
  const second = get('/gone', gone.signal).catch(() => 'given up');
  while (!came.includes('/gone')) await wait(5);
  gone.abort();
  while (!left.includes('/gone')) await wait(5);
  expect(await get('/next')).toBe('/next');
  expect(begun).toEqual(['/never', '/next']);
  never.abort();
  expect([await first, await second]).toEqual(['given up', 'given up']);
  await close();
});
