import { SHIPPED_LAWS } from '../clock/shippedLaws';
import fc from 'fast-check';
import { newPurpose } from '../purposes/purposes';
import { standing } from './standing';
import { NO_FACTS, NO_TERMS, type Answer, type Choice } from '../ledger/types';

const SEED = { seed: 41, numRuns: 600 };
const BASE = Date.parse('2026-01-01T00:00:00Z');
const instant = (hour: number) => new Date(BASE + hour * 3_600_000).toISOString();
const purpose = (id: string, parent: string | null) => newPurpose({ id, parent });
const PURPOSES = [purpose('top', null), purpose('child', 'top'), purpose('leaf', 'child')];
const FACTS = NO_FACTS;
const NO: readonly Answer[] = ['refuse', 'withdraw'];

const choice = fc.record({
  purpose: fc.constantFrom('top', 'child', 'leaf'),
  answer: fc.constantFrom<Answer>('grant', 'refuse', 'withdraw'),
  hour: fc.nat(60),
  delay: fc.nat(30),
});
// The ledger gives sequence and time of record under one lock: they rise together.
const history = fc.array(choice, { maxLength: 12 }).map((list) =>
  list
    .toSorted((a, b) => a.hour + a.delay - b.hour - b.delay)
    .map((one, i): Choice => ({
      id: `c${i}`,
      seq: i,
      purpose: one.purpose,
      answer: one.answer,
      occurredAt: instant(one.hour),
      recordedAt: instant(one.hour + one.delay),
      confirms: null,
      address: null,
      terms: NO_TERMS,
      isTold: false,
    })),
);

const ask = (choices: readonly Choice[], id: string, at = instant(200), knownAt = instant(200)) =>
  standing(choices, FACTS, PURPOSES, { purpose: id, address: null, at, knownAt, zone: 'UTC', laws: SHIPPED_LAWS });

/** Slow and obvious: walk hour by hour, keep a flag per purpose, and let a no fall on everything below. */
function model(choices: readonly Choice[], id: string): boolean {
  const below: Record<string, string[]> = { top: ['top', 'child', 'leaf'], child: ['child', 'leaf'], leaf: ['leaf'] };
  const yes: Record<string, boolean> = { top: false, child: false, leaf: false };
  for (let hour = 0; hour <= 60; hour++) {
    const now = choices.filter(({ occurredAt }) => occurredAt === instant(hour));
    for (const one of now) if (one.answer === 'grant') yes[one.purpose] = true;
    for (const one of now) if (NO.includes(one.answer)) for (const under of below[one.purpose]!) yes[under] = false;
  }
  const above: Record<string, string[]> = { top: ['top'], child: ['top', 'child'], leaf: ['top', 'child', 'leaf'] };
  return above[id]!.every((one) => yes[one]);
}

describe('standing, whatever was said', () => {
  test('agrees with the slow model', () => {
    fc.assert(
      fc.property(
        history,
        fc.constantFrom('top', 'child', 'leaf'),
        (choices, id) => ask(choices, id).permitted === model(choices, id),
      ),
      SEED,
    );
  });
  test('the order of arrival does not matter', () => {
    fc.assert(
      fc.property(history, fc.nat(100), fc.constantFrom('top', 'child', 'leaf'), (choices, turn, id) => {
        const turned = [
          ...choices.slice(turn % (choices.length + 1)),
          ...choices.slice(0, turn % (choices.length + 1)),
        ];
        expect(ask(turned, id)).toEqual(ask(choices, id));
      }),
      SEED,
    );
  });
  test('a choice recorded later changes no answer with an earlier knownAt', () => {
    fc.assert(
      fc.property(history, fc.nat(80), fc.constantFrom('top', 'child', 'leaf'), (choices, hour, id) => {
        const knownAt = instant(hour);
        const knownThen = choices.filter(({ recordedAt }) => recordedAt <= knownAt);
        expect(ask(choices, id, instant(200), knownAt)).toEqual(ask(knownThen, id, instant(200), knownAt));
      }),
      SEED,
    );
  });
  test('withdrawing a parent never leaves a child permitted', () => {
    fc.assert(
      fc.property(history, fc.constantFrom('child', 'leaf'), (choices, id) => {
        const no: Choice = {
          id: 'no',
          seq: 999,
          purpose: 'top',
          answer: 'withdraw',
          occurredAt: instant(100),
          recordedAt: instant(100),
          confirms: null,
          address: null,
          terms: NO_TERMS,
          isTold: false,
        };
        return !ask([...choices, no], id).permitted;
      }),
      SEED,
    );
  });
});
