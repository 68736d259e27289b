import { createHmac } from 'node:crypto';
import { choice, seedLedger } from '../../../test/support/ledger';
import { must, refusal } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertUser } from '../../db/access/users';
import { setSystem } from '../../db/systems/systems';
import { PUBLIC } from '../../ports/actor';
import type { JournalEntry } from '../../ports/journal';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { decide } from './decide';
import { openRequest } from '../intake/openRequest';
import { proveAtCounter } from '../identity/identity';
import { addNote } from './notes';
import { readStatus } from './readStatus';
import { removeOldRequests } from './removeOldRequests';
import { requestView } from './requestView';
import { setMatter } from './setMatter';
import { beginShopProof, finishShopProof } from '../identity/shopProof';
import { startTrace } from '../trace/startTrace';
import { replayJournal } from '../erasure/replayJournal';

const SECRET = 'a-secret-of-the-shop';
const EMAIL = 'lone@mail.example';

let world: TestWorld;
let signe: Context;
let anybody: Context;
beforeAll(async () => {
  world = await testWorld('keeping');
  await seedLedger(world);
  const kept: JournalEntry[] = [];
  world.worker.journal = { append: async (entry) => void kept.push(entry), read: async () => kept };
  world.worker.matterUrl = 'https://matters.example/{matter}';
  await world.worker.transaction(async (h) => {
    await insertUser(h, {
      id: 'usr_signe',
      email: 's@x.example',
      name: 'Signe',
      password_hash: 'x',
      roles: ['coordinator'],
      active: true,
      created_at: '2026-01-01T00:00:00Z',
    });
    await setSystem(h, 'sys_shop', {
      connection_sealed: world.worker.keys.sealOwn(
        JSON.stringify({ signInUrl: 'https://shop.example/in', signInSecret: SECRET }),
        'connection:sys_shop',
      ),
      is_traced: false,
    });
  });
  signe = world.user('usr_signe', 'coordinator', 'supervisor');
  anybody = world.as(PUBLIC);
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [
          { kind: 'email', value: EMAIL },
          { kind: 'customer-number', value: 'C-1001' },
        ],
        name: { givenName: 'Lone', familyName: 'Dam' },
        externalId: 'k-1',
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
});
afterAll(() => world.close());

const open = async (more: object = {}) =>
  must(
    await openRequest(signe, {
      right: 'access',
      receivedAt: world.worker.clock.now(),
      channel: 'public-form',
      person: { givenName: 'Lone', familyName: 'Dam', emails: [EMAIL] },
      text: 'All of it, please',
      language: 'da',
      ...more,
    }),
  );

describe('signing in at a shop', () => {
  const part = (value: object) => Buffer.from(JSON.stringify(value)).toString('base64url');
  const token = (claims: object, secret = SECRET, head: object = { alg: 'HS256', typ: 'JWT' }) => {
    const body = `${part(head)}.${part(claims)}`;
    return `${body}.${createHmac('sha256', secret).update(body).digest('base64url')}`;
  };
  const begin = async () => {
    const { ref, statusWord } = await open();
    const url = new URL(must(await beginShopProof(anybody, { ref, word: statusWord, system: 'sys_shop' })).url);
    const now = Math.floor(Date.now() / 1000);
    const state = url.searchParams.get('state')!;
    return {
      ref,
      statusWord,
      state,
      url,
      claims: { aud: world.worker.baseUrl, iat: now, exp: now + 300, state, sub: 'C-1001' },
    };
  };

  test('the account that is on file proves it, once', async () => {
    const { ref, statusWord, state, url, claims } = await begin();
    expect(url.origin + url.pathname).toBe('https://shop.example/in');
    expect(url.searchParams.get('return')).toBe(`${world.worker.baseUrl}/identity/shop`);
    expect(must(await readStatus(anybody, { ref, word: statusWord })).shops).toEqual([
      { id: 'sys_shop', name: expect.any(String) },
    ]);
    expect(must(await finishShopProof(anybody, { state, token: token(claims) }))).toEqual({ ref, language: 'da' });
    expect(must(await requestView(signe, { ref })).identity).toMatchObject({ state: 'proven', method: 'shop-session' });
    expect(refusal(await finishShopProof(anybody, { state, token: token(claims) }))).toBe('link-used');
    expect(must(await readStatus(anybody, { ref, word: statusWord })).shops).toEqual([]);
  });

  test('an address proves it only where the shop has confirmed it', async () => {
    for (const [verified, expected] of [
      [false, 'signed-in-as-other'],
      [true, null],
    ] as const) {
      const { state, claims } = await begin();
      expect(
        refusal(
          await finishShopProof(anybody, {
            state,
            token: token({ ...claims, sub: 'C-9', email: EMAIL, email_verified: verified }),
          }),
        ),
      ).toBe(expected);
    }
  });

  test('somebody else’s account, a token of anybody else, an old one, one for another place or another try proves nothing', async () => {
    const { ref, state, claims } = await begin();
    const refused = async (given: string) => refusal(await finishShopProof(anybody, { state, token: given }));
    expect(await refused(token(claims, 'another secret'))).toBe('shop-answer-wrong');
    expect(await refused(token(claims, SECRET, { alg: 'none' }))).toBe('shop-answer-wrong');
    expect(await refused(`${part({ alg: 'none' })}.${part(claims)}.`)).toBe('shop-answer-wrong');
    expect(await refused(token({ ...claims, aud: 'https://elsewhere.example' }))).toBe('shop-answer-wrong');
    expect(await refused(token({ ...claims, state: 'another' }))).toBe('shop-answer-wrong');
    expect(await refused(token({ ...claims, iat: claims.iat - 3600 }))).toBe('shop-answer-wrong');
    expect(await refused(token({ ...claims, exp: claims.iat - 600 }))).toBe('shop-answer-wrong');
    expect(await refused('nonsense')).toBe('shop-answer-wrong');
    expect(await refused(token({ ...claims, sub: 'C-2002' }))).toBe('signed-in-as-other');
    expect(must(await requestView(signe, { ref })).identity.state).toBe('none');
    expect(refusal(await finishShopProof(anybody, { state: 'unknown', token: token(claims) }))).toBe('link-unknown');
    expect(refusal(await beginShopProof(anybody, { ref, word: 'WRONGWRD', system: 'sys_shop' }))).toBe(
      'status-unknown',
    );
  });

  test('who asks for somebody else, or is not on file, is offered none', async () => {
    for (const more of [
      { onBehalf: { kind: 'agent', name: 'A', email: 'a@x.example' } },
      { person: { emails: ['nobody@mail.example'] } },
    ]) {
      const { ref, statusWord } = await open(more);
      expect(must(await readStatus(anybody, { ref, word: statusWord })).shops).toEqual([]);
    }
  });
});

