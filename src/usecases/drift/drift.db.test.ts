import { createHmac } from 'node:crypto';
import { Readable } from 'node:stream';
import { choice, purposeRow, seedLedger } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import { insertPurpose } from '../../db/purposes/purposes';
import { insertSystem } from '../../db/systems/systems';
import { ConnectorError, type Connector } from '../../ports/connector';
import { askAgain, downloadAudience, readAudience, startAudience } from '../audiences/checkAudience';
import { checkDraft } from '../audiences/checkDraft';
import { checkStanding } from '../standing/checkStanding';
import { receiveWebhook } from '../ledger/receiveWebhook';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { compareSystem, startComparison } from './compareSystem';
import { believe, correctDrift, putRight } from './putRight';
import { readDrift } from './readDrift';

/** A system of flags in memory, that can fail, accept and do it later, or lie. */
class Flags implements Connector {
  flagsByKey = new Map<string, boolean>();
  later: (() => void)[] = [];
  mode: 'good' | 'accepts' | 'lies' | 'down' = 'good';
  asked: string[] = [];
  describe = async () => ({ collections: [] });
  async *search() {
    yield { records: [], scanned: 0 };
  }
  read = async () => null;
  isErased = async () => false;
  async *flags() {
    if (this.mode === 'down') throw new ConnectorError('server-error', 'The list fell over.');
    const all = [...this.flagsByKey].map(([email, permits]) => ({
      key: email,
      purpose: 'newsletter',
      permits,
      identifiers: [{ kind: 'email' as const, value: email }],
    }));
    for (let at = 0; at < all.length; at += 2) yield all.slice(at, at + 2);
  }
  flagOf = async (key: string) => this.flagsByKey.get(key) ?? null;
  async applyChoice(key: string, _: string, permits: boolean, { idempotencyKey }: { idempotencyKey: string }) {
    this.asked.push(idempotencyKey);
    if (this.mode === 'down') throw new ConnectorError('server-error', 'The list fell over.');
    const apply = () => void this.flagsByKey.set(key, permits);
    if (this.mode === 'accepts') {
      this.later.push(apply);
      return { state: 'accepted' as const, detail: 'later' };
    }
    if (this.mode === 'good') apply();
    return { state: 'done' as const, detail: 'changed' };
  }
  can = () => ({ erase: false, anonymise: false });
  close = async () => {};
}

const SECRET = Buffer.from('a secret of the newsletter service').toString('base64');
const list = new Flags();
let world: TestWorld;
let worker: Context;
let signe: Context;
const say = (email: string, answer: 'grant' | 'withdraw', occurredAt: string) =>
  recordChoices(worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: email }],
        name: { givenName: email.split('@')[0]!, familyName: 'Skov' },
        answer,
        occurredAt,
        externalId: `${email}${answer}${occurredAt}`,
      }),
    ],
  });
const may = async (email: string) =>
  must(
    await checkStanding(worker, {
      identifier: { kind: 'email', value: email },
      purpose: 'newsletter',
      systemId: 'sys_shop',
    }),
  );
const board = async () => must(await readDrift(signe, { systemId: null, purpose: null, direction: null, after: null }));
async function compare(): Promise<void> {
  for (const runId of must(await startComparison(signe)).runs) await compareSystem(worker, { runId });
  world.queue.length = 0;
}

beforeAll(async () => {
  world = await testWorld('drift');
  await seedLedger(world);
  const connection = JSON.stringify({ flagPurpose: 'newsletter', webhookSecret: `whsec_${SECRET}` });
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_list',
      kind: 'rest',
      name: 'List',
      default_country: 'DK',
      connection_sealed: world.worker.keys.sealOwn(connection, 'connection:sys_list'),
      is_traced: false,
      owner: null,
      sort_order: 5,
    });
    await insertPurpose(h, purposeRow({ id: 'offers-2', kind: 'opt-out' }));
  });
  worker = { ...world.worker, connect: () => list, retryBaseMs: 1 };
  signe = { ...world.user('usr_1', 'coordinator'), connect: () => list };
  for (const email of ['ann@mail.example', 'bo@mail.example', 'cai@mail.example', 'dea@mail.example'])
    await say(email, 'grant', '2026-10-01T10:00:00Z');
  for (const email of [
    'ann@mail.example',
    'bo@mail.example',
    'cai@mail.example',
    'dea@mail.example',
    'stranger@mail.example',
  ])
    list.flagsByKey.set(email, true);
});
afterAll(() => world.close());

