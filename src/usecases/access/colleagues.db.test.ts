import { must } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { PUBLIC } from '../../ports/actor';
import { deliverLetters } from '../letters/deliverLetters';
import type { Context } from '../shared/context';
import { actorOfKey, makeApiKey, readApiKeys, revokeApiKey, rotateApiKey } from './apiKeys';
import {
  addUser,
  inviteAgain,
  inviteColleague,
  readColleagues,
  setColleagueActive,
  setColleagueRoles,
} from './colleagues';
import { changePassword, choosePassword, forgotPassword, readAccountLink } from './passwords';
import { actorOfSession, signIn } from './signIn';

let world: TestWorld;
let anybody: Context;
let ib: Context;
const GOOD = 'a kettle sings at noon';
const BO = { name: 'Bo Rask', email: 'bo@larkmere.example', roles: ['coordinator' as const] };

beforeAll(async () => {
  world = await testWorld('colleagues');
  anybody = world.as(PUBLIC);
  await addUser(world.worker, {
    id: 'usr_ib',
    email: 'ib@larkmere.example',
    name: 'Ib',
    roles: ['administrator'],
    password: GOOD,
  });
  ib = world.user('usr_ib', 'administrator');
});
afterAll(() => world.close());

/** The way in of the mail that went out last. */
async function lastLink(): Promise<string> {
  await deliverLetters(world.worker);
  return /\/welcome\/(\S+)/.exec(world.mails.at(-1)!.text)![1]!;
}