test('a request is linked to the organisation’s own matter, and the link taken away', async () => {
  const { ref } = await open();
  must(await setMatter(signe, { ref, matter: ' M 2026/17 ' }));
  expect(must(await requestView(signe, { ref }))).toMatchObject({
    matter: 'M 2026/17',
    matterUrl: 'https://matters.example/M%202026%2F17',
  });
  must(await setMatter(signe, { ref, matter: '' }));
  expect(must(await requestView(signe, { ref }))).toMatchObject({ matter: null, matterUrl: null });
});

describe('the end of a request’s own data', () => {
  test('goes three years after its answer and no day before; what stays names nobody', async () => {
    const { ref } = await open();
    must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
    must(await addNote(signe, { ref, text: 'Lone rang twice' }));
    must(await startTrace(signe, { ref }));
    await world.drain();
    must(
      await decide(signe, {
        ref,
        outcome: 'refuse',
        ground: 'art-12-5',
        reason: 'The same was sent last week to her.',
      }),
    );
    await world.drain();
    const before = must(await requestView(signe, { ref }));
    expect(before.goesOn).toBe('2029-11-24');
    world.goTo('2029-11-23T08:00:00Z');
    expect(await removeOldRequests(world.worker)).toBe(0);
    world.goTo('2029-11-25T08:00:00Z');
    const key = (await world.knex('requests').where({ ref }).first()).data_key_id;
    expect(await removeOldRequests(world.worker)).toBe(1);
    expect(await removeOldRequests(world.worker)).toBe(0);
    const row = await world.knex('requests').where({ ref }).first();
    expect(row).toMatchObject({
      person_id: null,
      person_sealed: null,
      text_sealed: null,
      right: 'access',
      removed_at: expect.anything(),
    });
    expect((await world.knex('data_keys').where({ id: key }).first()).destroyed_at).not.toBeNull();
    for (const table of ['letters', 'request_notes', 'helper_tasks'])
      expect([
        table,
        await world
          .knex(table)
          .where({ request_id: row.id })
          .whereNotNull(
            table === 'letters' ? 'body_sealed' : table === 'request_notes' ? 'text_sealed' : 'what_sealed',
          ),
      ]).toEqual([table, []]);
    expect(must(await requestView(signe, { ref }))).toMatchObject({
      person: null,
      text: null,
      removedAt: '2029-11-25',
      notes: [],
    });
    expect((await world.knex('trail').where({ act: 'request-removed', subject: ref })).length).toBe(1);
  });

  test('stays gone when a backup brings it back', async () => {
    const [row] = await world.knex('requests').whereNotNull('removed_at');
    await world
      .knex('data_keys')
      .where({ id: row.data_key_id })
      .update({ destroyed_at: null, wrapped: Buffer.from('back') });
    await world
      .knex('requests')
      .where({ id: row.id })
      .update({ text_sealed: Buffer.from('back') });
    expect(await replayJournal(world.worker)).toBe(1);
    expect((await world.knex('requests').where({ id: row.id }).first()).text_sealed).toBeNull();
  });
});
