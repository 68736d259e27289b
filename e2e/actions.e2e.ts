import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { everybody, ROLES, type Everybody, type Role } from './support/everybody';
import { query, WORLD } from './support/world';

// Every act of the staff's pages, called by each role as the page calls it, with things that are theirs and things that are not.

interface Called {
  act: string;
  /** On real things: for those who may not, nothing of it may happen. */
  args: unknown[];
  may: readonly Role[];
  /** What those who may are called with, where it does no harm; null: it would, and other tests do it. */
  safe: unknown[] | null;
}
const WORK = ['coordinator', 'supervisor'] as const;
const REVIEW = ['coordinator', 'supervisor', 'reviewer'] as const;
const SEE = ['coordinator', 'supervisor', 'reviewer', 'auditor'] as const;
const LOOK = ['coordinator', 'supervisor', 'auditor'] as const;
const NONE = 'BK-2026-99999';
const PURPOSE = {
  id: 'outsider',
  title: 'Outsider',
  plain: 'Something that nobody has published.',
  kind: 'consent',
  validFrom: '2026-11-24T08:00:00Z',
};
/** Of an ask whose purpose nobody has said: it is published by nobody. */
const ASK = {
  id: 'outsider',
  purposes: ['no-such-purpose'],
  words: { en: 'Send me the newsletter. I can stop at any time.' },
};
const NOTICE = { id: 'none', basedOn: 0 };
const ANSWERS = {
  places: ['EEA'],
  children: 'no',
  transfers: 'no',
  automated: 'no',
  marketing: 'no',
  sells: 'no',
};
const OPEN = {
  right: 'access',
  channel: 'mail',
  receivedOn: '2026-11-23',
  givenName: 'Never',
  familyName: 'Opened',
  country: 'DK',
  forWhom: 'self',
  language: 'en',
  regimes: ['eu-gdpr'],
};
const LAW = {
  regime: 'us-ky',
  effectiveFrom: '2027-01-01',
  respondIn: 45,
  unit: 'days',
  extendedTo: 90,
  withdrawalDays: null,
  appealDays: 60,
  appealMoreDays: null,
  source: 'KRS 367.3615',
  reason: 'an outsider says so',
};
const RETENTION = {
  systemId: 'sys_none',
  collection: 'lines',
  field: 'sold_at',
  anchor: 'event',
  years: 5,
  law: 'never',
};
const TRACKER = { host: 'never.example', owner: 'Never', use: 'counting' };
const SITE = { name: 'Never', origins: 'https://never.example', ask: 'shop-panel', position: 'bottom' };
const OPEN_RULE = { collection: 'lines', field: 'state', openValues: 'open' };
const INVITED = { name: 'Never', email: 'never@larkmere.example', roles: ['auditor'] };
const ENDS = { collection: 'lines', fields: ['loyalty_no'], to: 'members', toFields: ['no'], when: null };
const REGISTER = {
  system: 'sys_tills',
  collection: 'lines',
  title: 'Never',
  purposes: ['x'],
  categories: ['x'],
  recipients: [],
  retention: 'never',
  source: 'never',
};
const MAPPING = { name: 'never', mapping: { columns: {}, constants: {}, answers: {}, purposes: {} } };
const WORDING = { template: 'acknowledgement', language: 'en', text: 'x' };
/** An act on a request. */
const on = (
  act: string,
  rest: object = {},
  may: readonly Role[] = WORK,
  safe: object | null = { ref: NONE },
): Called => ({
  act,
  args: [{ ref: '{ref}', ...rest }],
  may,
  safe: safe && [{ ...rest, ...safe }],
});
const one = (act: string, input: object, may: readonly Role[], safe: object | null = input): Called => ({
  act,
  args: [input],
  may,
  safe: safe && [safe],
});
const alone = (act: string, may: readonly Role[]): Called => ({ act, args: [], may, safe: null });

