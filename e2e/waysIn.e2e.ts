import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import type { Browser, Page } from 'puppeteer-core';
import { uploadImport } from './support/journeys';
import {
  api,
  apiGet,
  choose,
  fill,
  go,
  launch,
  press,
  query,
  seen,
  signedIn,
  textOf,
  until,
  WORLD,
} from './support/world';

const TILL_HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';

let browser: Browser;
let page: Page;
const folder = mkdtempSync(join(tmpdir(), 'bookend-ways-'));
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
const standing = async (value: string, purpose: string) =>
  (await api('/standing', { identifier: { kind: 'email', value }, purpose })).body['standing'];

beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'signe');
});
afterAll(() => browser.close());

test('a file of an unknown layout: its columns and words are mapped once, kept, and a held line is corrected', async () => {
  const path = file(
    'fair.csv',
    'Navn;Adresse;Hvornår;Svar\r\nIda Holt;ida.holt@mail.example;2026-11-12;JA\r\nBent Rye;bent.rye@mail.example;2026-11-12;NEJ\r\nUffe Sand;uffe.sand(at)mail.example;2026-11-12;JA\r\n',
  );
  await go(page, '/ledger/imports');
  await uploadImport(page, path, 'sys_camp');
  await seen(page, 'Nobody has said yet how files of this layout are read.');
  for (const [label, column] of [
    ['e-mail', 'Adresse'],
    ['when', 'Hvornår'],
    ['answer', 'Svar'],
    ['family name', 'Navn'],
    ['number of the line', ''],
  ] as const)
    await choose(page, label, column || '–');
  const constant = await page.$$eval(
    'form[aria-label=Mapping] fieldset:nth-of-type(2) label',
    (labels) => labels.find((one) => one.textContent === 'purpose')!.htmlFor,
  );
  await page.type(`[id="${constant}"]`, 'newsletter');
  // The words stand in the file; what they mean is proposed, and said.
  for (const [word, means] of [
    ['JA', 'grant'],
    ['NEJ', 'refuse'],
  ] as const)
    await choose(page, `“${word}” means`, means);
  await fill(page, 'Name of the mapping', 'list of the fair');
  await press(page, 'Keep it and try the file out');
  await seen(page, /3 lines.*This is what would happen/);
  await press(page, /^Take in 3 lines/);
  await seen(page, /· finished/);
  expect(await standing('ida.holt@mail.example', 'newsletter')).toBe('granted');
  expect(await standing('bent.rye@mail.example', 'newsletter')).toBe('refused');

  await seen(page, 'uffe.sand(at)mail.example');
  await page.click('button[aria-label="Correct line 3"], button[aria-label="Correct line 4"]');
  const field = await page.waitForSelector('input[aria-label$="corrected"]');
  await field!.click({ count: 3 });
  await field!.type('Uffe Sand;uffe.sand@mail.example;2026-11-12;JA');
  await press(page, 'Run it');
  await seen(page, /Line \d: recorded/);
  expect(await standing('uffe.sand@mail.example', 'newsletter')).toBe('granted');

  // The next file of this layout needs no mapping.
  await go(page, '/ledger/imports');
  await uploadImport(
    page,
    file('fair-2.csv', 'Navn;Adresse;Hvornår;Svar\r\nLis Holt;lis.holt@mail.example;2026-11-13;JA\r\n'),
    'sys_camp',
  );
  await seen(page, /1 lines?.*This is what would happen/);
}, 300_000);

/** A workbook of the tills' layout, unless other columns are said. */
async function workbook(
  name: string,
  cells: readonly (string | Date)[],
  header: readonly string[] = TILL_HEADER.split(';'),
): Promise<string> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('Choices');
  sheet.addRow(header);
  sheet.addRow(cells);
  await book.xlsx.writeFile(join(folder, name));
  return join(folder, name);
}

