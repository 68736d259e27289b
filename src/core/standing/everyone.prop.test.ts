import { SHIPPED_LAWS } from '../clock/shippedLaws';
import fc from 'fast-check';
import { addShare, Everyone, type Shares } from './everyone';
import { newPurpose } from '../purposes/purposes';
import { shapeNo } from '../ledger/shape';
import { choicesKnown, rulesAt, standing } from './standing';
import { placeOf } from './timeline';
import { NO_FACTS, NO_TERMS, type Answer, type Choice, type Terms } from '../ledger/types';

const BASE = Date.parse('2026-01-01T00:00:00Z');
const ZONE = 'Europe/Copenhagen';
const instant = (hour: number) => new Date(BASE + hour * 3_600_000).toISOString();
const PURPOSES = [
  newPurpose({ id: 'marketing', kind: 'legitimate-interest' }),
  newPurpose({ id: 'newsletter', parent: 'marketing', shelfLifeDays: 15 }),
  newPurpose({ id: 'digest', parent: 'newsletter', askAgainOnMaterial: true }),
  newPurpose({ id: 'sale', kind: 'opt-out' }),
  newPurpose({ id: 'orders', kind: 'necessary' }),
  newPurpose({ id: 'letter', confirmWithinHours: 24 }),
];
const WORDINGS = [
  {
    kind: 'notice' as const,
    id: 'privacy',
    version: 2,
    validFrom: instant(0),
    recordedAt: instant(0),
    isMaterial: true,
  },
];
const TERMS: Terms[] = [
  NO_TERMS,
  { ...NO_TERMS, notice: 'privacy', noticeVersion: 1 },
  { ...NO_TERMS, notice: 'privacy', noticeVersion: 2 },
];
const A = 'a'.repeat(64);
const one = fc.record({
  person: fc.nat(3),
  purpose: fc.constantFrom(...PURPOSES.map(({ id }) => id)),
  answer: fc.constantFrom<Answer>(
    'grant',
    'grant',
    'grant',
    'refuse',
    'withdraw',
    'object',
    'opt-out',
    'opt-in',
    'confirm',
    'gpc-seen',
  ),
  hour: fc.nat(500),
  isDay: fc.boolean(),
  address: fc.constantFrom(null, null, A),
  terms: fc.nat(2),
});

test('everybody counted from numbers that stream by: the same as asking about each person, whatever the order', () => {
  fc.assert(
    fc.property(
      fc.array(one, { maxLength: 40 }),
      fc.nat(100),
      fc.integer({ min: 100, max: 700 }),
      (drafts, turn, hour) => {
        const choices = drafts.map((draft, seq): Choice & { person: number; termsNo: number } => ({
          person: draft.person,
          termsNo: draft.terms,
          id: `c${seq}`,
          seq,
          purpose: draft.purpose,
          answer: draft.answer,
          occurredAt: draft.isDay ? instant(draft.hour).slice(0, 10) : instant(draft.hour),
          recordedAt: instant(draft.hour),
          confirms: null,
          address: draft.address,
          terms: TERMS[draft.terms]!,
          isTold: false,
        }));
        const moment = { at: instant(hour), knownAt: instant(9999), zone: ZONE, laws: SHIPPED_LAWS };
        const rules = rulesAt(PURPOSES, WORDINGS, moment);
        const known = choicesKnown(choices, moment);
        const everyone = new Everyone(4, rules, new Map(PURPOSES.map(({ id }, i) => [id, i])), (no) => TERMS[no]!);
        for (const choice of [
          ...known.slice(turn % (known.length + 1)),
          ...known.slice(0, turn % (known.length + 1)),
        ]) {
          everyone.take(
            choice.person,
            PURPOSES.findIndex(({ id }) => id === choice.purpose),
            shapeNo({
              answer: choice.answer,
              isDay: choice.occurredAt.length === 10,
              hasAddress: choice.address !== null,
              isTold: false,
            }),
            placeOf(choice, ZONE),
            choice.termsNo,
          );
        }
        const ask = (person: number, into: Shares) => {
          for (const { id } of PURPOSES) {
            const answer = standing(
              choices.filter((choice) => choice.person === person),
              NO_FACTS,
              PURPOSES,
              { purpose: id, address: 'any', ...moment },
              WORDINGS,
            );
            addShare(into, id, answer.standing, answer.permitted);
          }
        };
        const counted: Shares = new Map();
        everyone.count(counted);
        for (const person of everyone.setAside) ask(person, counted);
        const exact: Shares = new Map();
        for (const person of new Set(known.map((choice) => choice.person))) ask(person, exact);
        expect(counted).toEqual(exact);
      },
    ),
    { seed: 5, numRuns: 600 },
  );
});