test('where all agree there is nothing; who is not in the ledger is counted apart', async () => {
  await compare();
  expect(await board()).toMatchObject({
    board: [],
    items: [],
    systems: [{ id: 'sys_list', run: { state: 'finished', done: 5, counts: { unknown: 1, found: 0 } } }],
  });
});

test('a withdrawal the list has not heard of is drift, is put right, confirmed, and its time is measured', async () => {
  world.goTo('2026-11-24T09:00:00Z');
  await say('ann@mail.example', 'withdraw', '2026-11-24T08:30:00Z');
  await compare();
  const { items, board: lines, follow } = await board();
  expect(items).toEqual([
    expect.objectContaining({ who: 'ann Skov', direction: 'looser', standing: 'withdrawn', state: 'open' }),
  ]);
  expect(lines).toEqual([
    expect.objectContaining({
      purpose: 'newsletter',
      direction: 'looser',
      open: 1,
      ages: { today: 1, 'this week': 0, older: 0 },
    }),
  ]);
  expect(follow).toMatchObject({ count: 0, open: 1 });
  world.goTo('2026-11-24T10:30:00Z');
  must(await putRight(signe, { ids: [items[0]!.id] }));
  await correctDrift(worker);
  expect(list.flagsByKey.get('ann@mail.example')).toBe(false);
  expect((await board()).items).toEqual([]);
  expect((await board()).follow).toMatchObject({ count: 1, open: 0, medianHours: 2, worstHours: 2 });
  await compare();
  expect((await board()).items).toEqual([]);
});

test('a system that is stricter is believed: it becomes a choice, dated to when it was seen', async () => {
  list.flagsByKey.set('bo@mail.example', false);
  await compare();
  const [item] = (await board()).items;
  expect(item).toMatchObject({ direction: 'stricter', standing: 'granted' });
  expect(await putRight(signe, { ids: [item!.id] })).toMatchObject({ refusal: { code: 'drift-other-way', count: 1 } });
  must(await believe(signe, { ids: [item!.id] }));
  expect(await may('bo@mail.example')).toMatchObject({ permitted: false, standing: 'withdrawn' });
  await compare();
  expect((await board()).items).toEqual([]);
});

test(
  'a system that accepts and does it later, lies, or is down: nothing is called settled before it is ' +
    'true, one key per correction',
  async () => {
    await say('cai@mail.example', 'withdraw', '2026-11-24T10:00:00Z');
    await compare();
    const [item] = (await board()).items;
    list.asked = [];
    list.mode = 'down';
    must(await putRight(signe, { systemId: 'sys_list', purpose: 'newsletter', count: 1 }));
    await correctDrift(worker);
    expect((await board()).items[0]).toMatchObject({ state: 'intended', detail: 'The list fell over.' });
    list.mode = 'lies';
    await correctDrift(worker);
    expect((await board()).items[0]).toMatchObject({
      state: 'accepted',
      detail: 'The system says it is done, but it is not.',
    });
    list.mode = 'accepts';
    for (let n = 0; n < 9; n++) await correctDrift(worker);
    expect((await board()).items).toHaveLength(1);
    for (const apply of list.later) apply();
    await correctDrift(worker);
    expect((await board()).items).toEqual([]);
    expect(new Set(list.asked)).toEqual(new Set([`drift-${item!.id}`]));
    list.mode = 'good';
  },
);

test('a bulk of another size than the one looked at is refused; a system that is down is said and changes nothing', async () => {
  await say('dea@mail.example', 'withdraw', '2026-11-24T10:10:00Z');
  await compare();
  expect(await putRight(signe, { systemId: 'sys_list', purpose: 'newsletter', count: 7 })).toMatchObject({
    refusal: { code: 'drift-changed', expected: 1 },
  });
  list.mode = 'down';
  await compare();
  expect((await board()).systems[0]!.run).toMatchObject({ state: 'failed', cause: 'The list fell over.' });
  expect((await board()).items).toHaveLength(1);
  list.mode = 'good';
  list.flagsByKey.set('dea@mail.example', false);
  await compare();
  expect((await board()).items).toEqual([]);
  expect(await startComparison(world.user('usr_2', 'auditor'))).toMatchObject({ refusal: { code: 'not-allowed' } });
});

