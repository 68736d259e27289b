import { SHIPPED_LAWS } from '../clock/shippedLaws';
import fc from 'fast-check';
import { decodeFolds, encodeFolds, type FoldWords } from './foldCodec';
import { foldChoices, foldOne, mergeFolds, standsAlone, type Fold } from './fold';
import { newPurpose } from '../purposes/purposes';
import { foldsOf, readStanding, rulesAt, standing } from './standing';
import { NO_FACTS, NO_TERMS, type Answer, type Choice, type PersonFacts, type Terms } from '../ledger/types';

const RUNS = { seed: 77, numRuns: 500 };
const BASE = Date.parse('2026-01-01T00:00:00Z');
const ZONE = 'Europe/Copenhagen';
const instant = (hour: number) => new Date(BASE + hour * 3_600_000).toISOString();
const [A, B] = ['a'.repeat(64), 'b'.repeat(64)];
const PURPOSES = [
  newPurpose({ id: 'marketing', kind: 'legitimate-interest' }),
  newPurpose({ id: 'newsletter', parent: 'marketing', shelfLifeDays: 60 }),
  newPurpose({ id: 'letter', parent: 'marketing', confirmWithinHours: 48 }),
  newPurpose({ id: 'similar', kind: 'soft-opt-in', parent: 'marketing' }),
  newPurpose({ id: 'ads', kinds: [{ country: 'US-CA', from: '2020-01-01', kind: 'opt-out' }], isSale: true }),
  newPurpose({ id: 'matching', parent: 'ads', isSale: true, askAgainOnMaterial: true }),
];
const WORDINGS = [
  {
    kind: 'notice' as const,
    id: 'privacy',
    version: 2,
    validFrom: instant(300),
    recordedAt: instant(300),
    isMaterial: true,
  },
];
const terms = fc.constantFrom<Terms>(
  NO_TERMS,
  { ...NO_TERMS, notice: 'privacy', noticeVersion: 1, country: 'DK' },
  { ...NO_TERMS, ask: 'form', askVersion: 3, notice: 'privacy', noticeVersion: 2, country: 'US-CA' },
);
const one = fc.record({
  purpose: fc.constantFrom(...PURPOSES.map(({ id }) => id)),
  answer: fc.constantFrom<Answer>(
    'grant',
    'grant',
    'confirm',
    'refuse',
    'withdraw',
    'object',
    'opt-out',
    'opt-in',
    'gpc-seen',
    'guardian-confirm',
  ),
  hour: fc.nat(400),
  delay: fc.nat(60),
  isDay: fc.boolean(),
  address: fc.constantFrom(null, null, A, B),
  names: fc.nat(20),
  terms,
  isTold: fc.boolean(),
});
const history = fc.array(one, { maxLength: 14 }).map((list) =>
  list
    .toSorted((x, y) => x.hour + x.delay - y.hour - y.delay)
    .map((draft, seq): Choice => ({
      id: `c${seq}`,
      seq,
      purpose: draft.purpose,
      answer: draft.answer,
      occurredAt: draft.isDay ? instant(draft.hour).slice(0, 10) : instant(draft.hour),
      recordedAt: instant(draft.hour + draft.delay),
      confirms: draft.answer === 'confirm' || draft.answer === 'guardian-confirm' ? `c${draft.names}` : null,
      address: draft.address,
      terms: draft.terms,
      isTold: draft.isTold,
    })),
);
const facts = fc
  .record({
    country: fc.constantFrom(null, 'DK', 'US-CA', 'NL'),
    birthYear: fc.constantFrom(null, 1980, 2011, 2016),
    bought: fc.array(fc.record({ hour: fc.nat(700), address: fc.constantFrom(A, B) }), { maxLength: 3 }),
  })
  .map(({ country, birthYear, bought }): PersonFacts => ({
    ...NO_FACTS,
    birthYear,
    bought: bought.map(({ hour, address }) => ({ at: instant(hour), address })),
    countries: country ? [{ from: null, country }] : [],
  }));
