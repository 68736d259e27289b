import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import {
  api,
  apiGet,
  choose,
  fill,
  go,
  launch,
  mailTo,
  press,
  query,
  seen,
  signedIn,
  textOf,
  until,
  WORLD,
} from './support/world';

let browser: Browser;
beforeAll(async () => void (browser = await launch()));
afterAll(() => browser.close());

const folder = mkdtempSync(join(tmpdir(), 'bookend-auditor-'));
const standing = async (value: string, purpose: string) =>
  (await api('/standing', { identifier: { kind: 'email', value }, purpose })).body;

describe('what a stranger can check', () => {
  let page: Page;
  beforeAll(async () => void (page = await signedIn(browser, 'ulla')));

  test('the head goes to the witness, outside the database and by mail', async () => {
    await go(page, '/ledger/proof');
    await press(page, 'Deposit it now');
    await seen(page, /The witness has the head of \d+ folios/);
    const [head] = await query<{ size: string; root: Buffer }>(
      WORLD.database,
      'select size, root from ledger_heads order by size desc limit 1',
    );
    await until('the file of the witness', async () =>
      readdirSync(WORLD.witness).includes(`head-${String(head!.size).padStart(12, '0')}.json`),
    );
    expect(
      JSON.parse(readFileSync(join(WORLD.witness, `head-${String(head!.size).padStart(12, '0')}.json`), 'utf8')),
    ).toMatchObject({
      size: Number(head!.size),
      trees: [{ tree: 0, size: Number(head!.size), root: head!.root.toString('hex') }],
    });
    expect((await mailTo('ulla@larkmere.example', new RegExp(`${head!.size} folios`))).text).toContain(
      head!.root.toString('hex'),
    );
  }, 240_000);

  test('a proof from the API holds in the script of the documents; a changed one does not', async () => {
    const [row] = await query<{ id: string }>(WORLD.database, 'select id from choices order by seq offset 40 limit 1');
    await go(page, '/ledger/proof');
    await fill(page, 'Choice (cho_…)', row!.id);
    await press(page, 'Prove it');
    await seen(page, /Leaf \d+ of folio \d+/);
    const proof = await apiGet(`/choices/${row!.id}/proof`, WORLD.auditorKey);
    const path = join(folder, 'proof.json');
    writeFileSync(path, proof.text);
    expect(execFileSync('node', ['docs/check-proof.mjs', path], { encoding: 'utf8' })).toContain(row!.id);
    writeFileSync(path, proof.text.replace(/\\"answer\\":\\"\w+\\"/, '\\"answer\\":\\"opt-in\\"'));
    expect(() => execFileSync('node', ['docs/check-proof.mjs', path], { stdio: 'pipe' })).toThrow();
    const { size } = JSON.parse((await apiGet('/ledger/head', WORLD.auditorKey)).text) as { size: number };
    writeFileSync(
      path,
      (await apiGet(`/ledger/consistency?from=${Math.floor(size / 3)}&to=${size}`, WORLD.auditorKey)).text,
    );
    expect(execFileSync('node', ['docs/check-proof.mjs', path], { encoding: 'utf8' })).toContain('is the beginning');
    expect((await apiGet(`/choices/${row!.id}/proof`, 'wrong')).status).toBe(401);
  }, 240_000);

  test('an export is written by the worker and downloaded; nobody is named in it', async () => {
    await go(page, '/ledger/proof');
    // Others may have made some before.
    const files = () => page.$$eval('a[href^="/ledger/exports/"]', (links) => links.map((link) => link.href));
    const before = await files();
    await choose(page, 'purpose', 'Newsletter by e-mail');
    await press(page, 'Export');
    await until('it can be downloaded', async () => (await files()).length > before.length);
    const [href] = (await files()).filter((one) => !before.includes(one));
    const csv = await page.evaluate(async (address) => (await fetch(address)).text(), href!);
    expect(csv.split('\r\n').length).toBeGreaterThan(100);
    expect(csv).not.toMatch(/@(mail|post|brev|inbox)\.example/);
  }, 240_000);

  test('every standing is made anew from the choices, and is the same', async () => {
    await go(page, '/ledger/proof');
    const sum = async () =>
      (
        await query<{ v: string }>(
          WORLD.database,
          "select md5(string_agg(person_no || ':' || encode(folds, 'hex'), ',' order by person_no)) as v from person_folds",
        )
      )[0]!.v;
    const before = await sum();
    await press(page, 'Rebuild every standing');
    await seen(page, 'people is what their choices say', 40_000);
    expect(await sum()).toBe(before);
    await query(WORLD.database, "update person_folds set folds = '\\x' where person_no = 3");
    await press(page, 'Compare only');
    await seen(page, 'nothing was changed', 40_000);
    await press(page, 'Rebuild every standing');
    await seen(page, '1 of', 40_000);
    await seen(page, 'all were put right', 40_000);
    await press(page, 'Compare only');
    await seen(page, 'people is what their choices say', 40_000);
    expect(
      (await query(WORLD.database, "select 1 from person_folds where person_no = 3 and folds <> '\\x'")).length,
    ).toBe(1);
  }, 240_000);
});