const CALLS: Called[] = [
  ...[
    'takeBackIdentity',
    'refuseForIdentity',
    'acknowledgeByHand',
    'readRecordActs',
    'restrictAll',
    'finishRecordActs',
    'showAuthority',
    'stopTrace',
    'resumeTrace',
    'makePlan',
    'sendPack',
  ].map((act) => on(act)),
  on('proveAtCounter', { document: 'passport', seen: 'in-person' }),
  on('askIdentity', { address: 'nobody@nowhere.example' }),
  on('recordClockEvent', { kind: 'extended', reason: 'a long reason', until: null, toldByHand: false }),
  on('changeBasis', { regimes: ['uk-gdpr'], receivedOn: '2026-11-20', reason: 'they live there' }),
  on('readEffects', {}, SEE),
  on('whatIf', { kind: 'extended', on: '2026-11-24' }, SEE),
  on('receiveAppeal', { receivedOn: '2026-11-24', text: 'They say it is wrong.' }),
  on('answerAppeal', { outcome: 'upheld', text: 'It was right as it was.' }),
  on('reopenRequest', { reason: 'there is more to be found' }),
  on('setOwner', { userId: null, leaves: null }),
  on('takeBackNote', { id: 'not_none' }, ['coordinator', 'supervisor', 'reviewer']),
  on('addNote', { text: 'a note of an outsider' }, ['coordinator', 'supervisor', 'reviewer']),
  on('checkFacts', { facts: [{ kind: 'birth-date', value: '1980-01-01' }] }),
  on('carryOutChoices', { purposes: ['newsletter'] }),
  on('correctField', { matchId: '{match}', field: 'email', value: 'x@y.example' }),
  on('sendAgain', { letterId: '{letter}' }),
  on('tellRecipient', { recipient: 'x', how: 'by letter today', wasTold: true }),
  on('cancelTask', { taskId: 'tsk_x' }),
  on('joinRequests', { into: '{other}' }),
  on('setMatter', { matter: 'M-1' }),
  on('startTrace', { conditions: { join: 'all', rows: [] } }),
  on('strike', { keyId: 'key_x', isStruck: true }),
  on('askSecondReader', { matchId: '{match}', isWanted: true }, REVIEW),
  on('retrySystem', { systemId: 'sys_shop' }, REVIEW),
  on('decide', { outcome: 'refuse', ground: 'x', reason: 'an outsider says so' }),
  on('answerByLetter', { text: 'An answer that was never sent.' }),
  on('startPack', { sayMissing: false }),
  on('confirmPlan', { typed: '{ref}', acceptance: 'x' }),
  one('openFromStaff', OPEN, WORK, null),
  one('confirmProposal', { id: '{proposal}', form: OPEN }, WORK, { id: 'prp_none', form: OPEN }),
  one('settleArrivalByHand', { kind: 'mail', id: 'ff' }, WORK),
  one('settleArrivalByHand', { kind: 'file', id: 'ff' }, [...WORK, 'system-owner']),
  one('setAsideProposal', { id: '{proposal}' }, WORK, { id: 'prp_none' }),
  on('giveVerdicts', { verdicts: [{ matchId: '{match}', verdict: 'theirs' }] }, REVIEW, {
    ref: '{ref}',
    verdicts: [{ matchId: 'mat_none', verdict: 'theirs' }],
  }),
  on('acceptBand', { band: 'certain' }, REVIEW),
  on('redact', { matchId: '{match}', passages: [] }, REVIEW, { ref: '{ref}', matchId: 'mat_none' }),
  // The reviewer of one request is nobody in another.
  ...Object.entries({
    giveVerdicts: { verdicts: [{ matchId: '{otherMatch}', verdict: 'theirs' }] },
    acceptBand: { band: 'certain' },
    redact: { matchId: '{otherMatch}', passages: [] },
    addNote: { text: 'a note of an outsider' },
    takeBackNote: { id: 'not_none' },
    askSecondReader: { matchId: '{otherMatch}', isWanted: true },
    retrySystem: { systemId: 'sys_shop' },
  }).map(([act, rest]) => one(act, { ref: '{other}', ...rest }, WORK, null)),
  one('readEffects', { ref: '{other}' }, LOOK, null),
  one('whatIf', { ref: '{other}', kind: 'extended', on: '2026-11-24' }, LOOK, null),
  one('findPeople', { words: 'nobody@nowhere.example' }, ['coordinator', 'supervisor', 'auditor', 'hold-keeper']),
  ...['linkPersons', 'unlinkPersons'].map((act) =>
    one(act, { a: '{person}', b: 'per_none', reason: 'they are one' }, WORK, {
      a: 'per_none',
      b: 'per_none2',
      reason: 'they are one',
    }),
  ),
  alone('startVerification', LOOK),
  alone('startDeposit', LOOK),
  one('startRebuild', { onlyLook: true }, LOOK, null),
  one('startExport', { format: 'csv' }, LOOK, null),
  one('countSealed', { beforeDay: '2020-01-01' }, ['supervisor']),
  one('startRemoval', { beforeDay: '2020-01-01', typed: 0 }, ['supervisor'], null),
  one('proveChoice', { choiceId: '{choice}' }, LOOK),
  one('cancelRun', { id: '{run}' }, WORK),
  one('startComparison', { systemId: 'sys_shop' }, WORK, null),
  one('putRight', { ids: ['drf_none'] }, WORK),
  one('believe', { ids: ['drf_none'] }, WORK),
  one('askAgain', { audienceId: 'aud_none' }, WORK),
  { act: 'checkDraft', args: ['draft'], may: WORK, safe: null },
  { act: 'readTakeOver', args: ['draft'], may: WORK, safe: null },
  { act: 'readNoticeFile', args: ['draft'], may: WORK, safe: null },
  { act: 'tryTakeOver', args: ['draft'], may: WORK, safe: null },
  { act: 'takeOver', args: ['draft'], may: WORK, safe: null },
  one('findAtCounter', { identifier: { kind: 'email', value: 'nobody@nowhere.example' } }, [...WORK, 'counter-staff']),
  one(
    'recordByHand',
    {
      identifier: { kind: 'email', value: 'outsider@nowhere.example' },
      ask: 'x',
      askVersion: 1,
      purpose: 'newsletter',
      answer: 'grant',
      place: 'Aarhus',
      language: 'en',
    },
    [...WORK, 'counter-staff'],
    null,
  ),
  one('previewPurpose', PURPOSE, WORK),
  one('checkWording', ASK, WORK),
  one('publishWording', ASK, ['supervisor']),
  one('countAsk', { id: 'none' }, LOOK),
  one('countNotice', { id: 'none' }, LOOK),
  one('startNotice', { id: 'privacy', kind: 'privacy', address: '' }, WORK),
  one('checkNotice', { ...NOTICE, answers: ANSWERS, texts: { en: 'x' } }, WORK),
  one('saveNotice', { ...NOTICE, answers: ANSWERS, texts: { en: 'x' } }, WORK),
  one('sendNotice', NOTICE, WORK),
  one('returnNotice', NOTICE, ['supervisor']),
  one('previewNotice', { id: 'none' }, WORK),
  one('publishNotice', { ...NOTICE, isMaterial: false }, ['supervisor']),
  one('startReading', { id: 'none' }, WORK),
  one('startTelling', { id: 'none' }, ['supervisor']),
  one('publishPurpose', PURPOSE, ['supervisor'], null),
  one('startImport', { importId: '{import}' }, [...WORK, 'system-owner']),
  one('mapImport', { importId: '{import}', ...MAPPING }, [...WORK, 'system-owner'], null),
  one('correctLine', { importId: '{import}', line: 1, raw: 'x' }, [...WORK, 'system-owner'], {
    importId: '{import}',
    line: 999_999,
    raw: 'x',
  }),
  one('rerunHeld', { importId: '{import}' }, [...WORK, 'system-owner'], null),
  one('previewTemplate', WORDING, LOOK),
  one('saveTemplate', WORDING, ['supervisor'], null),
  one('addAssignmentRule', { right: null, regime: null, language: null, userId: 'usr_none' }, [
    'supervisor',
    'administrator',
  ]),
  one('removeAssignmentRule', { id: 'asg_none' }, ['supervisor', 'administrator']),
  alone(
    'makeCalendarFeed',
    ROLES.filter((role) => role !== 'nobody'),
  ),
  one(
    'keepColumns',
    { list: 'requests', hidden: [] },
    ROLES.filter((role) => role !== 'nobody'),
  ),
  one(
    'closeForGood',
    { what: 'first-minute' },
    ROLES.filter((role) => role !== 'nobody'),
  ),
  one('previewLaw', LAW, ['administrator']),
  one('adoptLaw', LAW, ['administrator'], null),
  one('stateLaw', { regime: 'us-ky', isMet: true, reason: 'an outsider says so' }, ['administrator'], null),
  one('setColleagueActive', { id: 'usr_signe', active: false }, ['administrator'], { id: 'usr_none', active: false }),
  one('saveSettings', { section: 'requests', values: {} }, ['administrator'], null),
  alone('tryMail', ['administrator']),
  one('confirmMail', { word: 'nothing' }, ['administrator']),
  alone('tryMailbox', ['administrator']),
  alone('takeExample', ['administrator']),
  one('addSite', { ...SITE, id: 'never', ask: 'none' }, ['supervisor', 'administrator']),
  one('changeSite', { ...SITE, id: 'none' }, ['supervisor', 'administrator']),
  one('startTry', { id: 'none', url: 'http://x.example/', place: 'DK', language: 'da' }, [
    ...WORK,
    'auditor',
    'administrator',
  ]),
  one('startScan', { id: 'none' }, ['supervisor', 'administrator']),
  one('planScan', { id: 'none', pages: 5 }, ['supervisor', 'administrator']),
  one('sayTracker', TRACKER, ['supervisor', 'administrator'], null),
  one('closeSite', { id: 'none' }, ['supervisor', 'administrator']),
  one('addRetentionRule', { ...RETENTION, systemId: 'sys_tills' }, ['retention-keeper'], RETENTION),
  one('removeRetentionRule', { id: 'ret_none' }, ['retention-keeper']),
  one('strikeRetentionDraft', { id: 'rdr_none' }, ['retention-keeper']),
  one('addOpenRule', { ...OPEN_RULE, systemId: 'sys_none' }, ['retention-keeper']),
  one('removeOpenRule', { systemId: 'sys_none', collection: 'orders', field: 'state' }, ['retention-keeper']),
  one('inviteColleague', INVITED, ['administrator'], { ...INVITED, email: 'signe@larkmere.example' }),
  one('inviteAgain', { id: 'usr_none' }, ['administrator']),
  one('setColleagueRoles', { id: 'usr_signe', roles: ['auditor'] }, ['administrator'], {
    id: 'usr_none',
    roles: ['auditor'],
  }),
  one('makeApiKey', { name: 'never', systemId: 'sys_none', scopes: ['standing:read'] }, ['administrator']),
  one('rotateApiKey', { id: 'api_none' }, ['administrator']),
  one('addWebhook', { name: 'never', url: 'https://nowhere.example/x', topics: ['choices'] }, ['administrator']),
  one('rotateWebhookSecret', { id: 'whk_none' }, ['administrator']),
  one('pauseWebhook', { id: 'whk_none' }, ['administrator']),
  one('resumeWebhook', { id: 'whk_none' }, ['administrator']),
  one('tryWebhook', { id: 'whk_none' }, ['administrator']),
  one('removeWebhook', { id: 'whk_none' }, ['administrator']),
  one('revokeApiKey', { id: 'api_none' }, ['administrator']),
  one(
    'readHelpOf',
    { path: '/no-such-page' },
    ROLES.filter((role) => role !== 'nobody'),
  ),
  one(
    'changePassword',
    { before: 'not theirs', password: 'a kettle sings at noon' },
    ROLES.filter((role) => role !== 'nobody'),
  ),
  alone('startRotation', ['administrator']),
  one('askForKeys', { reason: 'because' }, ['administrator'], null),
  one('approveKeyExport', { id: 'kex_none' }, ['administrator']),
  one('fetchKeys', { id: 'kex_none', passphrase: 'a long passphrase of words' }, ['administrator']),
  one('testSystem', { id: 'sys_tills' }, ['administrator', 'system-owner']),
  one('readFields', { id: 'sys_tills' }, ['administrator', 'system-owner'], null),
  one(
    'changeConnection',
    { id: 'sys_tills', settings: { folder: '/nowhere' } },
    ['administrator', 'system-owner'],
    null,
  ),
  one(
    'confirmReferences',
    { system: 'sys_tills', references: [{ ...ENDS, meaning: 'belongs' }] },
    ['administrator', 'system-owner'],
    null,
  ),
  one('takeBackReference', { system: 'sys_tills', ends: ENDS }, ['administrator', 'system-owner'], null),
  one(
    'confirmFields',
    { system: 'sys_tills', collection: 'lines', holds: {} },
    ['administrator', 'system-owner'],
    null,
  ),
  one('changeRegister', REGISTER, ['administrator', 'system-owner'], null),
  one('sayInLanguage', { phrase: 'Shop tills', language: 'da', words: 'Never' }, ['administrator'], null),
  one(
    'changeSearching',
    { system: 'sys_tills', isTraced: false, searchesInactive: false, inactive: null },
    ['administrator', 'system-owner'],
    null,
  ),
  one('trySearch', { id: 'sys_none', email: 'x@mail.example' }, ['administrator', 'system-owner']),
  one('tryConnection', { kind: 'files', settings: { path: '/nowhere' } }, ['administrator']),
  one(
    'addSystem',
    { kind: 'files', name: 'Never', country: 'DK', owner: 'Nobody', settings: { path: '/nowhere' } },
    ['administrator'],
    null,
  ),
];

