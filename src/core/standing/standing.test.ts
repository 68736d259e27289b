import { SHIPPED_LAWS } from '../clock/shippedLaws';
import { newPurpose } from '../purposes/purposes';
import { standing } from './standing';
import { NO_FACTS, NO_TERMS, type Choice, type PersonFacts, type PurposeVersion } from '../ledger/types';

const ZONE = 'Europe/Copenhagen';
const NOBODY = NO_FACTS;
const purpose = (id: string, more: Partial<PurposeVersion> = {}) => newPurpose({ id, ...more });
const PURPOSES = [
  purpose('marketing', { kind: 'legitimate-interest' }),
  purpose('newsletter', { parent: 'marketing' }),
  purpose('similar', { kind: 'soft-opt-in', parent: 'marketing' }),
  purpose('similar-de', { kind: 'soft-opt-in', kinds: [{ country: 'DE', from: '2020-01-01', kind: 'consent' }] }),
  purpose('offers'),
  purpose('statistics', { shelfLifeDays: 100 }),
  purpose('calls', { askAgainAfterDays: 30 }),
  purpose('sale', { kind: 'opt-out' }),
  purpose('orders', { kind: 'necessary' }),
  purpose('double', { confirmWithinHours: 48 }),
  purpose('digest', { parent: 'offers' }),
];

let seq = 0;
function said(purposeId: string, answer: Choice['answer'], occurredAt: string, more: Partial<Choice> = {}): Choice {
  seq++;
  return {
    id: `cho_${seq}`,
    seq,
    purpose: purposeId,
    answer,
    occurredAt,
    recordedAt: occurredAt.length === 10 ? `${occurredAt}T20:00:00Z` : occurredAt,
    confirms: null,
    address: null,
    terms: NO_TERMS,
    isTold: false,
    ...more,
  };
}

function hold(
  purposeId: string,
  choices: Choice[],
  at = '2026-06-01T00:00:00Z',
  more: { facts?: PersonFacts; address?: string | null | 'any'; knownAt?: string } = {},
) {
  return standing(choices, more.facts ?? NOBODY, PURPOSES, {
    purpose: purposeId,
    address: more.address ?? null,
    at,
    knownAt: more.knownAt ?? '2027-01-01T00:00:00Z',
    zone: ZONE,
    laws: SHIPPED_LAWS,
  });
}

describe('an existing customer', () => {
  const [mine, other] = ['a'.repeat(64), 'b'.repeat(64)];
  const facts: PersonFacts = { ...NO_FACTS, bought: [{ at: '2026-03-01T10:00:00Z', address: mine }] };
  test.each<[string, Choice[], string | null | 'any', string, string, boolean]>([
    ['bought, at the address of the sale', [], mine, '2026-06-01T00:00:00Z', 'default-permitted', true],
    ['bought, on the whole', [], 'any', '2026-06-01T00:00:00Z', 'default-permitted', true],
    ['bought, at another address', [], other, '2026-06-01T00:00:00Z', 'not-asked', false],
    ['bought, no address named', [], null, '2026-06-01T00:00:00Z', 'not-asked', false],
    ['before the sale', [], mine, '2026-02-01T00:00:00Z', 'not-asked', false],
    [
      'said no in the sale',
      [said('similar', 'object', '2026-03-01T10:00:00Z')],
      mine,
      '2026-06-01T00:00:00Z',
      'objected',
      false,
    ],
    [
      'said no for another address',
      [said('similar', 'object', '2026-04-01T10:00:00Z', { address: other })],
      mine,
      '2026-06-01T00:00:00Z',
      'default-permitted',
      true,
    ],
    [
      'said no to all marketing',
      [said('marketing', 'object', '2026-04-01T10:00:00Z')],
      mine,
      '2026-06-01T00:00:00Z',
      'objected',
      false,
    ],
    [
      'said no, then yes',
      [said('similar', 'object', '2026-04-01T10:00:00Z'), said('similar', 'grant', '2026-05-01T10:00:00Z')],
      mine,
      '2026-06-01T00:00:00Z',
      'granted',
      true,
    ],
    [
      'said yes without a sale at that address',
      [said('similar', 'grant', '2026-05-01T10:00:00Z', { address: other })],
      other,
      '2026-06-01T00:00:00Z',
      'granted',
      true,
    ],
  ])('%s', (_, choices, address, at, expected, permitted) =>
    expect(hold('similar', choices, at, { facts, address })).toMatchObject({ standing: expected, permitted }),
  );

  test('where a place asks for consent, a sale is none', () => {
    const abroad = { ...facts, countries: [{ from: null, country: 'DE' }] };
    expect(hold('similar-de', [], '2026-06-01T00:00:00Z', { facts: abroad, address: mine })).toMatchObject({
      standing: 'not-asked',
      permitted: false,
    });
  });
});

