import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { SETUP } from './support/journeys';
import { PLACES } from './support/layout';
import {
  api,
  at,
  choose,
  typeDay,
  fill,
  go,
  gone,
  launch,
  openRequestOf,
  press,
  query,
  seen,
  signedIn,
  textOf,
  wait,
  valued,
  WORLD,
} from './support/world';

const axe = readFileSync(createRequire(join(process.cwd(), 'package.json')).resolve('axe-core/axe.min.js'), 'utf8');

let browser: Browser;
let page: Page & { complaints: string[] };
beforeAll(async () => {
  browser = await launch();
  page = await signedIn(browser, 'mikkel');
});
afterAll(() => browser.close());

interface Violation {
  id: string;
  impact: string;
  nodes: { target: string[]; failureSummary: string }[];
}

async function judge(path: string, on: Page = page, leftOut: readonly string[] = []): Promise<void> {
  await go(on, path);
  // Charts are drawn a moment after the page is awake.
  await wait(500);
  await on.evaluate(axe);
  const violations = (await on.evaluate(
    async (rules) =>
      (
        await (window as unknown as { axe: { run(options: object): Promise<{ violations: unknown[] }> } }).axe.run({
          resultTypes: ['violations'],
          rules: Object.fromEntries(rules.map((rule) => [rule, { enabled: false }])),
        })
      ).violations as unknown,
    leftOut,
  )) as Violation[];
  const bad = violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .slice(0, 3)
          .map(({ target, failureSummary }) => `${target.join(' ')} ${failureSummary.slice(0, 160)}`)
          .join(' | ')}`,
    );
  expect(bad).toEqual([]);
  const overflow = await on.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
}

const first = async (sql: string) => (await query<{ v: string }>(WORLD.database, sql))[0]!.v;

describe('no serious or critical finding of axe, no sideways scrolling at 1280×800', () => {
  test.each([...PLACES, '/ledger/overview?by=week'])('%s', (path) => judge(path));
  test('a person', async () =>
    judge(`/people/${await first('select id as v from persons where erased_at is null limit 1')}`));
  test('a request under review', async () =>
    judge(
      `/requests/${await first("select ref as v from requests where trace = 'finished' and closed_at is null limit 1")}`,
    ));
  test('a request at its start', async () =>
    judge(
      `/requests/${await first("select ref as v from requests where identity = 'none' and closed_at is null limit 1")}`,
    ));
  test('a closed request', async () =>
    judge(`/requests/${await first('select ref as v from requests where closed_at is not null limit 1')}`));
  test('an import', async () => judge(`/ledger/imports/${await first('select id as v from imports limit 1')}`));
  test('setup, and adding a system', async () => {
    const administrator = await signedIn(browser, 'ib');
    for (const part of SETUP) await judge(`/setup${part}`, administrator);
    await judge('/own', administrator);
    await judge('/help', administrator);
    await judge('/systems/new', administrator);
  });
  test.each([
    '/sign-in',
    '/forgotten',
    '/welcome/unknown',
    '/first/unknown',
    '/ask',
    '/identity/unknown',
    '/hand-over/unknown',
    '/choices',
    '/choices/unknown',
    '/confirm/unknown',
    '/status',
    '/task/unknown',
    '/no-such-page',
  ])('%s', async (path) => judge(path, await (await browser.createBrowserContext()).newPage()));
  test('the dark scheme too', async () => {
    await go(page, '/desk');
    await press(page, 'Night');
    await judge('/desk');
    await judge('/ledger');
    await judge('/ledger/overview');
    await judge('/ledger/drift');
    await press(page, 'Day');
  });
  test('forced colours too: nothing is lost with our colours, and what is chosen shows', async () => {
    const devtools = await page.createCDPSession();
    const force = (value: string) =>
      devtools.send('Emulation.setEmulatedMedia', { features: [{ name: 'forced-colors', value }] });
    await force('active');
    try {
      expect(await page.evaluate(() => matchMedia('(forced-colors: active)').matches)).toBe(true);
      const review = await first(
        "select ref as v from requests where trace = 'finished' and closed_at is null limit 1",
      );
      for (const path of ['/desk', '/requests', '/ledger', '/ledger/overview', '/ask', `/requests/${review}`])
        // The colours are the reader's own then, and not ours to judge.
        await judge(path, page, ['color-contrast']);
      const chosen = '[aria-label=Matches] tr[aria-selected=true]';
      expect(await page.$eval(chosen, (row) => getComputedStyle(row).outlineStyle)).toBe('solid');
    } finally {
      await force('none');
      await devtools.detach();
    }
  });
  test('at 200 % both bookends fold and nothing scrolls sideways', async () => {
    await page.setViewport({ width: 640, height: 800 });
    try {
      await judge('/desk');
      await judge('/requests/new');
      await judge('/ledger');
      await judge('/ledger/drift');
    } finally {
      await page.setViewport({ width: 1280, height: 800 });
    }
  });
  test('the console had nothing to complain about', () =>
    expect(page.complaints.filter((line) => !/404|403/.test(line))).toEqual([]));
});

describe('keyboard', () => {
  test('Ctrl K finds a person and goes there; ? lists the keys, and while it is open none acts; O opens a request', async () => {
    await go(page, '/desk');
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[cmdk-input]');
    await page.keyboard.type('Holmgaard');
    await seen(page, 'mette@mail.example');
    await page.keyboard.press('Enter');
    await at(page, /^\/people\/per_/);
    await seen(page, 'Identifiers');
    await page.waitForSelector('[cmdk-input]', { hidden: true });
    await page.keyboard.type('?');
    await seen(page, 'Keys of this page');
    await page.keyboard.press('o');
    await wait(300);
    expect(page.url()).toContain('/people/per_');
    await page.keyboard.press('Escape');
    await gone(page, 'Keys of this page');
    await page.keyboard.press('o');
    await at(page, '/requests/new');
  });
  test('Tab reaches the places, the sheet and the Due board, each with a visible focus', async () => {
    await go(page, '/desk');
    const reached = new Set<string>();
    for (let n = 0; n < 140; n++) {
      await page.keyboard.press('Tab');
      reached.add(
        await page.evaluate(() => {
          const one = document.activeElement as HTMLElement;
          const place = one.closest('aside[aria-label=Places]')
            ? 'left'
            : one.closest('aside[aria-label=Due]')
              ? 'right'
              : one.closest('main')
                ? 'sheet'
                : 'other';
          return getComputedStyle(one).outlineStyle === 'none' && place !== 'other'
            ? `${place} without focus: ${one.outerHTML.slice(0, 80)}`
            : place;
        }),
      );
    }
    expect([...reached].sort().filter((place) => place !== 'other')).toEqual(['left', 'right', 'sheet']);
  });
});

describe('bad input', () => {
  test('a request from the future is refused with the rule, and what was typed stays', async () => {
    await go(page, '/requests/new');
    await press(page, 'Open the request');
    await seen(page, 'Choose the right that is exercised.');
    await choose(page, 'Right', 'access');
    await choose(page, 'How it came', 'phone');
    await fill(page, 'Given name', 'Ann');
    await fill(page, 'Family name', 'Tomorrow');
    await typeDay(page, 'Day of receipt', '2027-01-05');
    await press(page, 'Open the request');
    await seen(page, 'cannot have been received in the future (Tue 5 Jan 2027)');
    await valued(page, 'familyName', 'Tomorrow');
  });

  test('the clock is told, and an extension announced, with its reason', async () => {
    const ref =
      (await openRequestOf(page, 'Lars', 'access').catch(() => null)) ??
      (await first(
        "select ref as v from requests where closed_at is null and \"right\" = 'access' and due_on < '2026-11-24' limit 1",
      ));
    await go(page, `/requests/${ref}`);
    await press(page, 'why this date');
    await seen(page, 'This is not legal advice.');
    await seen(page, /The last day to announce it was/);
  });

  test.each([
    ['/choices', 'not json', 400, 'not-json'],
    ['/choices', { occurredAt: '2026-02-30', identifiers: [], purpose: 'newsletter', answer: 'grant' }, 400, 'invalid'],
    [
      '/choices',
      {
        occurredAt: '2026-02-03',
        identifiers: [{ kind: 'email', value: 'a@b.example' }],
        purpose: 'newsletter',
        answer: 'maybe',
      },
      400,
      'invalid',
    ],
    ['/standing', { identifier: { kind: 'email', value: 'a@b.example' }, purpose: 'moon' }, 422, 'unknown-purpose'],
    [
      '/clock',
      {
        regime: 'xx-law',
        right: 'access',
        receivedAt: '2026-11-01T10:00:00Z',
        zone: 'Europe/Copenhagen',
        calendar: { country: 'DK' },
      },
      422,
      'unknown-regime',
    ],
    [
      '/clock',
      {
        regime: 'eu-gdpr',
        right: 'access',
        receivedAt: '2026-06-01T10:00:00Z',
        zone: 'Europe/Copenhagen',
        calendar: { country: 'DK' },
        events: [{ kind: 'extended', at: '2026-07-05T10:00:00Z', reason: 'x' }],
      },
      422,
      'extension-too-late',
    ],
  ] as const)('%s answers %j with a problem', async (path, body, status, code) => {
    const answer = await api(path, body);
    expect(answer).toMatchObject({ status, type: 'application/problem+json', body: { status, code } });
    expect(String(answer.body['title']).length).toBeGreaterThan(5);
    if (code === 'invalid')
      expect(answer.body['errors']).toEqual(
        expect.arrayContaining([expect.objectContaining({ path: expect.any(String) })]),
      );
    expect(JSON.stringify(answer.body)).not.toContain('a@b.example');
  });

  test('the clock’s API gives every date with its reasons', async () => {
    const { status, body } = await api('/clock', {
      regime: 'eu-gdpr',
      right: 'access',
      receivedAt: '2026-10-24T20:14:00Z',
      zone: 'Europe/Copenhagen',
      calendar: { country: 'DK' },
      events: [
        { kind: 'identity-asked', at: '2026-10-27T09:00:00Z' },
        { kind: 'identity-proven', at: '2026-10-28T07:05:00Z' },
      ],
    });
    expect({ status, dueOn: body['dueOn'] }).toEqual({ status: 200, dueOn: '2026-11-25' });
    expect((body['reasons'] as unknown[]).length).toBeGreaterThan(2);
  });

  test('a calculator looks into the future when told so; several laws together are due with the first', async () => {
    const asked = {
      right: 'access',
      receivedAt: '2027-03-01T10:00:00Z',
      zone: 'Europe/Copenhagen',
      calendar: { country: 'DK' },
    };
    expect(await api('/clock', { ...asked, regime: 'eu-gdpr' })).toMatchObject({
      status: 422,
      body: { code: 'received-in-the-future' },
    });
    expect(await api('/clock', { ...asked, regime: 'eu-gdpr', asOf: '2027-04-05T10:00:00Z' })).toMatchObject({
      status: 200,
      body: { dueOn: '2027-04-01', state: 'overdue' },
    });
    expect(
      await api('/clock', { ...asked, regimes: ['us-ia', 'eu-gdpr'], asOf: '2027-03-02T10:00:00Z' }),
    ).toMatchObject({
      status: 200,
      body: {
        dueOn: '2027-04-01',
        laws: [
          { regime: 'us-ia', dueOn: '2027-05-30' },
          { regime: 'eu-gdpr', dueOn: '2027-04-01' },
        ],
      },
    });
    expect(await api('/clock', asked)).toMatchObject({ status: 400, body: { code: 'invalid' } });
  });

  test('which laws bind is told with its reasons', async () => {
    const found = await api('/laws', {
      right: 'access',
      receivedAt: '2026-11-20T10:00:00Z',
      person: { country: 'US', region: 'CA' },
    });
    expect(found).toMatchObject({
      status: 200,
      body: {
        laws: [
          { regime: 'us-ca', reasons: [{ code: 'place' }] },
          { regime: 'eu-gdpr', reasons: [{ code: 'establishment' }] },
        ],
        reasons: [],
      },
    });
    expect(
      await api('/laws', { right: 'access', receivedAt: '2026-11-20T10:00:00Z', person: { country: 'nowhere' } }),
    ).toMatchObject({ status: 400 });
  });

  test('HTML in a name is shown as text, a formula stays a name', async () => {
    await go(page, '/people');
    await page.type('input[type=search]', 'formula@mail.example');
    await page.keyboard.press('Enter');
    await seen(page, '=HYPERLINK("x") <b>Rask</b>');
    expect(await page.$('[role=grid] b')).toBeNull();
  });

  test('wrong sign-in: the same words for a known and an unknown address', async () => {
    const outside = await (await browser.createBrowserContext()).newPage();
    const said: string[] = [];
    for (const who of ['signe@larkmere.example', 'nobody@larkmere.example']) {
      await go(outside, '/sign-in');
      await outside.type('input[name=email]', who);
      await outside.type('input[name=password]', 'wrong');
      await outside.keyboard.press('Enter');
      await seen(outside, 'Address or password is wrong.');
      said.push((await textOf(outside)).replace(who, ''));
    }
    expect(said[0]).toBe(said[1]);
  });
});