/** They are handed a file. */
const ON_FILE = ['checkDraft', 'readTakeOver', 'tryTakeOver', 'takeOver', 'readNoticeFile'];
const ANY = ['startRebuild', 'startExport', 'startComparison', ...ON_FILE];
const DENIED = ['Your role may not do this', 'There is no such thing, or it is not yours to see'];
const manifest = JSON.parse(
  readFileSync(join(__dirname, '../.next/server/server-reference-manifest.json'), 'utf8'),
) as { node: Record<string, { filename: string; exportedName: string; workers: Record<string, unknown> }> };
const staffActs = Object.entries(manifest.node).filter(([, { filename }]) => filename.includes('(staff)'));

/** They may do none of it. */
const OUTSIDERS = ['usr_retention-keeper', 'usr_other-owner'];

let all: Everybody;
let before: string;
/** What nobody who may not may have changed. */
const state = async () =>
  JSON.stringify(
    await query(
      WORLD.database,
      `select (select count(*) from trail where actor = any($1) and act not in ('signed-in', 'sign-in-failed', 'signed-out', 'search', 'people-searched')) as acts, (select active from users where id = 'usr_signe') as signe`,
      [OUTSIDERS],
    ),
  );
beforeAll(async () => {
  all = await everybody();
  const otherMatch = await query<{ id: string }>(
    WORLD.database,
    'select m.id from matches m join traces t on t.id = m.trace_id join requests r on r.id = t.request_id where r.ref = $1 limit 1',
    [all.values['other']],
  );
  const proposal = await query<{ id: string }>(WORLD.database, 'select id from mail_proposals limit 1');
  Object.assign(all.values, { otherMatch: otherMatch[0]?.id ?? 'mat_none', proposal: proposal[0]!.id });
  before = await state();
});
afterAll(() => all.leave());