describe('nothing said, yes, no', () => {
  test.each<[string, Choice[], string, boolean]>([
    ['orders', [], 'always-on', true],
    ['offers', [], 'not-asked', false],
    ['marketing', [], 'default-permitted', true],
    ['sale', [], 'default-permitted', true],
    ['offers', [said('offers', 'grant', '2026-01-01T10:00:00Z')], 'granted', true],
    ['offers', [said('offers', 'refuse', '2026-01-01T10:00:00Z')], 'refused', false],
    [
      'offers',
      [said('offers', 'grant', '2026-01-01T10:00:00Z'), said('offers', 'withdraw', '2026-02-01T10:00:00Z')],
      'withdrawn',
      false,
    ],
    [
      'offers',
      [said('offers', 'grant', '2026-01-01T10:00:00Z'), said('offers', 'refuse', '2026-02-01T10:00:00Z')],
      'withdrawn',
      false,
    ],
    ['marketing', [said('marketing', 'object', '2026-01-01T10:00:00Z')], 'objected', false],
    ['sale', [said('sale', 'opt-out', '2026-01-01T10:00:00Z')], 'opted-out', false],
    ['sale', [said('sale', 'gpc-seen', '2026-01-01T10:00:00Z')], 'opted-out', false],
    [
      'sale',
      [said('sale', 'opt-out', '2026-01-01T10:00:00Z'), said('sale', 'opt-in', '2026-02-01T10:00:00Z')],
      'granted',
      true,
    ],
    ['no-such-purpose', [], 'not-asked', false],
  ])('%s', (id, choices, expected, permitted) => {
    const answer = hold(id, choices);
    expect(answer).toMatchObject({ standing: expected, permitted });
    expect(answer.reasons.length).toBeGreaterThan(0);
  });
});

describe('rule 1: order', () => {
  const instant = '2026-03-01T10:00:00Z';
  test('at the same instant the restrictive answer wins, whichever came first', () => {
    expect(hold('offers', [said('offers', 'withdraw', instant), said('offers', 'grant', instant)]).permitted).toBe(
      false,
    );
    expect(hold('offers', [said('offers', 'grant', instant), said('offers', 'withdraw', instant)]).permitted).toBe(
      false,
    );
  });
  test('a day without a time is read restrictively against anything of that day', () => {
    expect(
      hold('offers', [said('offers', 'grant', '2026-03-01T20:00:00Z'), said('offers', 'withdraw', '2026-03-01')])
        .permitted,
    ).toBe(false);
    expect(
      hold('offers', [said('offers', 'withdraw', '2026-03-01T08:00:00Z'), said('offers', 'grant', '2026-03-01')])
        .permitted,
    ).toBe(false);
    expect(
      hold('offers', [said('offers', 'withdraw', '2026-02-28T08:00:00Z'), said('offers', 'grant', '2026-03-01')])
        .permitted,
    ).toBe(true);
  });
  test('what was recorded later was not known then', () => {
    const late = said('offers', 'withdraw', '2026-02-01T00:00:00Z', { recordedAt: '2026-05-01T00:00:00Z' });
    const choices = [said('offers', 'grant', '2026-01-01T00:00:00Z'), late];
    expect(hold('offers', choices, '2026-03-01T00:00:00Z', { knownAt: '2026-03-01T00:00:00Z' }).permitted).toBe(true);
    expect(hold('offers', choices, '2026-03-01T00:00:00Z').permitted).toBe(false);
  });
});

