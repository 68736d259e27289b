import { requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { must, refusal } from '../../../test/support/must';
import { setSystem } from '../../db/systems/systems';
import { insertUser } from '../../db/access/users';
import { beat } from '../../db/health/heartbeats';
import { closeForGood, keepColumns, readOwnView } from '../access/ownView';
import { decide } from '../requests/decide';
import { recordTrail } from '../trail/recordTrail';
import type { Context } from '../shared/context';
import { readDesk } from './readDesk';

let world: RequestWorld['world'];
let signe: Context;
let mikkel: Context;
let open: RequestWorld['open'];

beforeAll(async () => {
  ({ world, signe, mikkel, open } = await requestWorld('desks'));
  await world.worker.transaction(async (h) => {
    for (const [id, role] of [
      ['usr_adm', 'administrator'],
      ['usr_aud', 'auditor'],
      ['usr_own', 'system-owner'],
    ] as const)
      await insertUser(h, {
        id,
        email: `${id}@larkmere.example`,
        name: id,
        password_hash: '',
        roles: [role],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
    await setSystem(h, 'sys_shop', { owner_email: 'usr_own@larkmere.example', last_error: 'it does not answer' });
  });
});
afterAll(() => world.close());

const panel = async (ctx: Context, id: string) => {
  const found = (await readDesk(ctx)).panels.find((one) => one.id === id);
  if (!found) throw new Error(`no panel ${id}`);
  return found;
};
const said = async (ctx: Context, id: string) =>
  (await panel(ctx, id)).lines.map(({ state, what, more }) => `${state} ${what}: ${more ?? ''}`).join('\n');

test('each role begins with its own, and several roles with all of them', async () => {
  const ids = async (ctx: Context) => (await readDesk(ctx)).panels.map(({ id }) => id);
  expect(await ids(world.user('usr_adm', 'administrator'))).toEqual(['steps', 'systems', 'installation']);
  expect(await ids(world.user('usr_aud', 'auditor'))).toEqual(['proof', 'looking', 'late']);
  expect(await ids(world.user('usr_own', 'system-owner'))).toEqual(['own-tasks', 'own-systems']);
  expect(await ids(world.user('usr_rev', 'reviewer'))).toEqual([]);
  expect(await ids(world.user('usr_adm', 'administrator', 'auditor'))).toEqual([
    'steps',
    'systems',
    'installation',
    'proof',
    'looking',
    'late',
  ]);
});

test('an administrator sees which system fails, and whether there is a backup', async () => {
  const adm = world.user('usr_adm', 'administrator');
  expect(await said(adm, 'systems')).toMatch(/^bad .+: it does not answer$/m);
  expect(await said(adm, 'installation')).toMatch(/look Last backup: none is known of/);
  await world.worker.transaction((h) => beat(h, 'backup:last', new Date().toISOString()));
  expect(await said(adm, 'installation')).toMatch(/good Last backup: \w{3} \d/);
  expect(await said(adm, 'installation')).toMatch(/good Storage: can be written to/);
  for (let n = 0; n < 12; n++)
    await world.worker.transaction((h) => recordTrail(world.worker, h, 'sign-in-failed', null, null));
  expect(await said(adm, 'installation')).toMatch(/look Sign-ins that failed: 12 this week/);
});

test('an auditor sees that nothing was verified, who looks unusually much, and what was late and where it lay', async () => {
  const aud = world.user('usr_aud', 'auditor');
  expect(await said(aud, 'proof')).toMatch(/look The ledger was never verified/);
  for (let n = 0; n < 40; n++)
    await mikkel.transaction((h) => recordTrail(mikkel, h, 'person-opened', `per_${n}`, null));
  await signe.transaction((h) => recordTrail(signe, h, 'person-opened', 'per_1', null));
  for (const id of ['usr_adm', 'usr_own']) {
    const ctx = world.user(id, 'coordinator');
    await ctx.transaction((h) => recordTrail(ctx, h, 'person-opened', 'per_1', null));
  }
  const looks = await said(aud, 'looking');
  expect(looks).toMatch(/^look .+: 40, unusually many$/m);
  expect(looks).toMatch(/^plain .+: 1$/m);

  const { ref } = await open({ right: 'objection', receivedAt: '2026-09-01T10:00:00Z' });
  must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-ground', reason: 'There is no such advertising.' }));
  await world.drain();
  expect(await said(aud, 'late')).toMatch(/^bad objection, due .+: answered .+; longest in \w+: \d+ days$/);
});

test('the owner of a system sees how it is and what is asked of them; nobody else’s system', async () => {
  const own = world.user('usr_own', 'system-owner');
  const lines = (await panel(own, 'own-systems')).lines;
  expect(lines).toHaveLength(1);
  expect(lines[0]).toMatchObject({ state: 'bad', more: 'it does not answer' });
  expect((await panel(own, 'own-tasks')).lines).toEqual([]);
});

test('what changed since the last look: a first look has none, the same look within half an hour keeps it', async () => {
  expect((await readDesk(signe)).panels.find(({ id }) => id === 'changed')).toBeUndefined();
  world.pass(2 * 3600);
  const { ref } = await open({ right: 'objection' });
  const lines = async () => (await panel(signe, 'changed')).lines.filter((line) => line.act === ref);
  expect((await lines()).length).toBeGreaterThan(0);
  world.pass(60);
  expect((await lines()).length).toBeGreaterThan(0);
  world.pass(2 * 3600);
  expect(await lines()).toEqual([]);
});

test('columns left out and what was closed are kept for whoever did it, and for nobody else', async () => {
  must(await keepColumns(signe, { list: 'requests', hidden: ['laws', 'laws', 'who'] }));
  must(await keepColumns(signe, { list: 'trail', hidden: ['more'] }));
  must(await closeForGood(signe, { what: 'first-minute' }));
  must(await closeForGood(signe, { what: 'first-minute' }));
  expect(await readOwnView(signe)).toMatchObject({
    hidden: { requests: ['laws', 'who'], trail: ['more'] },
    closed: ['first-minute'],
  });
  expect(await readOwnView(mikkel)).toMatchObject({ hidden: {}, closed: [] });
  expect(refusal(await keepColumns(world.worker, { list: 'trail', hidden: [] }))).toBe('not-allowed');
});
