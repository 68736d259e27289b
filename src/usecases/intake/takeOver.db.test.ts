import { xlsxOf } from '../../../test/support/fileBytes';
import { must } from '../../../test/support/must';
import { requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { readTakeOver, takeOver, tryTakeOver } from './takeOver';

let rw: RequestWorld;
beforeAll(async () => {
  rw = await requestWorld('take_over');
});
afterAll(() => rw.world.close());

const CSV = [
  'Sag;Modtaget;Ret;Navn;E-mail;Bemærkning',
  'S-1;24.10.2026;Indsigt;Mette Holm;mette.holm@mail.example;"to linjer\nmed et ; i"',
  'S-2;01.09.2026;Sletning;Ida Bæk;ida@mail.example;',
  'S-3;99.99.2026;Indsigt;Bo Ask;bo@mail.example;',
  'S-1;24.10.2026;Indsigt;Mette Holm;mette.holm@mail.example;',
  '',
].join('\r\n');
const content = Buffer.from(CSV, 'latin1');
const mapped = async (file: Buffer) => must(await readTakeOver(rw.signe, { content: file })).mapping;
const requests = () => rw.world.knex('requests').orderBy('received_at');

test('a list is read, tried out without a trace, taken over without a letter, and never twice', async () => {
  const found = must(await readTakeOver(rw.signe, { content }));
  expect(found).toMatchObject({
    lines: 4,
    mapping: {
      columns: {
        reference: 'Sag',
        receivedOn: 'Modtaget',
        right: 'Ret',
        name: 'Navn',
        email: 'E-mail',
        text: 'Bemærkning',
      },
      rights: { INDSIGT: 'access', SLETNING: 'erasure' },
      dates: 'day-first',
      country: rw.world.worker.organisation.country,
    },
  });
  const asked = { content, mapping: { ...found.mapping, country: 'DK' } };
  const tried = must(await tryTakeOver(rw.signe, asked));
  expect(tried.map(({ outcome, isLate, dueOn }) => [outcome, isLate, dueOn])).toEqual([
    ['would-open', false, '2026-11-24'],
    ['would-open', true, '2026-10-01'],
    ['problem', false, null],
    ['problem', false, null],
  ]);
  expect(tried[2]!.problems[0]).toContain('99.99.2026');
  expect(tried[3]!.problems[0]).toContain('earlier line');
  expect(await requests()).toEqual([]);

  const taken = must(await takeOver(rw.signe, asked));
  expect(taken.map(({ outcome }) => outcome)).toEqual(['opened', 'opened', 'problem', 'problem']);
  const rows = await requests();
  expect(rows.map((row) => [row.right, row.due_on, row.acknowledged_at !== null, row.identity])).toEqual([
    ['erasure', '2026-10-01', true, 'none'],
    ['access', '2026-11-24', true, 'none'],
  ]);
  expect(await rw.world.knex('letters').select('id')).toEqual([]);
  expect((await rw.view(taken[0]!.ref!)).text).toContain('to linjer\nmed et ; i');

  const again = must(await takeOver(rw.signe, asked));
  expect(again.map(({ outcome, ref }) => [outcome, ref])).toEqual([
    ['there', taken[0]!.ref],
    ['there', taken[1]!.ref],
    ['problem', null],
    ['problem', null],
  ]);
  expect(await requests()).toHaveLength(2);
  const acts = await rw.world.knex('trail').where({ act: 'request-taken-over' });
  expect(acts).toHaveLength(2);
});

test('what was proven and extended elsewhere counts; a workbook is read like a table', async () => {
  const file = await xlsxOf([
    ['Ref', 'Received', 'Right', 'Name', 'Email', 'Identity proven', 'Extended', 'Reason for extension'],
    ['X-1', '2026-10-20', 'access', 'Ulla Friis', 'ulla@mail.example', '2026-10-22', '2026-11-10', 'many systems'],
    ['X-2', '2026-10-20', 'erasure', 'Per Lund', 'per@mail.example', '', '2026-09-01', 'too early'],
  ]);
  const asked = { content: file, mapping: { ...(await mapped(file)), country: 'DK' } };
  const lines = must(await takeOver(rw.signe, asked));
  expect(lines.map(({ outcome, dueOn }) => [outcome, dueOn])).toEqual([
    ['opened', '2027-01-20'],
    ['problem', null],
  ]);
  expect(lines[1]!.problems.join()).toContain('extended before it was received');
  const view = await rw.view(lines[0]!.ref!);
  expect([view.dueOn, view.identity]).toEqual(['2027-01-20', expect.objectContaining({ state: 'proven' })]);
});

test('who may, what is no table, and a mapping that is not enough', async () => {
  const ib = rw.world.user('usr_ib', 'administrator');
  for (const act of [
    () => readTakeOver(ib, { content }),
    async () => takeOver(ib, { content, mapping: await mapped(content) }),
    async () => tryTakeOver(ib, { content, mapping: await mapped(content) }),
  ])
    expect(await act()).toMatchObject({ refusal: { code: 'not-allowed' } });
  for (const wrong of ['', 'one column\nx', 'a;b\n"open;c', 'PK\u0003\u0004 no workbook'])
    expect(await readTakeOver(rw.signe, { content: Buffer.from(wrong, 'latin1') })).toMatchObject({
      refusal: { code: 'take-over-unreadable' },
    });
  const many = Buffer.from(`a;b\n${'1;2\n'.repeat(2001)}`);
  expect(await readTakeOver(rw.signe, { content: many })).toMatchObject({
    refusal: { code: 'take-over-too-many', lines: 2001 },
  });
  const mapping = { ...(await mapped(content)), columns: {} };
  expect(await takeOver(rw.signe, { content, mapping })).toMatchObject({ refusal: { code: 'take-over-lacks' } });
});