const filled = (args: unknown[]): unknown[] => JSON.parse(all.filled(JSON.stringify(args))) as unknown[];

async function call(act: string, args: unknown[], role: Role): Promise<{ status: number; text: string }> {
  return callId(staffActs.find(([, { exportedName }]) => exportedName === act)![0], act, args, role);
}

/** On the first page that has it. */
async function callId(id: string, act: string, args: unknown[], role: Role): Promise<{ status: number; text: string }> {
  const [page] = Object.keys(manifest.node[id]!.workers);
  const path = page!
    .replace(/^app|\/\([a-z]+\)|\/page$/g, '')
    .replace('[ref]', all.values['ref']!)
    .replace('[token]', 'unknown-token')
    .replace('[section]', 'requests')
    .replace('[id]', idOn(page!));
  let body: string | FormData = JSON.stringify(args);
  if (ON_FILE.includes(act)) {
    body = new FormData();
    // In the order in which a page sends them.
    body.set('_1_file', new Blob(['Subject: x\r\n\r\nHello']), 'draft.eml');
    body.set('_1_said', JSON.stringify(act === 'readNoticeFile' ? NO_FILE : NOT_ENOUGH));
    body.set('0', '["$K1"]');
  }
  const response = await fetch(`${WORLD.address}${path}`, {
    method: 'POST',
    redirect: 'manual',
    body,
    headers: {
      cookie: all.cookies.get(role)!,
      'next-action': id,
      origin: WORLD.address,
      ...(typeof body === 'string' ? { 'content-type': 'text/plain;charset=UTF-8' } : {}),
    },
  });
  return { status: response.status, text: await response.text() };
}
/** Of a mapping: nobody opens anything by it. */
const NO_FILE = { fileName: 'draft.txt' };
const NOT_ENOUGH = {
  columns: {},
  rights: {},
  country: 'DK',
  language: 'en',
  dates: 'year-first',
  allAcknowledged: true,
};
const idOn = (page: string) =>
  page.includes('imports') ? all.values['import']! : page.includes('people') ? all.values['person']! : 'sys_tills';

