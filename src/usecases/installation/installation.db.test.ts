import type { First } from '../../core/installation/schema';
import { installationOf } from '../../core/installation/settings';
import { must } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { PUBLIC } from '../../ports/actor';
import { signIn } from '../access/signIn';
import type { Context } from '../shared/context';
import { begin, makeFirstAddress, readFirst } from './begin';
import { confirmMail, tryMail } from './proveMail';
import { readKept } from './readKept';
import { readSection, saveSettings } from './settings';
import { readSteps } from './steps';
import { readExample, takeExample } from './takeExample';

let world: TestWorld;
/** As production: nothing holds that nobody said. */
let anybody: Context;
let administrator: Context;
const sent: { to: string; text: string }[] = [];

const FIRST: Omit<First, 'token'> = {
  yourName: 'Dorthe Lund',
  yourEmail: 'dorthe@thornbury.example',
  password: 'a kettle sings at noon',
  name: 'Thornbury Pottery',
  address: 'Kiln Lane 2, Thornbury',
  contact: 'privacy@thornbury.example',
  country: 'GB',
  zone: 'Europe/London',
};

beforeAll(async () => {
  world = await testWorld('installation');
  world.worker.layers = { given: {}, fallback: { baseUrl: 'http://127.0.0.1:4170' } };
  world.worker.outside = {
    ...world.worker.outside,
    mailerAt: (url) => ({
      send: async ({ to, text }) => {
        if (url.includes('broken')) throw Object.assign(new Error('no'), { code: 'ECONNREFUSED' });
        sent.push({ to, text });
      },
    }),
  };
  anybody = world.as(PUBLIC);
});
afterAll(() => world.close());

const tokenOf = (address: string | null) => address!.split('/').at(-1)!;