describe('rule 2: double opt-in', () => {
  const grant = said('double', 'grant', '2026-03-01T10:00:00Z');
  const confirm = (at: string) => said('double', 'confirm', at, { confirms: grant.id });
  test('waits, counts from the confirmation, and not after the window', () => {
    expect(hold('double', [grant], '2026-03-02T00:00:00Z').standing).toBe('awaiting-confirmation');
    expect(hold('double', [grant, confirm('2026-03-02T10:00:00Z')], '2026-03-05T00:00:00Z').standing).toBe('granted');
    expect(hold('double', [grant, confirm('2026-03-04T10:00:00Z')], '2026-03-05T00:00:00Z').standing).toBe('not-asked');
  });
  test('a stranger’s sign-up never lowers an earlier yes', () => {
    const before = said('double', 'grant', '2026-01-01T10:00:00Z');
    const yes = [before, said('double', 'confirm', '2026-01-01T11:00:00Z', { confirms: before.id })];
    expect(hold('double', [...yes, grant], '2026-03-02T00:00:00Z')).toMatchObject({
      standing: 'granted',
      permitted: true,
    });
    expect(hold('double', [...yes, grant], '2026-04-02T00:00:00Z')).toMatchObject({
      standing: 'granted',
      permitted: true,
    });
  });
});

describe('rules 3, 6, 8, 9', () => {
  test('a yes lapses with its shelf life', () => {
    const choices = [said('statistics', 'grant', '2026-01-01T00:00:00Z')];
    expect(hold('statistics', choices, '2026-04-10T00:00:00Z').standing).toBe('granted');
    expect(hold('statistics', choices, '2026-04-12T00:00:00Z')).toMatchObject({ standing: 'lapsed', permitted: false });
  });
  test('a refusal says from when asking again is decent', () => {
    expect(hold('calls', [said('calls', 'refuse', '2026-01-01T12:00:00Z')]).mayAskAgainFrom).toBe('2026-01-31');
  });
  test('a child is never permitted without its parent', () => {
    expect(hold('digest', [said('digest', 'grant', '2026-01-01T00:00:00Z')])).toMatchObject({
      standing: 'granted',
      permitted: false,
    });
  });
  test('withdrawing the parent withdraws the child, and granting it again revives nothing', () => {
    const choices = [
      said('offers', 'grant', '2026-01-01T00:00:00Z'),
      said('digest', 'grant', '2026-01-02T00:00:00Z'),
      said('offers', 'withdraw', '2026-02-01T00:00:00Z'),
      said('offers', 'grant', '2026-03-01T00:00:00Z'),
    ];
    expect(hold('offers', choices).permitted).toBe(true);
    expect(hold('digest', choices)).toMatchObject({ standing: 'withdrawn', permitted: false });
    expect(hold('digest', [...choices, said('digest', 'grant', '2026-04-01T00:00:00Z')]).permitted).toBe(true);
  });
  test('a yes for one address permits that address only; a no covers the person', () => {
    const choices = [
      said('offers', 'grant', '2026-01-01T00:00:00Z', { address: 'a' }),
      said('offers', 'grant', '2026-01-01T00:00:00Z', { address: 'b' }),
    ];
    expect(hold('offers', choices, undefined, { address: 'a' }).permitted).toBe(true);
    expect(hold('offers', choices, undefined, { address: 'c' }).permitted).toBe(false);
    expect(hold('offers', choices).permitted).toBe(false);
    expect(hold('offers', choices, undefined, { address: 'any' }).permitted).toBe(true);
    const one = [...choices, said('offers', 'withdraw', '2026-02-01T00:00:00Z', { address: 'a' })];
    expect(hold('offers', one, undefined, { address: 'a' }).permitted).toBe(false);
    expect(hold('offers', one, undefined, { address: 'b' }).permitted).toBe(true);
    const all = [...choices, said('offers', 'withdraw', '2026-02-01T00:00:00Z')];
    expect(hold('offers', all, undefined, { address: 'b' }).permitted).toBe(false);
  });
  test('restricted while it lasts, erased for good', () => {
    const choices = [said('offers', 'grant', '2026-01-01T00:00:00Z')];
    const facts = (from: string, until: string | null) => ({
      ...NO_FACTS,
      restricted: [{ from, until }],
      erasedAt: null,
    });
    expect(hold('offers', choices, undefined, { facts: facts('2026-05-01T00:00:00Z', null) })).toMatchObject({
      standing: 'restricted',
      permitted: false,
    });
    expect(
      hold('offers', choices, undefined, { facts: facts('2026-04-01T00:00:00Z', '2026-05-01T00:00:00Z') }).permitted,
    ).toBe(true);
    expect(hold('orders', [], undefined, { facts: { ...NO_FACTS, erasedAt: '2026-05-01T00:00:00Z' } })).toMatchObject({
      standing: 'erased',
      permitted: false,
    });
  });
});

