import type { Browser } from 'puppeteer-core';
import { launch, query, signedIn, WORLD } from './support/world';

/** What each role may open, from the table of who may do what; written down here a second time on purpose. */
const ROLES = ['coordinator', 'supervisor', 'auditor', 'administrator', 'counter-staff', 'reviewer', 'system-owner', 'other-owner', 'hold-keeper', 'retention-keeper', 'nobody'] as const;
type Role = (typeof ROLES)[number];
/** Roles that the demo has nobody for. The reviewer is a member of `{ref}` alone; one owner has the tills, the other the office’s files. */
const ADDED = { reviewer: 'reviewer', 'system-owner': 'system-owner', 'other-owner': 'system-owner', 'hold-keeper': 'hold-keeper', 'retention-keeper': 'retention-keeper' } as const;
const SIGN_IN: Record<Exclude<Role, 'nobody'>, string> = { coordinator: 'signe', supervisor: 'mikkel', auditor: 'ulla', administrator: 'ib', 'counter-staff': 'nanna', reviewer: 'reviewer', 'system-owner': 'system-owner', 'other-owner': 'other-owner', 'hold-keeper': 'hold-keeper', 'retention-keeper': 'retention-keeper' };
/** Who may open it; and for whom it is not there, because it is not theirs. */
type Allowed = readonly (Role | `no ${Role}`)[];
const statusFor = (allowed: Allowed, role: Role): number => (allowed.includes(role) ? 200 : allowed.includes(`no ${role}`) ? 404 : 403);

const PAGES: Record<string, Allowed> = {
  '/desk': ['coordinator', 'supervisor', 'auditor', 'administrator', 'counter-staff', 'reviewer', 'system-owner', 'other-owner', 'hold-keeper', 'retention-keeper'],
  '/requests': ['coordinator', 'supervisor', 'auditor', 'reviewer'],
  '/requests/new': ['coordinator', 'supervisor'],
  '/requests/{ref}': ['coordinator', 'supervisor', 'auditor', 'reviewer'],
  '/requests/inbox': ['coordinator', 'supervisor'],
  '/requests/workload': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/requests/letters': ['coordinator', 'supervisor', 'auditor'],
  '/requests/figures': ['coordinator', 'supervisor', 'auditor'],
  '/people': ['coordinator', 'supervisor', 'auditor', 'hold-keeper'],
  '/people/{person}': ['coordinator', 'supervisor', 'auditor', 'hold-keeper'],
  '/ledger': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/overview': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/drift': ['coordinator', 'supervisor', 'auditor', 'system-owner', 'other-owner'],
  '/ledger/audiences': ['coordinator', 'supervisor'],
  '/ledger/purposes': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/proof': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/counter': ['coordinator', 'supervisor', 'counter-staff'],
  '/ledger/imports': ['coordinator', 'supervisor', 'system-owner', 'other-owner'],
  '/ledger/imports/{import}': ['coordinator', 'supervisor', 'system-owner', 'no other-owner'],
  '/systems': ['coordinator', 'supervisor', 'auditor', 'administrator', 'system-owner', 'other-owner'],
  '/systems/new': ['administrator'],
  '/requests/{other}': ['coordinator', 'supervisor', 'auditor', 'no reviewer'],
  '/systems/sys_tills': ['coordinator', 'supervisor', 'auditor', 'administrator', 'system-owner', 'no other-owner'],
  '/systems/sys_office': ['coordinator', 'supervisor', 'auditor', 'administrator', 'no system-owner', 'other-owner'],
  '/systems/sys_shop': ['coordinator', 'supervisor', 'auditor', 'administrator', 'no system-owner', 'no other-owner'],
  '/keeping': ['coordinator', 'supervisor', 'auditor', 'system-owner', 'other-owner', 'hold-keeper', 'retention-keeper'],
  '/trail': ['coordinator', 'supervisor', 'auditor', 'administrator', 'counter-staff', 'reviewer', 'system-owner', 'other-owner', 'hold-keeper', 'retention-keeper'],
  '/setup': ['auditor', 'administrator'],
};

