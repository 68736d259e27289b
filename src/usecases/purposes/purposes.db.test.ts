import { AsyncLocalStorage } from 'node:async_hooks';
import { choice, purposeRow, rebuilt, seedLedger } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import { purposeDraftSchema, type PurposeDraft } from '../../core/ledger/schema';
import { insertPurpose } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import { newWordBook } from '../../db/standing/words';
import { insertSystem } from '../../db/systems/systems';
import { checkStanding } from '../standing/checkStanding';
import { findAtCounter, readScripts, recordByHand } from '../ledger/recordByHand';
import { readOverview } from '../standing/overview';
import { recordChoices } from '../ledger/recordChoices';
import { linkPersons, unlinkPersons } from '../people/linkPersons';
import { personView } from '../people/personView';
import { publishPurpose, readPurposes, previewPurpose } from './changePurpose';

let world: TestWorld;
const supervisor = () => world.user('usr_mikkel', 'supervisor');
const coordinator = () => world.user('usr_signe', 'coordinator');

beforeAll(async () => {
  world = await testWorld('purposes');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_bookend',
      kind: 'bookend',
      name: 'Bookend',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: false,
      owner: null,
      sort_order: 9,
    });
    await insertPurpose(h, purposeRow({ id: 'calls', kind: 'consent' }));
  });
  const choices = Array.from({ length: 12 }, (_, n) =>
    choice({
      identifiers: [{ kind: 'email', value: `p${n}@mail.example` }],
      name: { givenName: `P${n}`, familyName: 'Holm' },
      purpose: n % 2 ? 'newsletter' : 'calls',
      answer: n % 3 === 0 ? 'refuse' : 'grant',
      occurredAt: n < 6 ? '2025-01-10T09:00:00Z' : '2026-11-10T09:00:00Z',
      externalId: `p${n}`,
    }),
  );
  await recordChoices(world.worker, { systemId: 'sys_shop', choices });
});
afterAll(() => world.close());

function draft(id: string, more: Partial<PurposeDraft>): PurposeDraft {
  return {
    id,
    title: `About ${id}`,
    plain: 'We may do this when you say yes.',
    kind: 'consent',
    parent: null,
    confirmWithinHours: null,
    confirmBy: 'source',
    shelfLifeDays: null,
    askAgainAfterDays: null,
    askAgainOnMaterial: false,
    isSale: false,
    validFrom: world.worker.clock.now(),
    kinds: [],
    channels: [],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
    ...more,
  };
}
const standing = async (email: string, purpose: string, at?: string) => {
  const answer = must(
    await checkStanding(
      world.as({ kind: 'machine', id: 'api', name: 'shop', systemId: 'sys_shop', scopes: ['standing:read'] } as never),
      {
        systemId: 'sys_shop',
        identifier: { kind: 'email', value: email },
        purpose,
        ...(at ? { at, knownAt: world.worker.clock.now() } : {}),
      },
    ),
  );
  return { standing: answer.standing, permitted: answer.permitted };
};