test('every act of the staff’s pages is in the table', () => {
  const known = new Set([...CALLS.map(({ act }) => act), 'signOut', 'findAnything']);
  expect(staffActs.map(([, { exportedName }]) => exportedName).filter((name) => !known.has(name))).toEqual([]);
});

describe.each(
  CALLS.map(
    (one) => [`${one.act} ${JSON.stringify(one.args).includes('"ref":"{other}"') ? 'of another' : ''}`, one] as const,
  ),
)('%s', (_, { act, args, may, safe }) => {
  test.each(ROLES.filter((role) => !may.includes(role)))('%s may not', async (role) => {
    const { status, text } = await call(act, filled(args), role);
    expect(status).toBe(200);
    expect(text).toMatch(role === 'nobody' ? /You are signed out/ : new RegExp(DENIED.join('|')));
    expect(text).not.toContain('"ok":true');
  });
  if (safe)
    test.each([...may])('%s may', async (role) => {
      const { status, text } = await call(act, filled(safe), role);
      expect(status).toBe(200);
      expect(text).toMatch(/"ok":(true|false)/);
      expect(text).not.toContain(DENIED[0]);
    });
  // What runs with any argument at all, such as a fresh verification, is not set off here.
  if (args.length > 0 && !ANY.includes(act))
    test('arguments of another kind break nothing', async () => {
      for (const wrong of [args.map(() => ({ a: [] })), args.map(() => 7), args.map(() => null), []]) {
        const { status, text } = await call(act, wrong, may[0]!);
        expect(`${status} ${text}`).toMatch(/^200 [\s\S]*"ok":/);
        expect(text).not.toContain('"ok":true,"value":null');
      }
    });
});