const DATA: Record<string, Allowed> = {
  '/api/staff/trace/{ref}': ['coordinator', 'supervisor', 'reviewer'],
  '/api/staff/matches/{match}': ['coordinator', 'supervisor', 'reviewer'],
  '/requests/{erased}/certificate': ['coordinator', 'supervisor', 'auditor', 'no reviewer'],
  '/requests/{lettered}/letters/{letter}': ['coordinator', 'supervisor', 'no reviewer'],
  '/ledger/imports/{import}/held.csv': ['coordinator', 'supervisor', 'system-owner', 'no other-owner'],
  '/ledger/receipts/{choice}': ['coordinator', 'supervisor', 'auditor'],
};

const PUBLIC = ['/sign-in', '/ask', '/status', '/task/unknown-token', '/identity/unknown-token', '/hand-over/unknown-token', '/choices', '/choices/unknown-token', '/confirm/unknown-token', '/api/v1/health', '/api/v1/openapi.json'];

let browser: Browser;
const cookies = new Map<Role, string>();
const values: Record<string, string> = {};
let before: string;

beforeAll(async () => {
  browser = await launch();
  for (const [who, role] of Object.entries(ADDED)) await query(WORLD.database, `insert into users (id, email, name, password_hash, roles, active, created_at) select $1, $2, $1, password_hash, array[$3], true, created_at from users where id = 'usr_nanna' on conflict do nothing`, [`usr_${who}`, `${who}@larkmere.example`, role]);
  await query(WORLD.database, "update systems set owner_email = 'system-owner@larkmere.example' where id = 'sys_tills'");
  const owner = await query<{ owner_email: string }>(WORLD.database, "update systems set owner_email = 'other-owner@larkmere.example' where id = 'sys_office' returning (select owner_email from systems where id = 'sys_office') as owner_email");
  before = owner[0]!.owner_email;
  for (const [role, who] of Object.entries(SIGN_IN)) {
    const page = await signedIn(browser, who);
    cookies.set(role as Role, (await page.browserContext().cookies()).map(({ name, value }) => `${name}=${value}`).join('; '));
  }
  cookies.set('nobody', '');
  const one = async (name: string, sql: string) => void (values[name] = (await query<{ v: string }>(WORLD.database, sql))[0]!.v);
  await one('ref', "select r.ref as v from requests r join traces t on t.request_id = r.id join matches m on m.trace_id = t.id where r.closed_at is null limit 1");
  await one('other', `select ref as v from requests where ref <> '${values['ref']}' and closed_at is null limit 1`);
  await query(WORLD.database, "insert into request_members (request_id, user_id) select id, 'usr_reviewer' from requests where ref = $1 on conflict do nothing", [values['ref']]);
  await one('match', `select m.id as v from matches m join traces t on t.id = m.trace_id join requests r on r.id = t.request_id where r.ref = '${values['ref']}' limit 1`);
  await one('letter', 'select l.id as v from letters l join requests r on r.id = l.request_id where l.body_sealed is not null order by l.queued_at limit 1');
  await one('lettered', `select r.ref as v from letters l join requests r on r.id = l.request_id where l.id = '${values['letter']}'`);
  await one('person', 'select id as v from persons where erased_at is null limit 1');
  await one('choice', 'select id as v from choices order by seq limit 1');
  await one('import', 'select id as v from imports limit 1');
  await one('erased', "select ref as v from requests where outcome in ('erased', 'erased-in-part') limit 1");
});
afterAll(async () => {
  await query(WORLD.database, "update systems set owner_email = $1 where id = 'sys_office'", [before]);
  await query(WORLD.database, "update systems set owner_email = null where id = 'sys_tills'");
  await browser.close();
});

const get = (path: string, role: Role) => fetch(`${WORLD.address}${path.replace(/\{(\w+)\}/g, (_, name: string) => values[name]!)}`, { headers: { cookie: cookies.get(role)! }, redirect: 'manual' });

describe.each(Object.entries(PAGES))('%s', (path, allowed) => {
  test.each(ROLES.map((role) => [role]))('%s', async (role) => {
    const response = await get(path, role);
    if (role === 'nobody') {
      expect(response.status).toBe(307);
      expect(response.headers.get('location')).toContain('/sign-in');
    } else expect(response.status).toBe(statusFor(allowed, role));
  });
});

describe.each(Object.entries(DATA))('%s', (path, allowed) => {
  test.each(ROLES.map((role) => [role]))('%s', async (role) => {
    expect((await get(path, role)).status).toBe(role === 'nobody' ? 401 : statusFor(allowed, role));
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