describe('a change of a purpose', () => {
  test('what it would alter is what it then alters, and trying it saves nothing', async () => {
    const change = draft('calls', { shelfLifeDays: 365 });
    const found = must(await previewPurpose(coordinator(), change));
    expect(found.people).toBe(12);
    // Grants to `calls` from January 2025 are those of p2 and p4.
    expect(found).toMatchObject({
      altered: 2,
      gained: 0,
      lost: 2,
      changes: [{ from: 'granted', to: 'lapsed', count: 2 }],
    });
    expect(await standing('p2@mail.example', 'calls')).toEqual({ standing: 'granted', permitted: true });
    expect(must(await readPurposes(coordinator())).purposes.filter(({ id }) => id === 'calls')).toHaveLength(1);
  });

  test('a coordinator drafts, a supervisor publishes; the past is not rewritten', async () => {
    const change = draft('calls', { shelfLifeDays: 365 });
    expect(await publishPurpose(coordinator(), change)).toMatchObject({ refusal: { code: 'not-allowed' } });
    expect(await publishPurpose(supervisor(), { ...change, validFrom: '2026-01-01T00:00:00Z' })).toMatchObject({
      refusal: { code: 'purpose-in-the-past' },
    });
    expect(await publishPurpose(supervisor(), { ...change, parent: 'nothing' })).toMatchObject({
      refusal: { code: 'parent-unknown' },
    });
    expect(
      await publishPurpose(
        supervisor(),
        draft('marketing', { kind: 'legitimate-interest', balancing: 'Weighed.', parent: 'newsletter' }),
      ),
    ).toMatchObject({ refusal: { code: 'purpose-circle' } });
    expect(must(await publishPurpose(supervisor(), change))).toEqual({ version: 2 });
    expect(await world.knex('trail').where({ act: 'purpose-published', subject: 'calls' })).toHaveLength(1);
    // Of last year, by the rules of last year.
    expect(await standing('p2@mail.example', 'calls', '2026-02-01T00:00:00Z')).toMatchObject({ permitted: true });
  });

  test('a draft that leaves out what the law wants to know is refused by the schema', () => {
    expect(purposeDraftSchema.isValidSync(draft('calls', { kind: 'legitimate-interest', balancing: null }))).toBe(
      false,
    );
    expect(
      purposeDraftSchema.isValidSync(
        draft('calls', { kind: 'legitimate-interest', balancing: 'Customers expect it and can stop it.' }),
      ),
    ).toBe(true);
    expect(purposeDraftSchema.isValidSync(draft('calls', { shelfLifeDays: -3 }))).toBe(false);
  });

  test('is said in other languages; left out they stay, emptied they go, half said they are refused', async () => {
    const da = { title: 'Opkald om ture', plain: 'Vi ringer, når der er plads på en tur.' };
    const wordsNow = async () =>
      must(await readPurposes(supervisor()))
        .purposes.filter(({ id }) => id === 'calls')
        .at(-1)!.words;
    const said = (words?: object) => purposeDraftSchema.validateSync(draft('calls', words ? { words } : {}));
    must(await publishPurpose(supervisor(), said({ da, de: { title: '', plain: ' ' } })));
    expect(await wordsNow()).toEqual({ da });
    must(await publishPurpose(supervisor(), said()));
    expect(await wordsNow()).toEqual({ da });
    must(await publishPurpose(supervisor(), said({ da: { title: '', plain: '' } })));
    expect(await wordsNow()).toEqual({});
    for (const words of [
      { da: { ...da, plain: 'kort' } },
      { da: { ...da, title: '' } },
      { fr: da },
      { da: 'Opkald' },
      [],
    ])
      expect(purposeDraftSchema.isValidSync(draft('calls', { words: words as never }))).toBe(false);
  });
});

describe('one human being, two identities', () => {
  const idOf = async (email: string) =>
    (
      (await world
        .knex('identifiers')
        .where({ hash: world.worker.keys.index(`email::${email}`) })
        .first()) as { person_id: string }
    ).person_id;

  test('linked, the restrictive answer holds for both and the conflict is shown; unlinked, each stands exactly as before', async () => {
    const [a, b] = [await idOf('p7@mail.example'), await idOf('p9@mail.example')];
    const both = async () => [
      await standing('p7@mail.example', 'newsletter'),
      await standing('p9@mail.example', 'newsletter'),
    ];
    const before = await both();
    expect(before.map(({ permitted }) => permitted)).toEqual([true, false]);
    expect(await linkPersons(coordinator(), { a, b, reason: 'no' })).toMatchObject({
      refusal: { code: 'reason-missing' },
    });
    expect(await linkPersons(coordinator(), { a, b: a, reason: 'the same person' })).toMatchObject({
      refusal: { code: 'same-person' },
    });
    must(await linkPersons(coordinator(), { a, b, reason: 'showed both cards' }));
    expect(await linkPersons(coordinator(), { a: b, b: a, reason: 'showed both cards' })).toMatchObject({
      refusal: { code: 'linked-already' },
    });
    expect((await both()).map(({ permitted }) => permitted)).toEqual([false, false]);
    const view = must(await personView(coordinator(), { id: a }));
    expect(JSON.stringify(view)).toContain('showed both cards');
    must(await unlinkPersons(coordinator(), { a: b, b: a, reason: 'was her sister' }));
    expect(await both()).toEqual(before);
    expect(await unlinkPersons(coordinator(), { a, b, reason: 'was her sister' })).toMatchObject({
      refusal: { code: 'not-linked' },
    });
    expect(await rebuilt(world, true)).toMatchObject({ counts: { differing: 0 } });
  });
});

