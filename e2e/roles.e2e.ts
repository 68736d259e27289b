import { everybody, ROLES, type Everybody, type Role } from './support/everybody';
import { query, WORLD } from './support/world';

/** What each role may open, from the table of who may do what; written down here a second time on purpose. */
/** Who may open it; and for whom it is not there, because it is not theirs. */
type Allowed = readonly (Role | `no ${Role}`)[];
const statusFor = (allowed: Allowed, role: Role): number =>
  allowed.includes(role) ? 200 : allowed.includes(`no ${role}`) ? 404 : 403;

const PAGES: Record<string, Allowed> = {
  '/desk': [
    'coordinator',
    'supervisor',
    'auditor',
    'administrator',
    'counter-staff',
    'reviewer',
    'system-owner',
    'other-owner',
    'hold-keeper',
    'retention-keeper',
  ],
  '/requests': ['coordinator', 'supervisor', 'auditor', 'reviewer'],
  '/requests/new': ['coordinator', 'supervisor'],
  '/requests/take-over': ['coordinator', 'supervisor'],
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
  '/ledger/asks': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/notices': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/notices/privacy': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/proof': ['coordinator', 'supervisor', 'auditor'],
  '/ledger/counter': ['coordinator', 'supervisor', 'counter-staff'],
  '/ledger/imports': ['coordinator', 'supervisor', 'system-owner', 'other-owner'],
  '/ledger/imports/{import}': ['coordinator', 'supervisor', 'system-owner', 'no other-owner'],
  '/systems': ['coordinator', 'supervisor', 'auditor', 'administrator', 'system-owner', 'other-owner'],
  '/systems/new': ['administrator'],
  '/sites': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/sites/shop/try': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/sites/shop/scan': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/sites/shop': ['coordinator', 'supervisor', 'auditor', 'administrator'],
  '/systems/words': ['coordinator', 'supervisor', 'auditor', 'administrator', 'system-owner', 'other-owner'],
  '/requests/{other}': ['coordinator', 'supervisor', 'auditor', 'no reviewer'],
  '/systems/sys_tills': ['coordinator', 'supervisor', 'auditor', 'administrator', 'system-owner', 'no other-owner'],
  '/systems/sys_office': ['coordinator', 'supervisor', 'auditor', 'administrator', 'no system-owner', 'other-owner'],
  '/systems/sys_shop': ['coordinator', 'supervisor', 'auditor', 'administrator', 'no system-owner', 'no other-owner'],
  '/keeping': [
    'coordinator',
    'supervisor',
    'auditor',
    'system-owner',
    'other-owner',
    'hold-keeper',
    'retention-keeper',
  ],
  '/trail': [
    'coordinator',
    'supervisor',
    'auditor',
    'administrator',
    'counter-staff',
    'reviewer',
    'system-owner',
    'other-owner',
    'hold-keeper',
    'retention-keeper',
  ],
  ...Object.fromEntries(
    [
      '',
      '/organisation',
      '/brand',
      '/terms',
      '/requests',
      '/mail',
      '/mailbox',
      '/network',
      '/api-keys',
      '/webhooks',
      '/example',
      '/storage',
    ].map((part) => [`/setup${part}`, ['supervisor', 'auditor', 'administrator'] as Allowed]),
  ),
  '/setup/colleagues': ['auditor', 'administrator'],
  '/setup/laws': ['auditor', 'administrator'],
  '/setup/keys': ['auditor', 'administrator'],
};
PAGES['/setup/retention'] = PAGES['/keeping']!;
PAGES['/own'] = PAGES['/trail']!;
PAGES['/help'] = PAGES['/trail']!;

const DATA: Record<string, Allowed> = {
  '/api/staff/trace/{ref}': ['coordinator', 'supervisor', 'reviewer'],
  '/api/staff/plans/{erased}?system=sys_shop&collection=customers': [
    'coordinator',
    'supervisor',
    'auditor',
    'no reviewer',
  ],
  '/api/staff/matches/{match}': ['coordinator', 'supervisor', 'reviewer'],
  '/requests/{erased}/certificate': ['coordinator', 'supervisor', 'auditor', 'no reviewer'],
  '/requests/{lettered}/letters/{letter}': ['coordinator', 'supervisor', 'no reviewer'],
  '/ledger/imports/{import}/held.csv': ['coordinator', 'supervisor', 'system-owner', 'no other-owner'],
  '/ledger/receipts/{choice}': ['coordinator', 'supervisor', 'auditor'],
};

const PUBLIC = [
  '/sign-in',
  '/forgotten',
  '/welcome/unknown-token',
  '/first/unknown-token',
  '/ask',
  '/status',
  '/task/unknown-token',
  '/identity/unknown-token',
  '/hand-over/unknown-token',
  '/choices',
  '/choices/unknown-token',
  '/confirm/unknown-token',
  '/api/v1/health',
  '/api/v1/openapi.json',
];

let all: Everybody;
beforeAll(async () => void (all = await everybody()));
afterAll(() => all.leave());

const get = (path: string, role: Role) =>
  fetch(`${WORLD.address}${all.filled(path)}`, { headers: { cookie: all.cookies.get(role)! }, redirect: 'manual' });

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

test('what moves is told to whoever is signed in, by its kind alone', async () => {
  for (const role of ROLES) {
    const response = await get('/api/staff/news', role);
    expect(`${role} ${response.status}`).toBe(`${role} ${role === 'nobody' ? 401 : 200}`);
    await response.body?.cancel();
  }
  const response = await get('/api/staff/news', 'counter-staff');
  expect(response.headers.get('content-type')).toBe('text/event-stream');
  const reader = response.body!.getReader();
  let said = '';
  while (!said.includes('event: news')) {
    await query(WORLD.database, "update requests set undecided = undecided where ref = 'none'");
    said += new TextDecoder().decode((await reader.read()).value);
  }
  await reader.cancel();
  expect(said.replace(/retry: 2000\n\n|: alive\n\n/g, '')).toMatch(/^(event: news\ndata: [a-z_]+\n\n)+$/);
});

test.each(PUBLIC.map((path) => [path]))('%s is open to everybody', async (path) =>
  expect((await get(path, 'nobody')).status).toBe(200),
);

test('an auditor sees requests and people masked, never a clear address', async () => {
  const html = `${await (await get('/requests/{ref}', 'auditor')).text()}${await (await get('/people/{person}', 'auditor')).text()}`;
  expect(html).toContain('••••@');
  expect(html).not.toMatch(/[a-z0-9]{2,}@(mail|post|brev|inbox)\.example/);
});

test('looks leave entries in the trail', async () => {
  const acts = await query<{ act: string }>(WORLD.database, 'select distinct act from trail where actor = $1', [
    'usr_mikkel',
  ]);
  expect(acts.map(({ act }) => act)).toEqual(
    expect.arrayContaining([
      'signed-in',
      'request-viewed',
      'person-opened',
      'ledger-opened',
      'record-opened',
      'certificate-opened',
    ]),
  );
});

test('every page carries the security headers', async () => {
  for (const path of ['/sign-in', '/ask', '/desk']) {
    const { headers } = await get(path, 'coordinator');
    expect(headers.get('content-security-policy')).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  }
});
