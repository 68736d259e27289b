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
const MAPPING = { name: 'never', columns: {}, constants: {}, answers: {}, purposes: {} };
const on = (
  act: string,
  rest: unknown[] = [],
  may: readonly Role[] = WORK,
  safe: unknown[] | null = [NONE, ...rest],
): Called => ({ act, args: ['{ref}', ...rest], may, safe });

const CALLS: Called[] = [
  ...[
    'provenAtCounter',
    'identityRefused',
    'acknowledgedByHand',
    'recordsOf',
    'restrict',
    'actsFinished',
    'authorityShown',
    'stopTrace',
    'resumeTrace',
    'workOutPlan',
    'handOverPack',
  ].map((act) => on(act)),
  on('askForIdentity', ['nobody@nowhere.example']),
  on('clockEvent', ['extended', 'a long reason', null]),
  on('changeRequestBasis', [{ regimes: ['uk-gdpr'], receivedOn: '2026-11-20', reason: 'they live there' }]),
  on('effectsOf', [], SEE),
  on('askWhatIf', ['extended', '2026-11-24'], SEE),
  on('appealReceived', ['2026-11-24', 'They say it is wrong.']),
  on('appealAnswered', ['upheld', 'It was right as it was.']),
  on('reopen', ['there is more to be found']),
  on('own', [null]),
  on('note', ['a note of an outsider'], ['coordinator', 'supervisor', 'reviewer']),
  on('compareWithFile', [[{ kind: 'birth-date', value: '1980-01-01' }]]),
  on('carryOut', [['newsletter']]),
  on('correct', ['{match}', 'email', 'x@y.example']),
  on('sendLetterAgain', ['{letter}']),
  on('recipientTold', ['x', 'by letter today', true]),
  on('withoutHelper', ['tsk_x']),
  on('join', ['{other}']),
  on('linkMatter', ['M-1']),
  on('beginTrace', [{ join: 'all', rows: [] }]),
  on('strikeKey', ['key_x', true]),
  on('secondReader', ['{match}', true], REVIEW),
  on('searchAgain', ['sys_shop'], REVIEW),
  on('decideOn', [{ outcome: 'refuse', ground: 'x', reason: 'an outsider says so' }]),
  on('answerWith', ['An answer that was never sent.']),
  on('beginPack', [false]),
  on('confirmErasure', ['{ref}', 'x']),
  { act: 'openFromForm', args: [OPEN], may: WORK, safe: null },
  { act: 'openFromProposal', args: ['{proposal}', OPEN], may: WORK, safe: ['prp_none', OPEN] },
  { act: 'settleMessage', args: ['ff'], may: WORK, safe: ['ff'] },
  { act: 'setAside', args: ['{proposal}'], may: WORK, safe: ['prp_none'] },
  on('judge', [[{ matchId: '{match}', verdict: 'theirs' }]], REVIEW, [
    '{ref}',
    [{ matchId: 'mat_none', verdict: 'theirs' }],
  ]),
  on('judgeBand', ['certain'], REVIEW, [NONE, 'certain']),
  on('redactPassages', ['{match}', []], REVIEW, ['{ref}', 'mat_none', []]),
  // The reviewer of one request is nobody in another.
  ...[
    ['judge', [[{ matchId: '{otherMatch}', verdict: 'theirs' }]]],
    ['judgeBand', ['certain']],
    ['redactPassages', ['{otherMatch}', []]],
    ['note', ['a note of an outsider']],
    ['secondReader', ['{otherMatch}', true]],
    ['searchAgain', ['sys_shop']],
  ].map(([act, rest]): Called => ({
    act: act as string,
    args: ['{other}', ...(rest as unknown[])],
    may: WORK,
    safe: null,
  })),
  { act: 'effectsOf', args: ['{other}'], may: LOOK, safe: null },
  { act: 'askWhatIf', args: ['{other}', 'extended', '2026-11-24'], may: LOOK, safe: null },
  {
    act: 'searchPeople',
    args: ['nobody@nowhere.example'],
    may: ['coordinator', 'supervisor', 'auditor', 'hold-keeper'],
    safe: ['nobody@nowhere.example'],
  },
  {
    act: 'linkNow',
    args: ['{person}', 'per_none', 'they are one'],
    may: WORK,
    safe: ['per_none', 'per_none2', 'they are one'],
  },
  {
    act: 'unlinkNow',
    args: ['{person}', 'per_none', 'they are not'],
    may: WORK,
    safe: ['per_none', 'per_none2', 'they are not'],
  },
  { act: 'verifyNow', args: [], may: LOOK, safe: null },
  { act: 'depositNow', args: [], may: LOOK, safe: null },
  { act: 'rebuildNow', args: [true], may: LOOK, safe: null },
  { act: 'exportNow', args: [{ format: 'csv' }], may: LOOK, safe: null },
  { act: 'countSealedNow', args: ['2020-01-01'], may: ['supervisor'], safe: ['2020-01-01'] },
  { act: 'removeSealedNow', args: ['2020-01-01', 0], may: ['supervisor'], safe: null },
  { act: 'proveNow', args: ['{choice}'], may: LOOK, safe: ['{choice}'] },
  { act: 'stopRun', args: ['{run}'], may: WORK, safe: ['{run}'] },
  { act: 'compareNow', args: ['sys_shop'], may: WORK, safe: null },
  { act: 'correctDriftNow', args: [{ ids: ['drf_none'] }], may: WORK, safe: [{ ids: ['drf_none'] }] },
  { act: 'believeNow', args: [{ ids: ['drf_none'] }], may: WORK, safe: [{ ids: ['drf_none'] }] },
  { act: 'askListAgain', args: ['aud_none'], may: WORK, safe: ['aud_none'] },
  { act: 'checkDraftNow', args: ['draft'], may: WORK, safe: null },
  {
    act: 'findNow',
    args: [{ kind: 'email', value: 'nobody@nowhere.example' }],
    may: [...WORK, 'counter-staff'],
    safe: [{ kind: 'email', value: 'nobody@nowhere.example' }],
  },
  {
    act: 'recordAnswer',
    args: [
      {
        identifier: { kind: 'email', value: 'outsider@nowhere.example' },
        ask: 'x',
        askVersion: 1,
        purpose: 'newsletter',
        answer: 'grant',
        place: 'Aarhus',
        language: 'en',
      },
    ],
    may: [...WORK, 'counter-staff'],
    safe: null,
  },
  { act: 'tryPurpose', args: [PURPOSE], may: WORK, safe: [PURPOSE] },
  { act: 'publishNow', args: [PURPOSE], may: ['supervisor'], safe: null },
  { act: 'settleFile', args: ['ff'], may: [...WORK, 'system-owner'], safe: ['ff'] },
  ...[
    ['runFile', []],
    ['mapFile', [MAPPING]],
    ['correctOne', [1, 'x']],
    ['rerunAll', []],
  ].map(([act, rest]): Called => ({
    act: act as string,
    args: ['{import}', ...(rest as unknown[])],
    may: [...WORK, 'system-owner'],
    safe: act === 'rerunAll' || act === 'mapFile' ? null : ['{import}', 999_999, 'x'],
  })),
  { act: 'previewLetter', args: ['acknowledgement', 'en', 'x'], may: LOOK, safe: ['acknowledgement', 'en', 'x'] },
  { act: 'saveLetter', args: ['acknowledgement', 'en', 'x'], may: ['supervisor'], safe: null },
  {
    act: 'addRule',
    args: [{ right: null, regime: null, language: null, userId: 'usr_none' }],
    may: ['supervisor', 'administrator'],
    safe: [{ right: null, regime: null, language: null, userId: 'usr_none' }],
  },
  { act: 'removeRule', args: ['asg_none'], may: ['supervisor', 'administrator'], safe: ['asg_none'] },
  { act: 'makeFeed', args: [], may: ROLES.filter((role) => role !== 'nobody'), safe: null },
  ...['previewLawNow', 'adoptLawNow'].map((act): Called => ({
    act,
    args: [LAW],
    may: ['administrator'],
    safe: act === 'previewLawNow' ? [LAW] : null,
  })),
  {
    act: 'stateLawNow',
    args: [{ regime: 'us-ky', isMet: true, reason: 'an outsider says so' }],
    may: ['administrator'],
    safe: null,
  },
  { act: 'setActive', args: ['usr_signe', false], may: ['administrator'], safe: ['usr_none', false] },
  { act: 'rotateNow', args: [], may: ['administrator'], safe: null },
  { act: 'askForKeysNow', args: ['because'], may: ['administrator'], safe: null },
  { act: 'approveKeysNow', args: ['kex_none'], may: ['administrator'], safe: ['kex_none'] },
  {
    act: 'fetchKeysNow',
    args: ['kex_none', 'a long passphrase of words'],
    may: ['administrator'],
    safe: ['kex_none', 'a long passphrase of words'],
  },
  ...[
    ['reachSystem', []],
    ['readFieldsNow', []],
    ['changeConnectionNow', [{ folder: '/nowhere' }]],
  ].map(([act, rest]): Called => ({
    act: act as string,
    args: ['sys_tills', ...(rest as unknown[])],
    may: ['administrator', 'system-owner'],
    safe: act === 'reachSystem' ? ['sys_tills'] : null,
  })),
  {
    act: 'confirmReferencesNow',
    args: ['sys_tills', [{ ...ENDS, meaning: 'belongs' }]],
    may: ['administrator', 'system-owner'],
    safe: null,
  },
  { act: 'takeBackReferenceNow', args: ['sys_tills', ENDS], may: ['administrator', 'system-owner'], safe: null },
  { act: 'confirmFieldsNow', args: ['sys_tills', 'lines', {}], may: ['administrator', 'system-owner'], safe: null },
  { act: 'changeRegisterNow', args: [REGISTER], may: ['administrator', 'system-owner'], safe: null },
  { act: 'sayInLanguageNow', args: ['Shop tills', 'da', 'Never'], may: ['administrator'], safe: null },
  {
    act: 'changeSearchingNow',
    args: [{ system: 'sys_tills', isTraced: false, searchesInactive: false, inactive: null }],
    may: ['administrator', 'system-owner'],
    safe: null,
  },
  {
    act: 'tryConnectionNow',
    args: ['files', { path: '/nowhere' }],
    may: ['administrator'],
    safe: ['files', { path: '/nowhere' }],
  },
  {
    act: 'addSystemNow',
    args: [{ kind: 'files', name: 'Never', country: 'DK', owner: 'Nobody', settings: { path: '/nowhere' } }],
    may: ['administrator'],
    safe: null,
  },
];

const ANY = ['rebuildNow', 'exportNow', 'compareNow', 'checkDraftNow'];
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
    .replace('[id]', idOn(page!));
  let body: string | FormData = JSON.stringify(args);
  if (act === 'checkDraftNow') {
    body = new FormData();
    body.set('1_file', new Blob(['Subject: x\r\n\r\nHello']), 'draft.eml');
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
const idOn = (page: string) =>
  page.includes('imports') ? all.values['import']! : page.includes('people') ? all.values['person']! : 'sys_tills';

test('every act of the staff’s pages is in the table', () => {
  const known = new Set([...CALLS.map(({ act }) => act), 'signOutNow', 'findAnything']);
  expect(staffActs.map(([, { exportedName }]) => exportedName).filter((name) => !known.has(name))).toEqual([]);
});

describe.each(CALLS.map((one) => [`${one.act} ${one.args[0] === '{other}' ? 'of another' : ''}`, one] as const))(
  '%s',
  (_, { act, args, may, safe }) => {
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
  },
);

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
