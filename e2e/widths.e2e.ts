import type { Browser, Page } from 'puppeteer-core';
import { SETUP } from './support/journeys';
import { PLACES, unreadable } from './support/layout';
import { go, launch, query, signedIn, wait, WORLD } from './support/world';

let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'mikkel');
});
afterAll(() => browser.close());

const first = async (sql: string) => (await query<{ v: string }>(WORLD.database, sql))[0]!.v;

describe('at four widths nothing is cut off without a tooltip, and nothing scrolls sideways', () => {
  const read = async (path: string, on = page) => {
    await go(on, path);
    await wait(300);
    expect(await unreadable(on)).toEqual([]);
  };
  test.each(PLACES)('%s', (path) => read(path));
  test('a person', async () =>
    read(`/people/${await first('select id as v from persons where erased_at is null limit 1')}`));
  test('a request under review', async () =>
    read(
      `/requests/${await first("select ref as v from requests where trace = 'finished' and closed_at is null limit 1")}`,
    ));
  test('a closed request', async () =>
    read(`/requests/${await first('select ref as v from requests where closed_at is not null limit 1')}`));
  test('requests in each of their stages', async () => {
    const refs = await query<{ ref: string }>(
      WORLD.database,
      'select distinct on ("right", stage) ref from requests order by "right", stage, ref',
    );
    expect(refs.length).toBeGreaterThan(5);
    for (const { ref } of refs) {
      await go(page, `/requests/${ref}`);
      expect([ref, await unreadable(page, [1024])]).toEqual([ref, []]);
    }
  });
  test('setup', async () => {
    const administrator = await signedIn(browser, 'ib');
    for (const part of SETUP) await read(`/setup${part}`, administrator);
  });
  test('pages of people outside', async () => {
    const outside = await (await browser.createBrowserContext()).newPage();
    for (const path of ['/ask', '/status', '/sign-in', '/choices']) await read(path, outside);
  });
});
