import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startNewsletter, type Contact, type Failure } from '../../../standins/newsletter/newsletter';
import type { FoundRecord } from '../../ports/connector';
import { restConnector as connectorOf } from './restConnector';

const MAPPING = JSON.stringify({
  collections: [
    {
      name: 'contacts',
      list: '/contacts?limit=200',
      items: 'items',
      paging: { kind: 'cursor', parameter: 'cursor', next: 'next' },
      id: 'id',
      title: 'name',
      person: { email: 'email', 'full-name': 'name', phone: 'phone', country: 'country' },
      one: '/contacts/{id}',
      erase: { method: 'DELETE', path: '/contacts/{id}' },
      change: { method: 'PATCH', path: '/contacts/{id}' },
    },
  ],
});
const restConnector = (connection: Record<string, string>) => connectorOf('sys_n', { mapping: MAPPING, ...connection });

const CONTACTS: Contact[] = Array.from({ length: 450 }, (_, i) => ({
  id: `c_${1000 + i}`,
  email: `p${i}@mail.example`,
  name: `Person ${i}`,
  phone: i === 7 ? '+45 10 12 34 56' : null,
  country: 'DK',
  subscribed: true,
  created_at: '2026-01-01T00:00:00Z',
  opens: i,
}));

let service: Awaited<ReturnType<typeof startNewsletter>>;
let url: string;
beforeAll(async () => {
  service = await startNewsletter(
    {
      port: 0,
      token: 'right',
      file: join(mkdtempSync(join(tmpdir(), 'bookend-newsletter-')), 'state.json'),
      bookendUrl: '',
      checksUrl: '',
      webhookSecret: '',
      bookendKey: 'x',
      now: () => '2026-11-24T08:00:00Z',
    },
    CONTACTS,
  );
  url = `http://127.0.0.1:${(service.address() as AddressInfo).port}`;
});
afterAll(() => new Promise((resolve) => service.close(resolve)));

async function search(values: string[], token = 'right'): Promise<{ found: FoundRecord[]; scanned: number }> {
  const found: FoundRecord[] = [];
  let scanned = 0;
  for await (const batch of restConnector({ url, token }).search(
    values.map((value) => ({
      kind: value.startsWith('+') ? ('phone' as const) : ('email' as const),
      value,
      scope: '',
    })),
  )) {
    found.push(...batch.records);
    scanned += batch.scanned;
  }
  return { found, scanned };
}

test('goes through every page by its cursor', async () => {
  const { found, scanned } = await search(['p0@mail.example', 'p449@mail.example', '+4510123456']);
  expect(found.map(({ key }) => key)).toEqual(['c_1000', 'c_1007', 'c_1449']);
  expect(scanned).toBe(450);
});

test.each<[Failure, string, number | null]>([
  ['429', 'rate-limited', 1],
  ['500', 'server-error', null],
  ['half-page', 'wrong-answer', null],
  ['time-out', 'time-out', null],
])('%s is a failure of kind %s', async (mode, kind, retryAfterSeconds) => {
  service.fail(mode, 1);
  await expect(search(['p0@mail.example'])).rejects.toMatchObject({ name: 'ConnectorError', kind, retryAfterSeconds });
  service.fail('none', 0);
});

test('a wrong token is not worth trying again; nobody at home is', async () => {
  await expect(search(['p0@mail.example'], 'wrong')).rejects.toMatchObject({ kind: 'not-allowed' });
  const away = restConnector({ url: 'http://127.0.0.1:9', token: 'x' });
  await expect(away.read({ collection: 'contacts', key: 'c' })).rejects.toMatchObject({ kind: 'refused' });
});

test('a delete is accepted, done later, and once however often it is asked', async () => {
  const connector = restConnector({ url, token: 'right' });
  const ref = { collection: 'contacts', key: 'c_1010' };
  for (let n = 0; n < 3; n++)
    expect(await connector.erase!(ref, { idempotencyKey: 'plan:1', releasedBy: [] })).toMatchObject({
      state: 'accepted',
    });
  expect(await connector.isErased(ref)).toBe(false);
  await new Promise((resolve) => setTimeout(resolve, 700));
  expect(await connector.isErased(ref)).toBe(true);
  const state = (await (await fetch(`${url}/_state`)).json()) as {
    deletions: { id: string; times: number; keys: string[] }[];
  };
  expect(state.deletions).toEqual([{ id: 'c_1010', times: 1, keys: ['plan:1', 'plan:1', 'plan:1'] }]);
  expect(await connector.erase!(ref, { idempotencyKey: 'plan:1', releasedBy: [] })).toEqual({
    state: 'done',
    detail: 'was gone already',
  });
});

test('a false “done” is seen through by looking', async () => {
  service.fail('false-done', 1);
  const connector = restConnector({ url, token: 'right' });
  const ref = { collection: 'contacts', key: 'c_1020' };
  expect(await connector.erase!(ref, { idempotencyKey: 'plan:2', releasedBy: [] })).toMatchObject({ state: 'done' });
  expect(await connector.isErased(ref)).toBe(false);
});