test('a change of a purpose is tried out on everybody first, and only a supervisor publishes it', async () => {
  const page = await signedIn(browser, 'mikkel');
  await go(page, '/ledger/purposes');
  const open = async (on: Page, title: string) => {
    await on.evaluate(
      (words) =>
        [...document.querySelectorAll<HTMLElement>('tbody tr')]
          .find((row) => row.innerText.includes(words))!
          .querySelector('button')!
          .click(),
      title,
    );
    await seen(on, `Change “${title}”`);
  };
  await open(page, 'Calls about tours');
  await choose(page, 'Kind', 'opt out');
  await press(page, 'What would change?');
  await seen(page, /\d+ of \d+ people would stand differently: \d+ more permitted/);
  await press(page, 'Leave it');

  await go(page, '/ledger/purposes');
  await open(page, 'Photos from the riding camp');
  await fill(page, 'Title', 'Photos from our riding camp');
  await press(page, 'What would change?');
  await seen(page, 'Nobody’s standing would change.');
  await press(page, 'Publish');
  await seen(page, /Published as version 2/);
  await seen(page, 'Photos from our riding camp');

  const signe = await signedIn(browser, 'signe');
  await go(signe, '/ledger/purposes');
  await open(signe, 'Calls about tours');
  await seen(signe, 'A supervisor publishes.');
}, 240_000);

test('two identities are one person while linked: the restrictive answer holds; unlinking restores exactly', async () => {
  const page = await signedIn(browser, 'mikkel');
  const say = (email: string, answer: string) =>
    api('/choices', {
      occurredAt: '2026-11-21T09:00:00Z',
      identifiers: [{ kind: 'email', value: email }],
      purpose: 'partner-offers',
      answer,
      externalId: `link-${email}`,
    });
  const said = [await say('one.linde@mail.example', 'grant'), await say('two.linde@mail.example', 'refuse')];
  const before = [
    await standing('one.linde@mail.example', 'partner-offers'),
    await standing('two.linde@mail.example', 'partner-offers'),
  ];
  const [one, two] = await Promise.all(
    said.map(
      async ({ body }) =>
        (
          await query<{ id: string }>(WORLD.database, 'select person_id as id from choices where id = $1', [body['id']])
        )[0]!.id,
    ),
  );
  await go(page, `/people/${one}`);
  await fill(page, 'Other person', two!);
  await fill(page, 'Why', 'Showed both cards at the counter.');
  await press(page, 'Link');
  await seen(page, 'Showed both cards at the counter.');
  expect(await standing('one.linde@mail.example', 'partner-offers')).toMatchObject({ permitted: false });
  await fill(page, 'Why', 'It was her sister after all.');
  await press(page, 'Unlink');
  await seen(page, 'No other identity is linked.');
  expect([
    await standing('one.linde@mail.example', 'partner-offers'),
    await standing('two.linde@mail.example', 'partner-offers'),
  ]).toEqual(before);
  const acts = await query<{ act: string }>(WORLD.database, 'select act from trail where subject in ($1, $2)', [
    one,
    two,
  ]);
  expect(acts.map(({ act }) => act)).toEqual(expect.arrayContaining(['identities-linked', 'identities-unlinked']));
}, 240_000);