describe('webhooks', () => {
  const body = JSON.stringify({
    type: 'contact.unsubscribed',
    at: '2026-11-24T10:20:00Z',
    contact: { id: 'c1', email: 'eva@mail.example' },
  });
  const sign = (id: string, timestamp: string, text: string, secret = SECRET) =>
    `v1,${createHmac('sha256', Buffer.from(secret, 'base64')).update(`${id}.${timestamp}.${text}`).digest('base64')}`;
  const now = () => String(Math.floor(Date.now() / 1000));
  const receive = (more: Partial<Parameters<typeof receiveWebhook>[1]> = {}) => {
    const [id, timestamp, text] = [more.id ?? 'msg_1', more.timestamp ?? now(), more.body ?? body];
    return receiveWebhook(worker, {
      systemId: 'sys_list',
      id,
      timestamp,
      body: text,
      signature: sign(id, timestamp, text),
      ...more,
    });
  };
  test('a signed one becomes a choice; the same again changes nothing', async () => {
    await say('eva@mail.example', 'grant', '2026-10-01T10:00:00Z');
    await world.worker.transaction(
      async (h) =>
        void (await h.trx('wordings').insert({
          kind: 'ask',
          id: 'newsletter-service',
          version: 1,
          valid_from: '2020-01-01',
          recorded_at: '2020-01-01',
        })),
    );
    expect(must(await receive())).toMatchObject({ status: 'recorded' });
    expect(await may('eva@mail.example')).toMatchObject({ permitted: false, standing: 'withdrawn' });
    expect(must(await receive())).toBeNull();
  });
  test.each<[string, Partial<Parameters<typeof receiveWebhook>[1]>]>([
    ['signature-wrong', { signature: sign('msg_1', now(), body, Buffer.from('another').toString('base64')) }],
    ['signature-wrong', { signature: 'v1,' }],
    ['signature-wrong', { signature: sign('msg_2', now(), body) }],
    ['webhook-unknown', { signature: null }],
    ['webhook-unknown', { systemId: 'sys_shop' }],
    ['timestamp-off', { timestamp: String(Math.floor(Date.now() / 1000) - 600) }],
    ['timestamp-off', { timestamp: String(Math.floor(Date.now() / 1000) + 600) }],
    ['webhook-invalid', { body: '{"type":"contact.moved"}' }],
    ['webhook-invalid', { body: 'no json' }],
  ])('%s', async (code, more) => expect(await receive({ id: 'msg_9', ...more })).toMatchObject({ refusal: { code } }));
});