describe('an invitation', () => {
  test('goes by mail where mail goes out, works once, and is the only way in', async () => {
    expect(must(await inviteColleague(ib, BO))).toEqual({ isMailed: true, link: null });
    const first = await lastLink();
    const [bo] = must(await readColleagues(ib)).filter(({ email }) => email === BO.email);
    expect(bo).toMatchObject({ isInvited: true, invitedUntil: expect.anything() });
    must(await inviteAgain(ib, { id: bo!.id }));
    const token = await lastLink();
    expect(await readAccountLink(anybody, first)).toBeNull();
    expect(await readAccountLink(anybody, token)).toMatchObject({ name: 'Bo Rask', kind: 'invite' });
    expect(await choosePassword(anybody, { token, password: 'borask12345' })).toMatchObject({
      refusal: { code: 'password-named' },
    });
    const both = await Promise.all([
      choosePassword(anybody, { token, password: GOOD }),
      choosePassword(anybody, { token, password: 'another one, by another' }),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(await readAccountLink(anybody, token)).toBeNull();
    expect(must(await readColleagues(ib)).find(({ id }) => id === bo!.id)).toMatchObject({ isInvited: false });
  });

  test('is handed over by hand where nobody has seen mail arrive', async () => {
    const unproven = { ...ib, layers: { given: {}, fallback: {} } };
    const { isMailed, link } = must(await inviteColleague(unproven, { ...BO, email: 'asta@larkmere.example' }));
    expect(isMailed).toBe(false);
    expect(link).toMatch(/\/welcome\/\S+$/);
  });

  test('nobody is invited twice, nor by whom may not', async () => {
    expect(await inviteColleague(ib, BO)).toMatchObject({ refusal: { code: 'email-known' } });
    expect(await inviteColleague(world.user('usr_x', 'supervisor'), BO)).toMatchObject({
      refusal: { code: 'not-allowed' },
    });
  });

  test('leads nowhere once its colleague is kept out', async () => {
    must(await inviteColleague(ib, { ...BO, email: 'eva@larkmere.example' }));
    const token = await lastLink();
    const eva = must(await readColleagues(ib)).find(({ email }) => email === 'eva@larkmere.example')!;
    must(await setColleagueActive(ib, { id: eva.id, active: false }));
    expect(await choosePassword(anybody, { token, password: GOOD })).toMatchObject({
      refusal: { code: 'account-link-gone' },
    });
  });
});

describe('a password', () => {
  test('that was forgotten is chosen anew over the address; an unknown address gets the same answer and no mail', async () => {
    const before = world.mails.length;
    must(await forgotPassword(anybody, { email: 'nobody@larkmere.example' }));
    await deliverLetters(world.worker);
    expect(world.mails.length).toBe(before);
    must(await forgotPassword(anybody, { email: 'ib@larkmere.example' }));
    const token = await lastLink();
    const { token: session } = must(await signIn(anybody, { email: 'ib@larkmere.example', password: GOOD }));
    must(await choosePassword(anybody, { token, password: 'the second kettle at one' }));
    // Whoever was signed in with the old one is out.
    expect(await actorOfSession(anybody, session)).toBeNull();
    expect((await signIn(anybody, { email: 'ib@larkmere.example', password: GOOD })).ok).toBe(false);
    must(await signIn(anybody, { email: 'ib@larkmere.example', password: 'the second kettle at one' }));
  });

  test('of one’s own is changed with the one until now', async () => {
    const change = { before: 'wrong', password: 'a third kettle, at two' };
    expect(await changePassword(ib, change)).toMatchObject({ refusal: { code: 'password-before-wrong' } });
    must(await changePassword(ib, { ...change, before: 'the second kettle at one' }));
    must(await signIn(anybody, { email: 'ib@larkmere.example', password: 'a third kettle, at two' }));
  });
});

describe('roles', () => {
  test('are changed by another administrator; whoever has them is signed out; the last administrator stays one', async () => {
    expect(await setColleagueRoles(ib, { id: 'usr_ib', roles: ['auditor'] })).toMatchObject({
      refusal: { code: 'own-roles' },
    });
    await addUser(world.worker, {
      id: 'usr_pia',
      email: 'pia@larkmere.example',
      name: 'Pia',
      roles: ['administrator'],
      password: GOOD,
    });
    const { token } = must(await signIn(anybody, { email: 'pia@larkmere.example', password: GOOD }));
    must(await setColleagueRoles(ib, { id: 'usr_pia', roles: ['auditor', 'auditor'] }));
    expect(await actorOfSession(anybody, token)).toBeNull();
    expect(await world.knex('users').where({ id: 'usr_pia' }).first('roles')).toEqual({ roles: ['auditor'] });
    const pia = world.user('usr_pia', 'administrator');
    expect(await setColleagueRoles(pia, { id: 'usr_ib', roles: ['auditor'] })).toMatchObject({
      refusal: { code: 'last-administrator' },
    });
  });
});

test('a key is told once, used, given another secret, and revoked', async () => {
  const made = must(await makeApiKey(ib, { name: 'shop', systemId: 'sys_bookend', scopes: ['standing:read'] }));
  expect(JSON.stringify(await world.knex('api_keys'))).not.toContain(made.secret);
  expect(await actorOfKey(anybody, made.secret)).toMatchObject({ systemId: 'sys_bookend', scopes: ['standing:read'] });
  expect(must(await readApiKeys(ib)).keys[0]).toMatchObject({ name: 'shop', lastUsedAt: expect.anything() });
  const second = must(await rotateApiKey(ib, { id: made.id }));
  expect(await actorOfKey(anybody, made.secret)).toBeNull();
  expect(await actorOfKey(anybody, second.secret)).not.toBeNull();
  must(await revokeApiKey(ib, { id: made.id }));
  expect(await actorOfKey(anybody, second.secret)).toBeNull();
  expect(await rotateApiKey(ib, { id: made.id })).toMatchObject({ refusal: { code: 'not-found' } });
  expect(await makeApiKey(ib, { name: 'x', systemId: 'sys_none', scopes: ['standing:read'] })).toMatchObject({
    refusal: { code: 'no-such-system' },
  });
  const auditor = world.user('usr_aud', 'auditor');
  expect((await makeApiKey(auditor, { name: 'x', systemId: 'sys_bookend', scopes: ['standing:read'] })).ok).toBe(false);
});