test('a workbook is read by the mapping of its source; the same number with another answer is kept beside the first and flagged', async () => {
  const line = (tick: string) => [
    'XL-1',
    new Date('2026-11-20T00:00:00Z'),
    'Vejle',
    '',
    'Karla',
    'Sund',
    'karla.sund@mail.example',
    '',
    'DK',
    'newsletter',
    tick,
  ];
  for (const [name, tick, ends] of [
    ['first.xlsx', 'J', /1 recorded/],
    ['again.xlsx', 'J', /1 duplicate/],
    ['changed.xlsx', 'N', /1 conflict/],
  ] as const) {
    await go(page, '/ledger/imports');
    await uploadImport(page, await workbook(name, line(tick)), 'sys_tills');
    await seen(page, /1 lines?.*This is what would happen/);
    await press(page, /^Take in/);
    await seen(page, /read as XLSX · finished/);
    await seen(page, ends);
  }
  await seen(page, 'both are kept');
  expect(
    await query(
      WORLD.database,
      "select c.answer from choice_dedup d join choices c on c.id = d.choice_id where d.external_hash in (select external_hash from choice_dedup group by system_id, external_hash having count(*) > 1) and c.occurred_on = '2026-11-20' and c.system_id = 'sys_tills' order by c.seq",
    ),
  ).toEqual([{ answer: 'grant' }, { answer: 'refuse' }]);
  // Of the two the restrictive one holds: she had said yes, so it is taken back.
  expect(await standing('karla.sund@mail.example', 'newsletter')).toBe('withdrawn');
}, 240_000);

test('a file of another source’s layout waits to be mapped; nothing of it is guessed or recorded', async () => {
  const before = (await query<{ n: number }>(WORLD.database, 'select count(*)::int as n from choices'))[0]!.n;
  await go(page, '/ledger/imports');
  await uploadImport(
    page,
    await workbook('stranger.xlsx', ['1', 'karla.sund@mail.example', 'yes'], ['no', 'contact', 'wants']),
    'sys_tills',
  );
  await seen(page, 'Nobody has said yet how files of this layout are read.');
  expect(await textOf(page)).not.toContain('Take in');
  expect((await query<{ n: number }>(WORLD.database, 'select count(*)::int as n from choices'))[0]!.n).toBe(before);
}, 240_000);

test('what the tills leave in their folder is taken in by itself, once', async () => {
  const { delivered } = (await (await fetch(`${WORLD.control}/deliver`)).json()) as { delivered: string };
  const state = () => query<{ state: string }>(WORLD.database, "select state from imports where way = 'folder'");
  await until('the delivered file is taken in', async () => (await state())[0]?.state === 'finished');
  expect(await state()).toHaveLength(1);
  await go(page, '/ledger/imports');
  await seen(page, delivered);
  expect(await textOf(page)).toContain('finished, by itself');
}, 240_000);

test('at the counter an employee reads the script and writes down the answer', async () => {
  const nanna = await signedIn(browser, 'nanna');
  await go(nanna, '/ledger/counter');
  await fill(nanna, 'Exact value', 'anna.kjaer@mail.example');
  await press(nanna, 'Look');
  await seen(nanna, /A\. K\./);
  expect(await textOf(nanna)).not.toContain('anna.kjaer@mail.example');
  expect(await textOf(nanna)).toMatch(/må vi/i);
  await nanna.type('input[placeholder="Aarhus, or on the phone"]', 'Aarhus');
  await nanna.click('[role=radiogroup] ::-p-text(Yes)');
  await press(nanna, 'Record the answer');
  await seen(nanna, 'Recorded in the ledger');
  const [row] = await query<{ method: string; place: string; act: string }>(
    WORLD.database,
    "select act from trail where actor = 'usr_nanna' and act = 'choice-recorded-by-hand'",
  );
  expect(row).toBeDefined();
}, 240_000);