const personActs = Object.entries(manifest.node).filter(
  ([, { filename, exportedName }]) => filename.includes('(person)') && !exportedName.endsWith('Posted'),
);
test.each(
  personActs.map(([id, { filename, exportedName }]) => [`${filename.split('(person)/')[1]} ${exportedName}`, id]),
)('arguments of another kind break nothing on the pages of people: %s', async (name, id) => {
  for (const wrong of [Array(4).fill({ a: [] }), Array(4).fill(7), Array(4).fill(null), []]) {
    const { status, text } = await callId(id, name, wrong, 'nobody');
    expect(`${status} ${text}`).toMatch(/^200 [\s\S]*"ok":/);
  }
});

test('the palette finds for each only what is theirs', async () => {
  const found = async (role: Role, words: string) => (await call('findAnything', [words], role)).text;
  for (const role of ['retention-keeper', 'system-owner', 'counter-staff', 'administrator'] as const)
    expect(await found(role, all.values['ref']!)).not.toContain(`/requests/${all.values['ref']}`);
  expect(await found('reviewer', all.values['ref']!)).toContain(`/requests/${all.values['ref']}`);
  expect(await found('reviewer', all.values['other']!)).not.toContain(`/requests/${all.values['other']}`);
});

test('of all of this nothing happened', async () => {
  expect(await state()).toBe(before);
  expect(await query(WORLD.database, "select 1 from purposes where id = 'outsider'")).toEqual([]);
  expect(await query(WORLD.database, "select 1 from systems where name = 'Never'")).toEqual([]);
});
