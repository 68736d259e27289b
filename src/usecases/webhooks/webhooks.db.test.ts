import { createServer, type IncomingMessage, type Server } from 'node:http';
import { createHmac } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { choice } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { forgetPerson } from '../../db/people/persons';
import type { Context } from '../shared/context';
import { readDesk } from '../desk/readDesk';
import { recordChoices } from '../ledger/recordChoices';
import { callWebhook, callWebhooks } from './callWebhook';
import {
  addWebhook,
  pauseWebhook,
  readWebhookCalls,
  readWebhooks,
  removeWebhook,
  resumeWebhook,
  rotateWebhookSecret,
  tryWebhook,
} from './webhooks';

interface Got {
  id: string;
  isSigned: boolean;
  type: string;
  data: {
    choices?: { id: string; identifiers: unknown }[];
    requests?: { ref: string; stage: string }[];
    from?: string;
  };
  text: string;
}

let rw: RequestWorld;
let ib: Context;
let server: Server;
let url: string;
let secret = '';
let got: Got[] = [];
/** What the program answers, in order; then 204. `hang up`: the connection is cut after the call was read. */
let answers: (number | 'hang up')[] = [];

async function textOf(request: IncomingMessage): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return Buffer.concat(parts).toString();
}

beforeAll(async () => {
  rw = await requestWorld('webhooks');
  ib = rw.world.user('usr_signe', 'administrator');
  server = createServer((request, response) => {
    void textOf(request).then((text) => {
      const head = (name: string) => String(request.headers[`webhook-${name}`]);
      const mac = createHmac('sha256', Buffer.from(secret.slice('whsec_'.length), 'base64'))
        .update(`${head('id')}.${head('timestamp')}.${text}`)
        .digest('base64');
      const { type, data } = JSON.parse(text) as Pick<Got, 'type' | 'data'>;
      got.push({ id: head('id'), isSigned: head('signature') === `v1,${mac}`, type, data, text });
      const answer = answers.shift() ?? 204;
      if (answer === 'hang up') request.socket.destroy();
      else response.writeHead(answer, answer === 302 ? { location: `${url}/elsewhere` } : {}).end();
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/told`;
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await rw.world.close();
});
beforeEach(() => {
  got = [];
  answers = [];
});
afterEach(() => rw.world.knex('webhooks').delete());

const NEW = { name: 'shop', url: '', topics: ['choices' as const], namesPeople: false, fromTheBeginning: false };
const record = (...names: string[]) =>
  recordChoices(rw.world.worker, {
    systemId: 'sys_shop',
    choices: names.map((name) =>
      choice({ identifiers: [{ kind: 'email', value: `${name}@mail.example` }], externalId: name }),
    ),
  });
async function told(more: Partial<typeof NEW> = {}): Promise<string> {
  const made = must(await addWebhook(ib, { ...NEW, url, ...more }));
  secret = made.secret;
  return made.id;
}
const tell = (id: string) => callWebhook(rw.world.worker, { webhookId: id });
const choicesTold = () => got.flatMap(({ data }) => data.choices ?? []);
const nextTry = (at: string) => rw.world.knex('webhook_calls').where({ state: 'open' }).update({ next_try_at: at });
/** Lets the waits between tries pass. */
const letWait = () => nextTry('2020-01-01T00:00:00Z');

test('choices are told in order, signed, each once, from when it began', async () => {
  await record('before');
  rw.world.pass(1);
  const id = await told();
  await record('one', 'two');
  rw.world.pass(1);
  await record('three');
  expect(await callWebhooks(rw.world.worker)).toBe(1);
  await tell(id);
  expect(got.every(({ isSigned, type }) => isSigned && type === 'choices.recorded')).toBe(true);
  const order = (await rw.world.knex('choices').orderBy(['recorded_at', 'tree', 'seq']).select('id')).map(
    (row) => row.id,
  );
  expect(choicesTold().map((one) => one.id)).toEqual(order.slice(-3));
  expect(choicesTold().every(({ identifiers }) => identifiers === null)).toBe(true);
  expect(got.map(({ text }) => text).join()).not.toContain('mail.example');
  expect(await tell(id)).toBe(0);
  expect(await callWebhooks(rw.world.worker)).toBe(0);
  expect(must(await readWebhooks(ib))).toMatchObject([{ id, behind: 0, failing: null, state: 'on' }]);
  must(await removeWebhook(ib, { id }));
  expect(must(await readWebhooks(ib))).toEqual([]);
});

test('a call that is not taken comes again as it was, with its id, and nothing overtakes it', async () => {
  const id = await told();
  await record('lost');
  answers = [500, 'hang up', 302];
  for (let tries = 0; tries < 3; tries++) {
    expect(await tell(id)).toBe(0);
    await record(`after-${tries}`);
    expect(must(await readWebhooks(ib))[0]!.failing).toMatchObject({ tries: tries + 1 });
    await nextTry('2090-01-01T00:00:00Z');
    expect(await tell(id)).toBe(0);
    expect(got).toHaveLength(tries + 1);
    await letWait();
  }
  expect(await tell(id)).toBe(2);
  expect(new Set(got.slice(0, 4).map((one) => `${one.id} ${JSON.stringify(one.data)}`)).size).toBe(1);
  expect(got.every(({ isSigned }) => isSigned)).toBe(true);
  expect(got[4]!.data.choices).toHaveLength(3);
  const log = must(await readWebhookCalls(ib, { id })).calls;
  expect(log.map(({ told: count, tries, state }) => [count, tries, state])).toEqual([
    [3, 1, 'taken'],
    [1, 4, 'taken'],
  ]);
});

test('a program that is away for days is given up, the Desk says so, and going on loses nothing', async () => {
  const id = await told();
  await record('days');
  answers = Array.from({ length: 16 }, () => 503);
  for (let tries = 0; tries < 16; tries++) {
    await tell(id);
    await letWait();
  }
  expect(got).toHaveLength(16);
  expect(must(await readWebhooks(ib))[0]).toMatchObject({
    state: 'given-up',
    failing: { tries: 16, why: 'answered 503' },
  });
  expect(await tell(id)).toBe(0);
  expect((await readDesk(ib)).waiting.map(({ who, what }) => `${who} ${what}`).join('\n')).toMatch(/shop .*given up/);
  await record('meanwhile');
  got = [];
  must(await resumeWebhook(ib, { id }));
  await tell(id);
  expect(choicesTold()).toHaveLength(2);
  expect(must(await readWebhooks(ib))[0]).toMatchObject({ state: 'on', failing: null, behind: 0 });
});

test('while it is off nothing is sent and everything waits; a worker that dies between calls sends nothing twice', async () => {
  const id = await told({ topics: ['choices', 'requests'] as never });
  must(await pauseWebhook(ib, { id }));
  await record('off');
  const { ref } = await rw.open();
  expect(await tell(id)).toBe(0);
  expect(await tryWebhook(ib, { id })).toMatchObject({ refusal: { code: 'webhook-busy' } });
  must(await resumeWebhook(ib, { id }));
  const { transaction } = rw.world.worker;
  let left = 2;
  const dying: Context = {
    ...rw.world.worker,
    transaction: (work) => (left-- > 0 ? transaction(work) : Promise.reject(new Error('killed'))),
  };
  await expect(callWebhook(dying, { webhookId: id })).rejects.toThrow('killed');
  await tell(id);
  expect(new Set(got.map((one) => one.id)).size).toBe(got.length);
  const stages = got.flatMap(({ data }) => data.requests ?? []);
  expect(stages[0]).toMatchObject({ ref, stage: 'intake' });
  expect(choicesTold()).toHaveLength(1);
  expect(JSON.stringify(got)).not.toMatch(/mail\.example|Lone/);
});

test('from the beginning, a hundred a call, and by address where that was chosen, but of nobody who was erased', async () => {
  await record(...Array.from({ length: 120 }, (_, n) => `many-${n}`), 'gone');
  const [gone] = await rw.world.knex('choices').orderBy('recorded_at', 'desc').limit(1).select('person_id');
  const id = await told({ fromTheBeginning: true, namesPeople: true });
  await rw.world.worker.transaction((h) => forgetPerson(h, gone.person_id, '2026-11-24T08:00:00Z'));
  await tell(id);
  expect(Math.max(...got.map(({ data }) => data.choices!.length))).toBe(100);
  const all = choicesTold();
  expect(all).toHaveLength((await rw.world.knex('choices').select('id')).length);
  expect(new Set(all.map((one) => one.id)).size).toBe(all.length);
  expect(all.filter(({ identifiers }) => identifiers === null)).toHaveLength(1);
  expect(JSON.stringify(all.map(({ identifiers }) => identifiers))).toContain('many-7@mail.example');
});

test('who may, where it may lead, another secret, a call to try', async () => {
  const signe = rw.world.user('usr_signe', 'coordinator');
  expect(await addWebhook(signe, { ...NEW, url })).toMatchObject({ refusal: { code: 'not-allowed' } });
  expect(await readWebhooks(signe)).toMatchObject({ refusal: { code: 'not-allowed' } });
  expect(await addWebhook(ib, { ...NEW, url: 'https://inner.example/x' })).toMatchObject({
    refusal: { code: 'webhook-out-of-reach', host: 'inner.example:443' },
  });
  const id = await told();
  expect(await addWebhook(ib, { ...NEW, url })).toMatchObject({ refusal: { code: 'webhook-known' } });
  const old = secret;
  secret = must(await rotateWebhookSecret(ib, { id })).secret;
  expect(secret).not.toBe(old);
  must(await tryWebhook(ib, { id }));
  await tell(id);
  expect(got).toMatchObject([{ type: 'test', isSigned: true }]);
  expect(JSON.stringify(await rw.world.knex('webhooks').select())).not.toContain(secret.slice(6));
  must(await removeWebhook(ib, { id }));
  expect(await readWebhookCalls(ib, { id })).toMatchObject({ refusal: { code: 'not-found' } });
});
