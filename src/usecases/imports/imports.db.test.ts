import { sayReason } from '../../core/words/reasons';
import { mkdtempSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { Readable } from 'node:stream';
import ExcelJS from 'exceljs';
import { choice, seedLedger, TILL_MAPPING } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import { readTrailPage } from '../trail/readTrailPage';
import type { RunRow } from '../../db/runs/runs';
import { insertSystem } from '../../db/systems/systems';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { findPeople } from '../people/findPeople';
import { checkImport } from './checkImport';
import { correctLine, rerunHeld } from './correctLines';
import { addMapping, mapImport } from './mapImport';
import { heldCsv, readImport } from './readImports';
import { runImport, startImport } from './runImport';
import { uploadImport } from './uploadImport';
import { watchFolders } from './watchFolders';

const HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';
const line = (id: string, more: { name?: string; email?: string; on?: string; purpose?: string; tick?: string } = {}) =>
  `${id};${more.on ?? '2026-11-20'};Aarhus;L-${id};${more.name ?? 'Ann'};Skov;` +
  `${more.email ?? `${id.toLowerCase()}@mail.example`};;DK;${more.purpose ?? 'newsletter'};` +
  `${more.tick ?? 'J'}`;

let world: TestWorld;
let coordinator: Context;
beforeAll(async () => {
  world = await testWorld('imports');
  await seedLedger(world);
  await addMapping(world.worker, { system_id: 'sys_tills', name: 'nightly', mapping: TILL_MAPPING });
  coordinator = world.user('usr_1', 'coordinator');
});
afterAll(() => world.close());

async function upload(content: string | Buffer, more: { systemId?: string; fileName?: string; ctx?: Context } = {}) {
  return uploadImport(more.ctx ?? coordinator, {
    systemId: more.systemId ?? 'sys_tills',
    fileName: more.fileName ?? 'till.csv',
    content: Readable.from([Buffer.from(content)]),
    way: 'page',
  });
}
const view = async (id: string) => must(await readImport(coordinator, { id }));
async function check(content: string | Buffer) {
  const { id } = must(await upload(content));
  await world.drain();
  return { id, ...(await view(id)) };
}
async function take(content: string | Buffer) {
  const checked = await check(content);
  await startImport(coordinator, { importId: checked.id });
  await world.drain();
  return { counts: checked.preview!.counts, id: checked.id, ...(await view(checked.id)) };
}
const choicesCount = async () => Number(((await world.knex('choices').count('* as n').first()) as { n: number }).n);

test('a dry run leaves no trace and tells what the run then does', async () => {
  const before = await choicesCount();
  const text = [HEADER, line('A1'), line('A2', { tick: 'N' }), line('A3', { purpose: 'moon-travel' }), line('A1')].join(
    '\r\n',
  );
  const { preview, id } = await check(text);
  expect(preview!.counts).toEqual({ recorded: 2, duplicate: 1, conflict: 0, suppressed: 0, quarantined: 1 });
  expect(await choicesCount()).toBe(before);
  expect(await world.knex('persons').count('* as n').first()).toEqual({ n: 0 });
  await startImport(coordinator, { importId: id });
  await world.drain();
  expect((await view(id)).summary).toMatchObject({
    state: 'finished',
    total: 4,
    recorded: 2,
    duplicate: 1,
    quarantined: 1,
  });
  expect(await choicesCount()).toBe(before + 2);
});

test('an import whose file is let go of while somebody opens its page is shown all the same', async () => {
  const checked = await check([HEADER, line('G1')].join('\n'));
  await world.worker.storage.remove((await world.knex('imports').where({ id: checked.id }).first()).file_path);
  expect((await view(checked.id)).summary.state).toBe('checked');
});

test('every line of a broken file is accounted for, with its reason', async () => {
  const bad = [
    'B1;2026-11-20;Aarhus;L-1;Ann;"Open;a@mail.example;;DK;newsletter;J',
    line('B2', { on: '2026-02-30' }),
    line('B3', { tick: 'X' }),
    'B4;too;few',
    line('B5', { email: 'not an address' }),
    line('B6', { on: '2027-02-01' }),
    '',
    line('B7'),
  ];
  const { summary, held } = await take([HEADER, ...bad].join('\n'));
  expect(summary).toMatchObject({ total: 7, recorded: 1, quarantined: 6 });
  expect(summary.recorded + summary.duplicate + summary.conflict + summary.suppressed + summary.quarantined).toBe(
    summary.total,
  );
  expect(held.map(({ reasons }) => reasons[0]!.code)).toEqual([
    'quotes-broken',
    'line-wrong',
    'tick-unknown',
    'cells-wrong',
    'identifier-unreadable',
    'in-the-future',
  ]);
  expect(sayReason(held[1]!.reasons[0]!)).toContain('signed_on must be a day that exists');
  expect(held[0]!.raw).toBe(bad[0]);
});

test('the same file twice changes nothing', async () => {
  const text = [HEADER, line('C1'), line('C2')].join('\n');
  await take(text);
  const before = await choicesCount();
  expect((await take(text)).summary).toMatchObject({ recorded: 0, duplicate: 2 });
  expect(await choicesCount()).toBe(before);
});

test.each([
  ['latin1', 'D1'],
  ['utf8', 'D2'],
  ['utf8 with a mark', 'D3'],
])('a file in %s is read as what it is', async (encoding, id) => {
  const text = [HEADER, line(id, { name: `Søren${id}` })].join('\n');
  const bytes =
    encoding === 'latin1' ? Buffer.from(text, 'latin1') : Buffer.from(encoding === 'utf8' ? text : `\uFEFF${text}`);
  const { summary } = await take(bytes);
  expect(summary).toMatchObject({ recorded: 1, quarantined: 0 });
  expect(summary.encoding === 'UTF-8').toBe(encoding !== 'latin1');
  const found = await findPeople(coordinator, { words: `Søren${id} Skov` });
  expect(found.ok && found.value.map(({ name }) => name)).toContain(`Søren${id} Skov`);
});

describe('other layouts', () => {
  const tabs = [
    'Event\tWhen\tMail\tConsent\tTopic',
    'X1\t2026-11-02\tx1@mail.example\tyes\tNews',
    'X2\t2026-11-02\tx2@mail.example\tno\tNews',
    'X3\t2026-11-02\tx3@mail.example\tperhaps\tNews',
  ].join('\n');
  test('a file nobody has mapped waits with a proposal; the mapping is kept for the next', async () => {
    const uploaded = { value: must(await upload(tabs, { systemId: 'sys_shop', fileName: 'export.tsv' })) };
    expect(uploaded.value.mapping).toBeNull();
    const { summary, toMap } = await view(uploaded.value.id);
    expect(summary.state).toBe('unmapped');
    expect(toMap!.columns).toEqual(['Event', 'When', 'Mail', 'Consent', 'Topic']);
    expect(toMap!.mapping.columns).toMatchObject({ occurredAt: 'When', email: 'Mail', answer: 'Consent' });
    expect(toMap!.words).toMatchObject({ Consent: expect.arrayContaining(['perhaps']), Topic: ['News'] });
    expect(toMap!.purposes).toContainEqual(expect.objectContaining({ id: 'newsletter' }));
    const looks = { subject: uploaded.value.id, act: 'quarantine-opened', before: null };
    expect((await readTrailPage(coordinator, looks)).lines).toHaveLength(1);
    const mapping = {
      columns: { externalId: 'Event', occurredAt: 'When', email: 'Mail', answer: 'Consent', purpose: 'Topic' },
      answers: { YES: 'grant' as const, NO: 'refuse' as const },
      purposes: { News: 'newsletter' },
      constants: { country: 'DK' },
      addressFrom: 'email' as const,
    };
    expect(
      await mapImport(coordinator, {
        importId: uploaded.value.id,
        name: 'export',
        mapping: { ...mapping, columns: { occurredAt: 'When' } },
      }),
    ).toMatchObject({ refusal: { code: 'mapping-incomplete', missing: ['purpose', 'answer', 'email'] } });
    expect((await mapImport(coordinator, { importId: uploaded.value.id, name: 'export', mapping })).ok).toBe(true);
    await world.drain();
    const { preview } = await view(uploaded.value.id);
    expect(preview!.counts).toMatchObject({ recorded: 2, quarantined: 1 });
    expect(sayReason(preview!.held[0]!.reasons[0]!)).toBe('The answer is “perhaps”; NO, YES are known.');
    const next = await upload(tabs.replaceAll('X', 'Y').replaceAll('x', 'y'), { systemId: 'sys_shop' });
    expect(next.ok && next.value.mapping).toBe('export');
  });

  test('NDJSON in the shape of the API, and a line that is none', async () => {
    const uploaded = await upload(
      [
        JSON.stringify(
          choice({ externalId: 'nd1', identifiers: [{ kind: 'email', value: 'nd1@mail.example' }], name: null }),
        ),
        '{"identifiers":[]}',
        'no json',
      ].join('\n'),
      { systemId: 'sys_shop', fileName: 'choices.ndjson' },
    );
    if (!uploaded.ok) throw new Error(uploaded.refusal.code);
    await world.drain();
    const { preview, summary } = await view(uploaded.value.id);
    expect(summary.encoding).toBe('UTF-8');
    expect(preview!.counts).toMatchObject({ recorded: 1, quarantined: 2 });
    expect(preview!.held[1]!.reasons[0]!.code).toBe('not-json');
  });

  test('a workbook: dates as dates, formulas by their result', async () => {
    const workbook = new ExcelJS.Workbook();
    const sheet = workbook.addWorksheet('Tills');
    sheet.addRow(HEADER.split(';'));
    sheet.addRow([
      'W1',
      new Date('2026-11-03T00:00:00Z'),
      'Aarhus',
      'L-W1',
      'Ann',
      { formula: 'A1', result: 'Skov' },
      'w1@mail.example',
      '',
      'DK',
      'newsletter',
      'J',
    ]);
    sheet.addRow([
      'W2',
      '2026-13-01',
      'Aarhus',
      'L-W2',
      'Ann',
      'Sko;v',
      'w2@mail.example',
      '',
      'DK',
      'newsletter',
      'J',
    ]);
    const { preview, summary, id } = await check(Buffer.from(await workbook.xlsx.writeBuffer()));
    expect(summary.encoding).toBe('XLSX');
    expect(preview!.counts).toMatchObject({ recorded: 1, quarantined: 1 });
    await startImport(coordinator, { importId: id });
    await world.drain();
    const owner = world.knex('identifiers').where('hash', world.worker.keys.index('email::w1@mail.example'));
    expect(await world.knex('choices').whereIn('person_id', owner.select('person_id'))).toMatchObject([
      { occurred_on: '2026-11-03', answer: 'grant' },
    ]);
  });
});

test('quarantine: a line is corrected and ends where it belongs; what was missing comes and all run again', async () => {
  const { id, held } = await take(
    [
      HEADER,
      line('Q1', { tick: 'X' }),
      line('Q2', { purpose: 'late-purpose' }),
      line('Q3', { purpose: 'late-purpose' }),
    ].join('\n'),
  );
  expect(held).toHaveLength(3);
  expect(await correctLine(coordinator, { importId: id, line: 2, raw: line('Q1', { tick: 'Y' }) })).toMatchObject({
    value: { status: 'quarantined', reasons: [{ code: 'tick-unknown' }] },
  });
  expect(await correctLine(coordinator, { importId: id, line: 2, raw: line('Q1', { tick: 'N' }) })).toMatchObject({
    value: { status: 'recorded' },
  });
  expect(await correctLine(coordinator, { importId: id, line: 2, raw: line('Q1') })).toMatchObject({
    refusal: { code: 'line-not-held' },
  });
  expect(await rerunHeld(coordinator, { importId: id })).toMatchObject({ value: { lines: 2, recorded: 0 } });
  await world.knex('purposes').insert({
    id: 'late-purpose',
    version: 1,
    valid_from: '2020-01-01',
    recorded_at: '2020-01-01',
    kind: 'consent',
    title: 'late',
    plain: 'late',
  });
  expect(await rerunHeld(coordinator, { importId: id })).toMatchObject({ value: { lines: 2, recorded: 2 } });
  expect((await view(id)).summary).toMatchObject({ total: 3, recorded: 3, quarantined: 0 });
});

test.each([
  ['file-empty', '', 'sys_tills'],
  ['unknown-system', HEADER, 'sys_moon'],
])('%s is refused and nothing is kept', async (code, text, systemId) => {
  const result = await upload(text, { systemId });
  expect(result.ok || result.refusal.code).toBe(code);
});

test('HTML and formulas in names stay text, and the list of held lines is safe to open', async () => {
  const { held } = await take(
    [HEADER, line('E1', { name: '=HYPERLINK(1)', purpose: 'no-such' }), line('E2', { name: '<b>Ann</b>' })].join('\n'),
  );
  expect(heldCsv([{ ...held[0]!, raw: '=1+1' }])).toContain("'=1+1");
});

test('a file that is away with the storage is waited for, in the dry run and in the taking in', async () => {
  const storage = join(world.folder, 'storage');
  const uploaded = await upload([HEADER, line('S1'), line('S2')].join('\n'));
  if (!uploaded.ok) throw new Error(uploaded.refusal.code);
  const { id } = uploaded.value;
  const newest = async () => (await world.knex('runs').where({ subject: id }).orderBy('no', 'desc').first()) as RunRow;
  const away = async (work: (run: { runId: string }) => Promise<void>) => {
    world.queue.length = 0;
    const { id: runId } = await newest();
    renameSync(storage, `${storage}.away`);
    await expect(work({ runId })).rejects.toMatchObject({ code: 'ENOENT' });
    renameSync(`${storage}.away`, storage);
    expect(await newest()).toMatchObject({ state: 'running', cause: 'ENOENT' });
    await work({ runId });
    expect(await newest()).toMatchObject({ state: 'finished', cause: null });
  };
  await away((run) => checkImport(world.worker, run));
  must(await startImport(coordinator, { importId: id }));
  await away((run) => runImport(world.worker, run));
  expect(await world.knex('imports').where({ id }).first()).toMatchObject({ state: 'finished', recorded: 2 });
});

test('a killed run goes on where it stopped: each line once', async () => {
  const { id } = await check([HEADER, ...Array.from({ length: 9500 }, (_, i) => line(`K${i}`))].join('\n'));
  await startImport(coordinator, { importId: id });
  world.queue.length = 0;
  const run = async () =>
    (await world.knex('runs').where({ kind: 'run-import', subject: id }).first()) as {
      id: string;
      done: number;
      state: string;
    };
  const { id: runId } = await run();
  const dying: Context = {
    ...world.worker,
    transaction: async (work) =>
      (await run()).done > 0 ? Promise.reject(new Error('killed')) : world.worker.transaction(work),
  };
  await expect(runImport(dying, { runId })).rejects.toThrow('killed');
  const stopped = await run();
  expect(stopped.state).toBe('running');
  expect(stopped.done).toBeGreaterThan(0);
  expect(stopped.done).toBeLessThan(9500);
  await runImport(world.worker, { runId });
  expect(await world.knex('imports').where({ id }).first()).toMatchObject({
    state: 'finished',
    recorded: 9500,
    total: 9500,
    duplicate: 0,
  });
  expect(await world.knex('import_lines').where({ import_id: id })).toEqual([]);
}, 120_000);

describe('a watched folder', () => {
  const drop = mkdtempSync(join(tmpdir(), 'bookend-drop-'));
  beforeAll(async () => {
    await world.worker.transaction((h) =>
      insertSystem(h, {
        id: 'sys_drop',
        kind: 'import',
        name: 'drop',
        default_country: 'DK',
        connection_sealed: world.worker.keys.sealOwn(JSON.stringify({ drop }), 'connection:sys_drop'),
        is_traced: false,
        owner: null,
        sort_order: 9,
      }),
    );
    await addMapping(world.worker, { system_id: 'sys_drop', name: 'nightly', mapping: TILL_MAPPING });
  });
  test('takes in what is new, once, also under another name; a file of another layout is noted and shown', async () => {
    writeFileSync(join(drop, 'till-1.csv'), [HEADER, line('F1'), line('F2')].join('\n'));
    expect(await watchFolders(world.worker)).toMatchObject({ taken: 1, refused: [] });
    await world.drain();
    renameSync(join(drop, 'till-1.csv'), join(drop, 'till-1-copy.csv'));
    expect(await watchFolders(world.worker)).toMatchObject({ taken: 0, refused: [] });
    writeFileSync(join(drop, 'other.csv'), 'name;mail\nAnn;a@mail.example');
    expect(await watchFolders(world.worker)).toMatchObject({
      taken: 0,
      refused: [{ system: 'sys_drop', file: 'other.csv', code: 'columns-missing' }],
    });
    expect(await watchFolders(world.worker)).toMatchObject({ taken: 0, refused: [] });
    expect(
      await world
        .knex('imports')
        .select('state', 'error', 'recorded')
        .where({ system_id: 'sys_drop' })
        .orderBy('created_at'),
    ).toEqual(
      expect.arrayContaining([
        { state: 'finished', error: null, recorded: 2 },
        { state: 'failed', error: 'columns-missing', recorded: 0 },
      ]),
    );
  });
});

test('who may: an auditor may not; a machine only for its own system', async () => {
  expect(await upload(HEADER, { ctx: world.user('usr_2', 'auditor') })).toMatchObject({
    refusal: { code: 'not-allowed' },
  });
  const shop = world.as({ kind: 'machine', id: 'api_1', systemId: 'sys_shop', scopes: ['choices:write'] });
  expect(await upload([HEADER, line('M1')].join('\n'), { ctx: shop })).toMatchObject({
    refusal: { code: 'not-allowed' },
  });
  expect(
    (await recordChoices(world.worker, { systemId: 'sys_tills', choices: [choice({ externalId: 'last' })] }))[0]!
      .status,
  ).toBe('recorded');
});