describe('audiences', () => {
  const start = (text: string, more: { purpose?: string; channel?: 'email' | 'phone' } = {}) =>
    startAudience(signe, {
      name: 'October mailing',
      purpose: 'newsletter',
      channel: 'email',
      content: Readable.from([Buffer.from(text)]),
      ...more,
    });
  const textOf = async (id: string) => {
    const parts: Buffer[] = [];
    for await (const part of must(await downloadAudience(signe, { id })).stream) parts.push(part as Buffer);
    return Buffer.concat(parts).toString('utf8');
  };
  test('each line comes back with permitted or the reason, in order; asked again it says what holds then', async () => {
    await say('fay@mail.example', 'grant', '2026-10-01T10:00:00Z');
    const { id } = must(
      await start(
        'Name;E-mail\nFay;fay@mail.example\nAnn;ANN@mail.example\nNobody;nobody@mail.example\nBroken;not ' +
          'an address\nFormula;=cmd@mail.example',
      ),
    );
    await world.drain();
    const lines = (await textOf(id)).trim().split('\r\n');
    expect(lines).toHaveLength(6);
    expect(lines[1]).toMatch(/^2,fay@mail.example,yes,granted,/);
    expect(lines[2]).toMatch(/^3,ANN@mail.example,no,withdrawn,Withdrew on Tue 24 Nov 2026\.,/);
    expect(lines[3]).toMatch(/^4,nobody@mail.example,no,not-asked,/);
    expect(lines[4]).toMatch(/^5,not an address,no,unreadable,/);
    expect(lines[5]).toContain("'=cmd@mail.example");
    expect(must(await readAudience(signe, { id })).runs[0]).toMatchObject({
      state: 'finished',
      done: 5,
      counts: { permitted: 1, granted: 1, withdrawn: 1, 'not-asked': 2, unreadable: 1 },
    });
    await say('fay@mail.example', 'withdraw', '2026-11-24T10:25:00Z');
    world.pass(60);
    must(await askAgain(signe, { audienceId: id }));
    await world.drain();
    expect(must(await readAudience(signe, { id })).runs.map(({ counts }) => counts['permitted'])).toEqual([0, 1]);
    expect(await textOf(id)).toMatch(/fay@mail.example,no,withdrawn/);
  });
  test('a list without a header, and one in NDJSON', async () => {
    for (const text of [
      'ann@mail.example\nbo@mail.example',
      '{"email":"ann@mail.example"}\n{"email":"bo@mail.example"}',
    ]) {
      const { id } = must(await start(text));
      await world.drain();
      expect(must(await readAudience(signe, { id })).runs[0]).toMatchObject({ done: 2, counts: { permitted: 0 } });
    }
  });
  test('what is refused', async () => {
    expect(await start('')).toMatchObject({ refusal: { code: 'file-empty' } });
    expect(await start('a@b.example', { purpose: 'moon' })).toMatchObject({ refusal: { code: 'unknown-purpose' } });
    expect(await downloadAudience(signe, { id: 'aud_none' })).toMatchObject({ refusal: { code: 'not-found' } });
    expect(
      await startAudience(world.user('usr_2', 'auditor'), {
        name: 'x',
        purpose: 'newsletter',
        channel: 'email',
        content: Readable.from(['a']),
      }),
    ).toMatchObject({ refusal: { code: 'not-allowed' } });
  });
});

describe('drafts', () => {
  const eml = (headers: string[], html: string) =>
    Buffer.from(
      [
        'From: Larkmere Cycles <news@larkmere.example>',
        'Subject: Autumn sale',
        ...headers,
        'MIME-Version: 1.0',
        'Content-Type: text/html; charset=utf-8',
        '',
        html,
      ].join('\r\n'),
    );
  const whole = [
    'List-Unsubscribe: <https://news.larkmere.example/u/1>',
    'List-Unsubscribe-Post: List-Unsubscribe=One-Click',
  ];
  const html = (link: string) =>
    `<html><body><p>20 % off all frames. Larkmere Cycles &amp; Touring, Havnegade 4, 8000 Aarhus C</p>${link}</body></html>`;
  test('a whole one is fit; a link that cannot be seen is none', async () => {
    expect(
      must(
        await checkDraft(signe, {
          content: eml(whole, html('<a href="https://news.larkmere.example/u/1">Unsubscribe</a>')),
        }),
      ),
    ).toMatchObject({ kind: 'advertising', isFit: true });
    const hidden = must(
      await checkDraft(signe, {
        content: eml(whole, html('<a style="display:none" href="https://news.larkmere.example/u/1">Unsubscribe</a>')),
      }),
    );
    expect(hidden.requirements.filter(({ isMet }) => !isMet).map(({ code }) => code)).toEqual(['visible-way-out']);
  });
  test('HTML alone has no headers: what is missing is named', async () => {
    const verdict = must(
      await checkDraft(signe, { content: Buffer.from(html('<a href="https://x.example/stop">Unsubscribe</a>')) }),
    );
    expect(verdict).toMatchObject({ kind: 'advertising', isFit: false });
    expect(verdict.requirements.find(({ code }) => code === 'one-click')!.add).toContain('List-Unsubscribe');
    expect(await checkDraft(signe, { content: Buffer.from('  ') })).toMatchObject({ refusal: { code: 'draft-empty' } });
  });
});