describe('what is not known is read strictly, and each time by the rules of its time', () => {
  const asked = (
    purposes: PurposeVersion[],
    choices: Choice[],
    facts: PersonFacts = NOBODY,
    at = '2026-06-01T00:00:00Z',
  ) =>
    standing(
      choices,
      facts,
      purposes,
      { purpose: 'p', address: null, at, knownAt: '2027-01-01T00:00:00Z', zone: ZONE, laws: SHIPPED_LAWS },
      WORDINGS,
    );
  const WORDINGS = [
    {
      kind: 'notice' as const,
      id: 'privacy',
      version: 5,
      validFrom: '2026-02-01T00:00:00Z',
      recordedAt: '2026-02-01T00:00:00Z',
      isMaterial: true,
    },
  ];

  test('double opt-in goes by the version in force when the yes was given', () => {
    const versions = [
      purpose('p'),
      purpose('p', {
        version: 2,
        validFrom: '2026-03-01T00:00:00Z',
        recordedAt: '2026-03-01T00:00:00Z',
        confirmWithinHours: 48,
      }),
      purpose('p', { version: 3, validFrom: '2026-05-01T00:00:00Z', recordedAt: '2026-05-01T00:00:00Z' }),
    ];
    expect(asked(versions, [said('p', 'grant', '2026-02-28T10:00:00Z')]).standing).toBe('granted');
    expect(asked(versions, [said('p', 'grant', '2026-03-02T10:00:00Z')]).permitted).toBe(false);
    expect(asked(versions, [said('p', 'grant', '2026-05-02T10:00:00Z')]).standing).toBe('granted');
  });

  test('a yes under a notice of which the version is not known counts as outdated', () => {
    const versions = [purpose('p', { askAgainOnMaterial: true })];
    const under = (noticeVersion: number | null) =>
      asked(versions, [
        said('p', 'grant', '2026-03-02T10:00:00Z', { terms: { ...NO_TERMS, notice: 'privacy', noticeVersion } }),
      ]).standing;
    expect([under(null), under(4), under(5)]).toEqual(['outdated', 'outdated', 'granted']);
  });

  test('in Connecticut, Delaware and Maryland nothing of somebody below 18 is sold, consent or not', () => {
    const versions = [purpose('p', { kind: 'opt-out', isSale: true })];
    const facts = (country: string, birthYear: number): PersonFacts => ({
      ...NO_FACTS,
      birthYear,
      countries: [{ from: null, country }],
    });
    const yes = [said('p', 'opt-in', '2026-03-02T10:00:00Z')];
    for (const place of ['US-CT', 'US-DE', 'US-MD'])
      expect(asked(versions, yes, facts(place, 2010))).toMatchObject({ permitted: false, standing: 'under-age' });
    expect(asked(versions, yes, facts('US-CT', 2000)).permitted).toBe(true);
    expect(asked(versions, yes, facts('US-VA', 2010)).permitted).toBe(true);
  });
});
