import type { Browser } from 'puppeteer-core';
import { launch, query, signedIn, WORLD } from './support/world';

/** What each role may open, from the table of who may do what; written down here a second time on purpose. */
const ROLES = ['coordinator', 'supervisor', 'auditor', 'administrator', 'counter-staff', 'nobody'] as const;
type Role = (typeof ROLES)[number];
const SIGN_IN: Record<Exclude<Role, 'nobody'>, string> = { coordinator: 'signe', supervisor: 'mikkel', auditor: 'ulla', administrator: 'ib', 'counter-staff': 'nanna' };

const PAGES: Record<string, readonly Role[]> = {
  '/desk': ['coordinator', 'supervisor', 'auditor', 'administrator', 'counter-staff'],
  '/requests': ['coordinator', 'supervisor', 'auditor'],
  '/requests/new': ['coordinator', 'supervisor'],
  '/requests/{ref}': ['coordinator', 'supervisor', 'auditor'],
  '/requests/inbox': ['coordinator', 'supervisor'],
  '/requests/workload': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/requests/letters': ['coordinator', 'supervisor', 'auditor'],
  '/requests/figures': ['coordinator', 'supervisor', 'auditor'],
  '/people': ['coordinator', 'supervisor', 'auditor'],
  '/people/{person}': ['coordinator', 'supervisor', 'auditor'],
  '/ledger': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/overview': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/drift': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/audiences': ['coordinator', 'supervisor'],
  '/ledger/purposes': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/proof': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/counter': ['coordinator', 'supervisor', 'counter-staff'],
  '/ledger/imports': ['coordinator', 'supervisor'],
  '/ledger/imports/{import}': ['coordinator', 'supervisor'],
  '/systems': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/systems/new': ['administrator'],
  '/systems/sys_shop': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/keeping': ['coordinator', 'supervisor', 'auditor'],
  '/trail': ['coordinator', 'supervisor', 'auditor', 'administrator', 'counter-staff'],
  '/setup': ['auditor', 'administrator'],
};

const DATA: Record<string, readonly Role[]> = {
  '/api/staff/trace/{ref}': ['coordinator', 'supervisor'],
  '/api/staff/matches/{match}': ['coordinator', 'supervisor'],
  '/requests/{erased}/certificate': ['coordinator', 'supervisor', 'auditor'],
  '/requests/{lettered}/letters/{letter}': ['coordinator', 'supervisor'],
  '/ledger/imports/{import}/held.csv': ['coordinator', 'supervisor'],
  '/ledger/receipts/{choice}': ['coordinator', 'supervisor', 'auditor'],
};

const PUBLIC = ['/sign-in', '/ask', '/status', '/task/unknown-token', '/identity/unknown-token', '/hand-over/unknown-token', '/choices', '/choices/unknown-token', '/confirm/unknown-token', '/api/v1/health', '/api/v1/openapi.json'];

let browser: Browser;
const cookies = new Map<Role, string>();
const values: Record<string, string> = {};

beforeAll(async () => {
  browser = await launch();
  for (const [role, who] of Object.entries(SIGN_IN)) {
    const page = await signedIn(browser, who);
    cookies.set(role as Role, (await page.browserContext().cookies()).map(({ name, value }) => `${name}=${value}`).join('; '));
  }
  cookies.set('nobody', '');
  const one = async (name: string, sql: string) => void (values[name] = (await query<{ v: string }>(WORLD.database, sql))[0]!.v);
  await one('ref', "select r.ref as v from requests r join traces t on t.request_id = r.id join matches m on m.trace_id = t.id where r.closed_at is null limit 1");
  await one('match', `select m.id as v from matches m join traces t on t.id = m.trace_id join requests r on r.id = t.request_id where r.ref = '${values['ref']}' limit 1`);
  await one('letter', 'select l.id as v from letters l join requests r on r.id = l.request_id where l.body_sealed is not null order by l.queued_at limit 1');
  await one('lettered', `select r.ref as v from letters l join requests r on r.id = l.request_id where l.id = '${values['letter']}'`);
  await one('person', 'select id as v from persons where erased_at is null limit 1');
  await one('choice', 'select id as v from choices order by seq limit 1');
  await one('import', 'select id as v from imports limit 1');
  await one('erased', "select ref as v from requests where outcome in ('erased', 'erased-in-part') limit 1");
});
afterAll(() => browser.close());

const get = (path: string, role: Role) => fetch(`${WORLD.address}${path.replace(/\{(\w+)\}/g, (_, name: string) => values[name]!)}`, { headers: { cookie: cookies.get(role)! }, redirect: 'manual' });

describe.each(Object.entries(PAGES))('%s', (path, allowed) => {
  test.each(ROLES.map((role) => [role]))('%s', async (role) => {
    const response = await get(path, role);
    if (role === 'nobody') {
      expect(response.status).toBe(307);
      expect(response.headers.get('location')).toContain('/sign-in');
    } else expect(response.status).toBe(allowed.includes(role) ? 200 : 403);
  });
});

describe.each(Object.entries(DATA))('%s', (path, allowed) => {
  test.each(ROLES.map((role) => [role]))('%s', async (role) => {
    expect((await get(path, role)).status).toBe(role === 'nobody' ? 401 : allowed.includes(role) ? 200 : 403);
  });
});

test.each(PUBLIC.map((path) => [path]))('%s is open to everybody', async (path) => expect((await get(path, 'nobody')).status).toBe(200));

test('an auditor sees requests and people masked, never a clear address', async () => {
  const html = `${await (await get('/requests/{ref}', 'auditor')).text()}${await (await get('/people/{person}', 'auditor')).text()}`;
  expect(html).toContain('••••@');
  expect(html).not.toMatch(/[a-z0-9]{2,}@(mail|post|brev|inbox)\.example/);
});

test('looks leave entries in the trail', async () => {
  const acts = await query<{ act: string }>(WORLD.database, 'select distinct act from trail where actor = $1', ['usr_mikkel']);
  expect(acts.map(({ act }) => act)).toEqual(expect.arrayContaining(['signed-in', 'request-viewed', 'person-opened', 'ledger-opened', 'record-opened', 'certificate-opened']));
});

test('every page carries the security headers', async () => {
  for (const path of ['/sign-in', '/ask', '/desk']) {
    const { headers } = await get(path, 'coordinator');
    expect(headers.get('content-security-policy')).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  }
});