const moment = { at: instant(600), knownAt: instant(600), zone: ZONE, laws: SHIPPED_LAWS };

function wordsFor(choices: readonly Choice[]): FoldWords {
  const list = [
    ...new Map(
      [NO_TERMS, ...choices.map((choice) => choice.terms)].map((value) => [JSON.stringify(value), value]),
    ).values(),
  ];
  return {
    purposeNo: (id) => PURPOSES.findIndex((purpose) => purpose.id === id),
    purposeOf: (no) => PURPOSES[no]!.id,
    termsNo: (value) => list.findIndex((known) => JSON.stringify(known) === JSON.stringify(value)),
    termsOf: (no) => list[no]!,
  };
}

describe('folds', () => {
  test('read from folds, or from the choices: the same standing', () => {
    fc.assert(
      fc.property(
        history,
        facts,
        fc.constantFrom(...PURPOSES.map(({ id }) => id)),
        fc.constantFrom(null, A, B, 'any' as const),
        (choices, about, purpose, address) => {
          const rules = rulesAt(PURPOSES, WORDINGS, moment);
          const { becauseSeq, ...reading } = readStanding(
            foldsOf(choices, about, rules),
            about,
            rules,
            purpose,
            address,
          );
          const { because, ...exact } = standing(choices, about, PURPOSES, { purpose, address, ...moment }, WORDINGS);
          expect(reading).toEqual(exact);
          expect(choices.find(({ seq }) => seq === becauseSeq)?.id ?? null).toBe(because);
        },
      ),
      RUNS,
    );
  });

  test('what stands alone folds one by one, in any order, to the same as all at once', () => {
    fc.assert(
      fc.property(history, fc.nat(50), (choices, turn) => {
        const plain = choices.filter(({ answer }) => standsAlone(answer));
        const turned = [...plain.slice(turn % (plain.length + 1)), ...plain.slice(0, turn % (plain.length + 1))];
        const window = (purpose: string) => (purpose === 'letter' ? 48 : null);
        const running = new Map<string, Fold>();
        for (const choice of turned) {
          const fold = foldOne(choice, window(choice.purpose), ZONE);
          const key = `${fold.purpose}${fold.address}`;
          running.set(key, running.has(key) ? mergeFolds(running.get(key)!, fold) : fold);
        }
        const sorted = (folds: Iterable<Fold>) =>
          [...folds].sort((x, y) => (`${x.purpose}${x.address}` < `${y.purpose}${y.address}` ? -1 : 1));
        expect(sorted(running.values())).toEqual(
          sorted(foldChoices(plain, { zone: ZONE, country: null, confirmWithinHours: window, laws: SHIPPED_LAWS })),
        );
      }),
      RUNS,
    );
  });

  test('come back from their bytes as they were', () => {
    fc.assert(
      fc.property(history, (choices) => {
        const words = wordsFor(choices);
        const folds = foldChoices(choices, {
          zone: ZONE,
          country: null,
          confirmWithinHours: (id) => (id === 'letter' ? 48 : null),
          laws: SHIPPED_LAWS,
        });
        const bytes = encodeFolds(folds, words);
        expect(decodeFolds(bytes, words)).toEqual(folds);
        if (bytes.length > 0) expect(() => decodeFolds(bytes.slice(0, -1), words)).toThrow(RangeError);
      }),
      RUNS,
    );
  });

  test('an unconfirmed sign-up never lowers a standing', () => {
    fc.assert(
      fc.property(history, fc.nat(500), (choices, hour) => {
        const signUp: Choice = {
          id: 'stranger',
          seq: 999,
          purpose: 'letter',
          answer: 'grant',
          occurredAt: instant(hour),
          recordedAt: instant(599),
          confirms: null,
          address: null,
          terms: NO_TERMS,
          isTold: false,
        };
        const ask = (all: readonly Choice[]) =>
          standing(all, NO_FACTS, PURPOSES, { purpose: 'letter', address: 'any', ...moment }, WORDINGS).permitted;
        expect(ask([...choices, signUp])).toBe(ask(choices));
      }),
      RUNS,
    );
  });
});