describe('the first address', () => {
  test('only the latest one leads anywhere, and nobody guesses it', async () => {
    const older = tokenOf(await makeFirstAddress(world.worker));
    const token = tokenOf(await makeFirstAddress(world.worker));
    expect(await readFirst(anybody, older)).toBe('unknown');
    expect(await readFirst(anybody, 'guessed')).toBe('unknown');
    expect(await readFirst(anybody, token)).toBe('open');
    const refused = await begin(anybody, { ...FIRST, token: older });
    expect(refused).toMatchObject({ ok: false, refusal: { code: 'first-unknown' } });
  });

  test('what was typed wrong is said, and the address is not used up', async () => {
    const token = tokenOf(await makeFirstAddress(world.worker));
    const wrong = await begin(anybody, { ...FIRST, token, country: 'ZW' });
    expect(wrong).toMatchObject({
      ok: false,
      refusal: { code: 'settings-wrong', problems: { authority: /authority/ } },
    });
    expect(await readFirst(anybody, token)).toBe('open');
  });

  test('of two who take it at once one begins, the other is told so', async () => {
    const token = tokenOf(await makeFirstAddress(world.worker));
    const both = await Promise.all([
      begin(anybody, { ...FIRST, token }),
      begin(anybody, { ...FIRST, token, yourEmail: 'other@thornbury.example', yourName: 'Other' }),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both.find(({ ok }) => !ok)).toMatchObject({ refusal: { code: 'first-taken' } });
    expect(await makeFirstAddress(world.worker)).toBeNull();
    const users = (await world.knex('users').select('id', 'name', 'roles', 'email')) as {
      id: string;
      name: string;
      roles: string[];
      email: string;
    }[];
    expect(users).toHaveLength(1);
    expect(users[0]!.roles).toEqual(['administrator']);
    administrator = world.as({ kind: 'user', id: users[0]!.id, name: users[0]!.name, roles: ['administrator'] });
    must(await signIn(anybody, { email: users[0]!.email, password: FIRST.password }));
    const kept = await readKept(world.worker);
    expect(installationOf({ ...world.worker.layers, kept }).organisation.name).toBe('Thornbury Pottery');
  });
});

describe('settings', () => {
  test('are saved as one part, with their history; a secret is never shown nor written where it can be read', async () => {
    const values = {
      mailHost: 'mail.thornbury.example',
      mailSecurity: 'tls',
      mailUser: 'dorthe',
      mailPassword: 'kiln-secret',
    };
    must(await saveSettings(administrator, { section: 'mail', values }));
    const view = must(await readSection(administrator, 'mail'));
    expect(view.settings.find(({ name }) => name === 'mailPassword')).toMatchObject({ value: '', isKept: true });
    expect(view.history[0]).toMatchObject({ by: administrator.actor.kind === 'user' && administrator.actor.name });
    const rows = JSON.stringify([await world.knex('settings'), await world.knex('settings_changes')]);
    expect(rows).not.toContain('kiln-secret');
    expect(
      Buffer.concat(
        (await world.knex('settings').whereNotNull('secrets_sealed')).map(
          (row: { secrets_sealed: Buffer }) => row.secrets_sealed,
        ),
      ).includes('kiln-secret'),
    ).toBe(false);
    expect((await readKept(world.worker)).mailPassword).toBe('kiln-secret');
  });

  test('a secret stays when it is left empty, and has to be given again for another place', async () => {
    const values = { mailHost: 'mail.thornbury.example', mailSecurity: 'tls', mailUser: 'dorthe', mailPort: '466' };
    must(await saveSettings(administrator, { section: 'mail', values }));
    expect((await readKept(world.worker)).mailPassword).toBe('kiln-secret');
    const elsewhere = await saveSettings(administrator, {
      section: 'mail',
      values: { ...values, mailHost: 'evil.example' },
    });
    expect(elsewhere).toMatchObject({ ok: false, refusal: { code: 'secret-again' } });
    expect((await readKept(world.worker)).mailHost).toBe('mail.thornbury.example');
  });

  test('a refresh token is not sent to another sign-in service than the one it was given for', async () => {
    const values = {
      mailboxKind: 'imap',
      imapHost: 'mail.thornbury.example',
      imapUser: 'privacy',
      imapPassword: 'refresh',
      oauthUrl: 'https://login.thornbury.example/token',
      oauthClient: 'bookend',
      oauthSecret: 'client',
    };
    must(await saveSettings(administrator, { section: 'mailbox', values }));
    const { imapPassword: _, oauthSecret: __, ...known } = values;
    for (const change of [
      { oauthUrl: 'https://evil.example/token' },
      { imapHost: 'evil.example' },
      { oauthClient: 'other' },
    ])
      expect(await saveSettings(administrator, { section: 'mailbox', values: { ...known, ...change } })).toMatchObject({
        refusal: { code: 'secret-again' },
      });
    must(await saveSettings(administrator, { section: 'mailbox', values: { ...known, imapFolder: 'Privacy' } }));
    const { mailbox } = installationOf({ ...world.worker.layers, kept: await readKept(world.worker) });
    expect(mailbox).toMatchObject({ password: 'refresh', oauthSecret: 'client', folder: 'Privacy' });
    must(await saveSettings(administrator, { section: 'mailbox', values: { mailboxKind: 'none' } }));
  });

  test('what the environment says cannot be typed over, and is shown as such', async () => {
    const fixed = { ...administrator, layers: { given: { zone: 'Europe/Paris' }, fallback: {} } };
    const view = must(await readSection(fixed, 'organisation'));
    expect(view.settings.find(({ name }) => name === 'zone')).toMatchObject({
      value: 'Europe/Paris',
      from: 'environment',
      env: 'BOOKEND_ZONE',
    });
    const { name, address, contact, country } = FIRST;
    const refused = await saveSettings(fixed, {
      section: 'organisation',
      values: { name, address, contact, country, zone: 'UTC' },
    });
    expect(refused).toMatchObject({ ok: false, refusal: { code: 'set-by-environment', setting: 'zone' } });
  });

  test.each([
    ['organisation', { name: '' }, 'name'],
    ['organisation', { ...FIRST, zone: 'Europe/Londn' }, 'zone'],
    ['organisation', { ...FIRST, financialYearEnd: '02-29' }, 'financialYearEnd'],
    ['requests', { requestYears: '0' }, 'requestYears'],
    ['mail', { mailHost: 'smtp://mail.example' }, 'mailHost'],
    ['mail', { mailHost: 'mail.example', mailPort: '70000' }, 'mailPort'],
    ['mailbox', { mailboxKind: 'imap', imapHost: '' }, 'imapHost'],
    ['network', { baseUrl: 'https://a.example/path' }, 'baseUrl'],
    ['network', { reach: 'ftp://x y' }, 'reach'],
    [
      'mailbox',
      { mailboxKind: 'imap', imapHost: 'a.example', imapUser: 'x', oauthUrl: 'http://a.example/t' },
      'oauthUrl',
    ],
    ['brand', { accent: '#ffee00' }, 'accent'],
    ['brand', { accent: 'green' }, 'accent'],
    ['brand', { languages: 'da, fr' }, 'languages'],
    ['brand', { logo: 'data:image/png;base64,aGVsbG8=' }, 'logo'],
    ['brand', { logo: 'https://elsewhere.example/logo.png' }, 'logo'],
    ['terms', { sessionHours: '0' }, 'sessionHours'],
    ['terms', { handOverDays: '61' }, 'handOverDays'],
    ['terms', { formTries: 'many' }, 'formTries'],
  ] as const)('of %s, %j is wrong beside %s', async (section, values, field) => {
    const refused = await saveSettings(administrator, { section, values: values as Record<string, string> });
    expect(refused.ok).toBe(false);
    expect(Object.keys((refused as { refusal: { problems: object } }).refusal.problems)).toContain(field);
  });

  test('nobody but an administrator changes them; a coordinator does not even see them', async () => {
    for (const role of ['supervisor', 'auditor', 'coordinator'] as const) {
      const other = world.user(`usr_${role}`, role);
      expect(await saveSettings(other, { section: 'requests', values: {} })).toMatchObject({
        refusal: { code: 'not-allowed' },
      });
      expect((await readSection(other, 'mail')).ok).toBe(role !== 'coordinator');
    }
  });
});

test('what is set holds from the next act on: how long a sign-in lasts, and what pages are offered in', async () => {
  must(await saveSettings(administrator, { section: 'terms', values: { sessionHours: '2' } }));
  must(await saveSettings(administrator, { section: 'brand', values: { languages: 'nl, en', accent: '#803010' } }));
  const { terms, organisation } = installationOf({ ...world.worker.layers, kept: await readKept(world.worker) });
  expect(terms).toMatchObject({ sessionHours: 2, handOverDays: 14 });
  expect(organisation.brand).toEqual({ logo: null, accent: '#803010', languages: ['nl', 'en'] });
  const [{ email }] = (await world.knex('users').select('email')) as [{ email: string }];
  must(await signIn({ ...anybody, terms }, { email, password: FIRST.password }));
  const [{ hours }] = (await world
    .knex('sessions')
    .orderBy('created_at', 'desc')
    .limit(1)
    .select(world.knex.raw('extract(epoch from expires_at - created_at) / 3600 as hours'))) as [{ hours: string }];
  expect(Number(hours)).toBe(2);
});

describe('mail', () => {
  test('works once the word of a message was typed; another word proves nothing; other settings begin anew', async () => {
    const { to } = must(await tryMail(administrator));
    expect(sent.at(-1)!.to).toBe(to);
    const word = /asked for it: (\w+)/.exec(sent.at(-1)!.text)![1]!;
    expect(await confirmMail(administrator, { word: 'guess' })).toMatchObject({ refusal: { code: 'word-wrong' } });
    must(await confirmMail(administrator, { word: word.toUpperCase() }));
    expect(must(await readSection(administrator, 'mail')).provenAt).not.toBeNull();
    // The same word proves nothing twice.
    expect((await confirmMail(administrator, { word })).ok).toBe(false);
    const values = { mailHost: 'broken.example', mailSecurity: 'none', mailUser: '', mailPassword: 'x' };
    must(await saveSettings(administrator, { section: 'mail', values }));
    expect(must(await readSection(administrator, 'mail')).provenAt).toBeNull();
    expect(await tryMail(administrator)).toMatchObject({ refusal: { code: 'mail-failed', said: 'ECONNREFUSED' } });
  });
});

test('the example is taken over once, by whom it may, in four languages', async () => {
  expect(must(await readExample(administrator)).mayTake).toBe(true);
  expect((await takeExample(world.user('usr_aud', 'auditor'))).ok).toBe(false);
  must(await takeExample(administrator));
  const told = await world.knex('wordings').where({ kind: 'notice', id: 'privacy' });
  expect(told).toHaveLength(1);
  expect(told[0].words.da).toContain(world.worker.organisation.contact);
  expect(JSON.stringify(told[0].words)).not.toMatch(/\{\w+\}/);
  expect(await takeExample(administrator)).toMatchObject({ refusal: { code: 'purposes-there' } });
  const [newsletter] = await world.knex('purposes').where({ id: 'newsletter' });
  expect(Object.keys(newsletter.words)).toEqual(['da', 'de', 'nl']);
  // Rules of where the shop is established keep nothing until they are told where; until then the list says so.
  const { kept } = must(await readExample(administrator));
  const drafts = (await world.knex('retention_drafts').orderBy('sort_order')) as { what: string; law: string }[];
  expect(drafts.map(({ what, law }) => [what, law])).toEqual(kept.map(({ what, law }) => [what, law]));
  expect(drafts.length).toBeGreaterThan(1);
  expect(await world.knex('retention_rules')).toEqual([]);
  const step = must(await readSteps(administrator)).steps.find(({ id }) => id === 'retention');
  expect(step).toMatchObject({ isDone: false });
  expect(step!.about).toContain(`${drafts.length} rules`);
});

test('what is still open is counted from what is there', async () => {
  const { steps, needed } = must(await readSteps(administrator));
  const done = steps.filter(({ isDone }) => isDone).map(({ id }) => id);
  expect(done).toEqual(['purposes']);
  expect(needed).toBe(3);
});