describe('bad input at the door of machines', () => {
  const yes = (more: object) => ({
    occurredAt: '2026-11-20T09:00:00Z',
    identifiers: [{ kind: 'email', value: 'door@mail.example' }],
    purpose: 'newsletter',
    answer: 'grant',
    ...more,
  });
  test.each([
    ['an unknown purpose', { purpose: 'moon-travel', externalId: 'd1' }, 'quarantined', 'moon-travel'],
    [
      'an unknown version of an ask',
      { ask: 'webshop-checkout', askVersion: 99, externalId: 'd2' },
      'quarantined',
      '99',
    ],
    ['a confirmation without its grant', { answer: 'confirm', externalId: 'd3' }, 'quarantined', 'confirm'],
    ['a choice of tomorrow', { occurredAt: '2026-11-26T09:00:00Z', externalId: 'd4' }, 'quarantined', 'future'],
  ])('%s is held with its reason', async (_, more, status, words) => {
    const { body } = await api('/choices', yes(more));
    expect(body).toMatchObject({ status });
    expect(JSON.stringify(body['reasons'])).toContain(words);
  });

  test('a late choice takes its place in time: an older no does not undo a newer yes', async () => {
    const who = [{ kind: 'email', value: 'late@mail.example' }];
    await api('/choices', {
      choices: [
        yes({ identifiers: who, externalId: 'l2', occurredAt: '2026-11-20T10:00:00Z' }),
        yes({ identifiers: who, externalId: 'l1', answer: 'refuse', occurredAt: '2026-11-01T10:00:00Z' }),
      ],
    });
    expect(await standing('late@mail.example', 'newsletter')).toBe('granted');
  });

  test('a file over the API is taken in at once, counts add up to its lines, what is held can be fetched', async () => {
    const lines = [
      '{"identifiers":[{"kind":"email","value":"nd1@mail.example"}],"purpose":"newsletter","answer":"grant","occurredAt":"2026-11-20T09:00:00Z","externalId":"nd1"}',
      '{"identifiers":[{"kind":"email","value":"nd2@mail.example"}],"purpose":"newsletter","answer":"perhaps","occurredAt":"2026-11-20T09:00:00Z","externalId":"nd2"}',
      'not json',
    ];
    const posted = await api('/imports', lines.join('\n'), WORLD.shopKey, {
      'content-type': 'application/x-ndjson',
      'x-file-name': 'choices.ndjson',
    });
    expect(posted.status).toBe(202);
    const id = String(posted.body['id']);
    let view: Record<string, unknown> = {};
    await until(
      'the file is taken in',
      async () =>
        (view = JSON.parse((await apiGet(`/imports/${id}`, WORLD.shopKey)).text) as Record<string, unknown>)[
          'state'
        ] === 'finished',
    );
    expect(view).toMatchObject({ total: 3, recorded: 1, quarantined: 2 });
    const held = await apiGet(`/imports/${id}/quarantine.csv`, WORLD.shopKey);
    expect(held.text).toContain('perhaps');
  }, 240_000);
});

test('permission checks have a listener of their own, and say the same as the web', async () => {
  const ask = async (base: string, body: object, key = WORLD.shopKey) => {
    const answer = await fetch(`${base}/api/v1/standing`, {
      method: 'POST',
      headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return { status: answer.status, body: (await answer.json()) as unknown };
  };
  for (const purpose of ['newsletter', 'partner-offers', 'orders', 'marketing', 'ad-matching']) {
    const body = { identifier: { kind: 'email', value: 'mette@mail.example' }, purpose };
    expect(await ask(WORLD.checks, body)).toEqual(await ask(WORLD.address, body));
  }
  const asOf = {
    identifier: { kind: 'email', value: 'mette@mail.example' },
    purpose: 'newsletter',
    at: '2024-01-01T00:00:00Z',
    knownAt: '2024-01-01T00:00:00Z',
  };
  expect(await ask(WORLD.checks, asOf)).toEqual(await ask(WORLD.address, asOf));
  expect(
    (await ask(WORLD.checks, { identifier: { kind: 'email', value: 'x@mail.example' }, purpose: 'moon' })).status,
  ).toBe(422);
  expect((await ask(WORLD.checks, asOf, 'wrong')).status).toBe(401);
});

test('a draft is told apart, and what advertising lacks is named', async () => {
  const check = async (type: string, body: string) => {
    const answer = await fetch(`${WORLD.address}/api/v1/message-checks`, {
      method: 'POST',
      headers: { authorization: `Bearer ${WORLD.shopKey}`, 'content-type': type },
      body,
    });
    return (await answer.json()) as {
      kind: string;
      isFit: boolean;
      requirements: { code: string; isMet: boolean; add?: string }[];
    };
  };
  const bare = await check('text/html', '<p>Autumn sale: 20 % off every touring bicycle. Buy now!</p>');
  expect(bare).toMatchObject({ kind: 'advertising', isFit: false });
  expect(bare.requirements.filter(({ isMet }) => !isMet).every(({ add }) => Boolean(add))).toBe(true);
  const receipt = await check(
    'message/rfc822',
    'From: Larkmere <shop@larkmere.example>\r\nTo: x@mail.example\r\nSubject: Your order 1048 is on its way\r\n\r\nYour order 1048 has left us today. Track your parcel with the number 77.\r\n',
  );
  expect(receipt).toMatchObject({ kind: 'service', isFit: true });

  await go(page, '/ledger/audiences');
  await (await page.$('section[aria-labelledby=draft] input[type=file]'))!.uploadFile(
    file('sale.html', '<p>Autumn sale: 20 % off every touring bicycle. Buy now!</p>'),
  );
  await press(page, 'Check the message');
  await seen(page, '✕ Not fit to go');
});