describe('at the counter', () => {
  const nanna = () => world.user('usr_nanna', 'counter-staff');
  beforeAll(() =>
    world.worker.transaction(async (h) => {
      const { insertWording } = await import('../../db/purposes/purposes');
      await insertWording(h, {
        kind: 'ask',
        id: 'spoken-ask',
        version: 1,
        validFrom: '2024-01-01T00:00:00Z',
        recordedAt: '2024-01-01T00:00:00Z',
        isMaterial: false,
        method: 'spoken',
        place: 'at the till',
        purposes: ['newsletter'],
        words: { en: 'May we?' },
      });
    }),
  );

  test('the script in force is read, the person is shown masked, the answer is recorded with who asked and where', async () => {
    expect(must(await readScripts(nanna()))).toEqual([
      expect.objectContaining({
        ask: 'spoken-ask',
        words: { en: 'May we?' },
        purposes: [{ id: 'newsletter', title: 'newsletter' }],
      }),
    ]);
    const hand = {
      identifier: { kind: 'email', value: 'p6@mail.example' },
      ask: 'spoken-ask',
      askVersion: 1,
      purpose: 'newsletter',
      answer: 'grant',
      place: 'Aarhus',
      language: 'en',
      givenName: null,
      familyName: null,
    } as never;
    // A number is no address, and an address no number: neither begins a person who is nobody.
    for (const [kind, value] of [
      ['customer-number', 'p6@mail.example'],
      ['phone', 'p6@mail.example'],
      ['email', '+45 10 12 34 56'],
    ] as const) {
      expect(await findAtCounter(nanna(), { identifier: { kind, value } })).toMatchObject({
        refusal: { code: 'identifier-of-another-kind' },
      });
      expect(await recordByHand(nanna(), { ...(hand as object), identifier: { kind, value } } as never)).toMatchObject({
        refusal: { code: 'identifier-of-another-kind' },
      });
    }
    const [found] = must(await findAtCounter(nanna(), { identifier: { kind: 'email', value: 'p6@mail.example' } }));
    expect(JSON.stringify(found)).not.toContain('p6@mail.example');
    expect(must(await recordByHand(nanna(), hand))).toMatchObject({ status: 'recorded' });
    expect(await standing('p6@mail.example', 'newsletter')).toMatchObject({ permitted: true });
    expect(await recordByHand(nanna(), { ...(hand as object), purpose: 'calls' } as never)).toMatchObject({
      refusal: { code: 'not-in-script' },
    });
    expect(await recordByHand(world.user('usr_ulla', 'auditor'), hand)).toMatchObject({
      refusal: { code: 'not-allowed' },
    });
    expect(await world.knex('trail').where({ act: 'choice-recorded-by-hand', actor: 'usr_nanna' })).toHaveLength(1);
  });
});

test('everybody as of a day, and how people answered', async () => {
  const share = (view: { shares: { id?: string; permitted: number }[] }, id: string) =>
    (view.shares as { id: string; permitted: number }[]).find((one) => one.id === id)!.permitted;
  const now = must(await readOverview(coordinator(), { on: null, by: 'purpose', purpose: null }));
  const then = must(await readOverview(coordinator(), { on: '2024-12-01', by: 'purpose', purpose: null }));
  expect(share(now, 'newsletter')).toBeGreaterThan(0);
  expect(share(then, 'newsletter')).toBe(0);
  const rates = now.rates.find(({ key }) => key === 'newsletter')!;
  // Of the six of November about the newsletter p9 said no; Nanna wrote down one more yes.
  expect(rates).toMatchObject({ grants: 3, refusals: 1 });
  expect(
    await readOverview(world.user('usr_ib', 'administrator'), { on: null, by: 'purpose', purpose: null }),
  ).toMatchObject({ refusal: { code: 'not-allowed' } });
});

test('an answer with words that nobody knew, recorded while everybody is counted, stands in nobody’s way', async () => {
  const { words } = world.worker;
  const other = { ...world.worker, words: newWordBook() };
  let n = 0;
  // By another process, that is, outside of the transaction that is asked in.
  const elsewhere = AsyncLocalStorage.snapshot();
  const meanwhile = async (h: Handle) => {
    await words.refresh(h);
    n++;
    await elsewhere(recordChoices, other, {
      systemId: 'sys_shop',
      choices: [
        choice({
          externalId: `meanwhile-${n}`,
          identifiers: [{ kind: 'email', value: `meanwhile${n}@mail.example` }],
          purpose: 'newsletter',
          country: `US-${['TX', 'UT', 'VA'][n]!}`,
        }),
      ],
    });
  };
  const asked = { ...coordinator(), words: { ...words, refresh: meanwhile } };
  expect((await readOverview(asked, { on: null, by: 'country', purpose: null })).ok).toBe(true);
  expect((await previewPurpose(asked, draft('newsletter', { shelfLifeDays: 90 }))).ok).toBe(true);
  expect(n).toBe(2);
});

test('of somebody whose answers another process recorded with words of its own, the next answer is recorded here', async () => {
  const [here, there] = [
    { ...world.worker, words: newWordBook() },
    { ...world.worker, words: newWordBook() },
  ];
  const said = (externalId: string, country: string) => ({
    systemId: 'sys_shop',
    choices: [
      choice({
        externalId,
        identifiers: [{ kind: 'email', value: 'two.processes@mail.example' }],
        purpose: 'newsletter',
        country,
      }),
    ],
  });
  expect(await recordChoices(here, said('two-1', 'DK'))).toMatchObject([{ status: 'recorded' }]);
  expect(await recordChoices(there, said('two-2', 'US-ME'))).toMatchObject([{ status: 'recorded' }]);
  expect(await recordChoices(here, said('two-3', 'DK'))).toMatchObject([{ status: 'recorded' }]);
});