test('a copy of the keys needs two administrators, and is fetched once', async () => {
  const [ib, pia] = [await signedIn(browser, 'ib'), await signedIn(browser, 'pia')];
  await go(ib, '/setup/keys');
  await fill(ib, 'Why a copy is needed', 'For the safe in Odense.');
  await press(ib, 'Ask for a copy');
  await seen(ib, 'another administrator has to agree');
  await go(pia, '/setup/keys');
  await press(pia, 'Agree');
  await seen(pia, /agreed\./);
  await go(ib, '/setup/keys');
  await fill(ib, 'Passphrase for the copy', 'short');
  await press(ib, 'Fetch it, once');
  await seen(ib, /passphrase/i);
  await fill(ib, 'Passphrase for the copy', 'a long passphrase for the safe');
  await press(ib, 'Fetch it, once');
  await until(
    'the copy is fetched',
    async () => (await query(WORLD.database, "select 1 from trail where act = 'key-export-fetched'")).length === 1,
  );
}, 240_000);

test('everybody as of a day, rates by seven dimensions with their tables', async () => {
  const page = await signedIn(browser, 'signe');
  await go(page, '/ledger/overview');
  await seen(page, 'Newsletter by e-mail');
  const now = await textOf(page);
  await go(page, '/ledger/overview?on=2025-01-15');
  expect(await textOf(page)).not.toBe(now);
  await seen(page, '15 Jan 2025');
  for (const by of ['purpose', 'ask', 'place', 'country', 'language', 'week']) {
    await go(page, `/ledger/overview?by=${by}`);
    await seen(page, 'Newsletter by e-mail');
  }
  // Weeks stand in their order, and those in which nobody answered among them.
  await page.$$eval('button', (buttons) =>
    buttons
      .filter(({ innerText }) => innerText === 'as a table')
      .at(-1)!
      .click(),
  );
  await page.waitForSelector('tbody tr');
  const weeks = await page.$$eval('tbody tr > :first-child', (cells) =>
    cells.map((cell) => Date.parse(`${(cell as HTMLElement).innerText} UTC`)).filter((at) => !Number.isNaN(at)),
  );
  expect(weeks.length).toBeGreaterThan(20);
  expect(weeks.slice(1).map((at, i) => (at - weeks[i]!) / 86_400_000)).toEqual(weeks.slice(1).map(() => 7));
});

test('whoever sees people masked sees the same numbers and states of their requests', async () => {
  // One of each right at each stage that there is.
  const requests = await query<{ ref: string; closed: boolean }>(
    WORLD.database,
    `select distinct on ("right", stage, outcome) ref, closed_at is not null as closed from requests
      order by "right", stage, outcome, ref`,
  );
  expect(requests.filter(({ closed }) => closed).length).toBeGreaterThan(1);
  const countsOf = async (page: Page, ref: string) => {
    await go(page, `/requests/${ref}`);
    const text = await textOf(page);
    return (
      text.match(
        /\b\d[\d,]* (?:erased|kept|anonymi[sz]ed|restricted|records?|matches|lines?|files?|parts?|choices|failed|of \d+)\b/g,
      ) ?? []
    ).sort();
  };
  const [supervisor, auditor] = [await signedIn(browser, 'mikkel'), await signedIn(browser, 'ulla')];
  let compared = 0;
  for (const { ref, closed } of requests) {
    const [theirs, masked] = await Promise.all([countsOf(supervisor, ref), countsOf(auditor, ref)]);
    // What is still to be done is not offered to an auditor; what was done is told in full.
    if (closed) expect({ ref, counts: masked }).toEqual({ ref, counts: theirs });
    compared += theirs.length;
  }
  // What the demo alone has: other files may have added to it.
  expect(compared).toBeGreaterThanOrEqual(10);
}, 240_000);
