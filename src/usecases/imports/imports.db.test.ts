import { choice, seedLedger } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { recordChoices } from '../consent/recordChoices';
import type { Context } from '../context';
import { checkImport } from './checkImport';
import { heldCsv, readImport } from './readImports';
import { runImport, startImport } from './runImport';

const HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';
const line = (id: string, more: { name?: string; email?: string; on?: string; purpose?: string; tick?: string } = {}) => `${id};${more.on ?? '2026-11-20'};Aarhus;L-${id};${more.name ?? 'Ann'};Skov;${more.email ?? `${id.toLowerCase()}@mail.example`};;DK;${more.purpose ?? 'newsletter'};${more.tick ?? 'J'}`;

let world: TestWorld;
let coordinator: Context;
beforeAll(async () => {
  world = await testWorld('imports');
  await seedLedger(world);
  coordinator = world.user('usr_1', 'coordinator');
});
afterAll(() => world.close());

async function check(text: string | Buffer) {
  return checkImport(coordinator, { systemId: 'sys_tills', fileName: 'till.csv', bytes: Buffer.from(text) });
}
async function take(text: string | Buffer) {
  const checked = await check(text);
  if (!checked.ok) throw new Error(checked.refusal.code);
  await startImport(coordinator, { importId: checked.value.id });
  await world.drain();
  const result = await readImport(coordinator, { id: checked.value.id });
  if (!result.ok) throw new Error('not readable');
  return { preview: checked.value, ...result.value };
}
const choicesCount = async () => Number(((await world.knex('choices').count('* as n').first()) as { n: number }).n);

test('a dry run leaves no trace and tells what the run then does', async () => {
  const before = await choicesCount();
  const text = [HEADER, line('A1'), line('A2', { tick: 'N' }), line('A3', { purpose: 'moon-travel' })].join('\r\n');
  const checked = await check(text);
  expect(checked.ok && checked.value.counts).toEqual({ recorded: 2, duplicate: 0, conflict: 0, suppressed: 0, quarantined: 1 });
  expect(await choicesCount()).toBe(before);
  const taken = await take(text);
  expect(taken.summary).toMatchObject({ state: 'finished', total: 3, recorded: 2, quarantined: 1 });
  expect(await choicesCount()).toBe(before + 2);
});

test('every line of a broken file is accounted for, with its reason', async () => {
  const bad = ['B1;2026-11-20;Aarhus;L-1;Ann;"Open;a@mail.example;;DK;newsletter;J', line('B2', { on: '2026-02-30' }), line('B3', { tick: 'X' }), 'B4;too;few', line('B5', { email: 'not an address' }), line('B6', { on: '2027-02-01' }), '', line('B7')];
  const { summary, held } = await take([HEADER, ...bad].join('\n'));
  expect(summary).toMatchObject({ total: 7, recorded: 1, quarantined: 6 });
  expect(summary.recorded + summary.duplicate + summary.conflict + summary.suppressed + summary.quarantined).toBe(summary.total);
  expect(held.map(({ reasons }) => reasons[0]!.code)).toEqual(['quotes-broken', 'line-wrong', 'tick-unknown', 'cells-wrong', 'identifier-unreadable', 'in-the-future']);
  expect(held[0]!.raw).toBe(bad[0]);
});

test('the same file twice changes nothing', async () => {
  const text = [HEADER, line('C1'), line('C2')].join('\n');
  await take(text);
  const before = await choicesCount();
  expect((await take(text)).summary).toMatchObject({ recorded: 0, duplicate: 2 });
  expect(await choicesCount()).toBe(before);
});

test('a file in another encoding is read as what it is', async () => {
  const bytes = Buffer.from([HEADER, line('D1', { name: 'Søren' })].join('\n'), 'latin1');
  const checked = await check(bytes);
  expect(checked.ok && checked.value.encoding).not.toBe('UTF-8');
  await take(bytes);
  const found = await (await import('../persons/findPeople')).findPeople(coordinator, 'Søren Skov');
  expect(found.ok && found.value.map(({ name }) => name)).toContain('Søren Skov');
});

test.each([
  ['file-empty', ''],
  ['columns-missing', 'name;email\nAnn;a@b.example'],
])('%s is refused and nothing happens', async (code, text) => {
  const checked = await check(text);
  expect(checked.ok || checked.refusal.code).toBe(code);
});

test('HTML and formulas in names stay text, and the list of held lines is safe to open', async () => {
  const { held } = await take([HEADER, line('E1', { name: '=HYPERLINK(1)', purpose: 'no-such' }), line('E2', { name: '<b>Ann</b>' })].join('\n'));
  expect(heldCsv([{ ...held[0]!, raw: '=1+1' }])).toContain("'=1+1");
});

test('a killed run goes on where it stopped: each line once', async () => {
  const lines = Array.from({ length: 2500 }, (_, i) => line(`K${i}`));
  const checked = await check([HEADER, ...lines].join('\n'));
  if (!checked.ok) throw new Error('refused');
  await startImport(coordinator, { importId: checked.value.id });
  world.queue.length = 0;
  // Dies in its second transaction.
  let transactions = 0;
  const dying: Context = { ...world.worker, transaction: (work) => (++transactions === 4 ? Promise.reject(new Error('killed')) : world.worker.transaction(work)) };
  await expect(runImport(dying, { importId: checked.value.id })).rejects.toThrow('killed');
  expect(await world.knex('imports').where({ id: checked.value.id }).first()).toMatchObject({ state: 'running', done_lines: 2000 });
  await runImport(world.worker, { importId: checked.value.id });
  expect(await world.knex('imports').where({ id: checked.value.id }).first()).toMatchObject({ state: 'finished', recorded: 2500, total: 2500 });
});

test('a coordinator may import, an auditor may not', async () => {
  const result = await checkImport(world.user('usr_2', 'auditor'), { systemId: 'sys_tills', fileName: 'x', bytes: Buffer.from(HEADER) });
  expect(result.ok || result.refusal).toEqual({ code: 'not-allowed', act: 'imports.run' });
  expect((await recordChoices(world.worker, { systemId: 'sys_tills', choices: [choice({ externalId: 'last' })] }))[0]!.status).toBe('recorded');
});
