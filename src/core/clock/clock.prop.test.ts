import { sayReason } from '../words/reasons';
import fc from 'fast-check';
import { addDays, daysBetween, weekdayOf, type HolidayOf } from '../shared/days';
import { clock } from './clock';
import type { ClockEvent } from './events';
import { unionDays } from './questions';
import { REGIME_IDS } from './regimes';

const SEED = { seed: 20261124, numRuns: 400 };
const day = fc.integer({ min: 0, max: 1500 }).map((n) => addDays('2026-07-01', n));
const noHoliday: HolidayOf = () => null;
const someHoliday: HolidayOf = (on) => (Number(on.slice(-2)) % 9 === 0 ? 'a holiday' : null);

function at(regime: string, receivedOn: string, events: ClockEvent[], now: string, holidayOf: HolidayOf = someHoliday) {
  const result = clock({
    regimes: [regime],
    right: 'access',
    receivedAt: `${receivedOn}T10:00:00Z`,
    zone: 'Europe/Copenhagen',
    holidaysOf: () => holidayOf,
    events,
    now: `${now}T12:00:00Z`,
  });
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

describe('clock, whatever the day', () => {
  test('a due date in the EU never lies on a closed day', () => {
    fc.assert(
      fc.property(day, (on) => {
        const due = at('eu-gdpr', on, [], on).dueOn;
        return weekdayOf(due) < 6 && someHoliday(due) === null;
      }),
      SEED,
    );
  });

  test('a month is 28 to 31 days, rolled at most by closed days', () => {
    fc.assert(
      fc.property(day, (on) => {
        const length = daysBetween(on, at('eu-gdpr', on, [], on, noHoliday).dueOn);
        return length >= 28 && length <= 33;
      }),
      SEED,
    );
  });

  test('a pause never makes it due earlier, and a longer one never earlier than a shorter', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...REGIME_IDS),
        day,
        fc.nat(20),
        fc.nat(20),
        fc.nat(20),
        (regime, on, ask, short, more) => {
          const events = (length: number): ClockEvent[] => [
            { kind: 'identity-asked', at: `${addDays(on, ask + 1)}T09:00:00Z` },
            { kind: 'identity-proven', at: `${addDays(on, ask + 1 + length)}T09:00:00Z` },
          ];
          const now = addDays(on, 70);
          const [none, one, two] = [
            at(regime, on, [], now).dueOn,
            at(regime, on, events(short), now).dueOn,
            at(regime, on, events(short + more), now).dueOn,
          ];
          return none <= one && one <= two;
        },
      ),
      SEED,
    );
  });

  test('every extension leads later than the first date, and its last day is the first date', () => {
    fc.assert(
      fc.property(fc.constantFrom(...REGIME_IDS), day, (regime, on) => {
        const reading = at(regime, on, [], on);
        return (
          reading.extendedDueOn === null ||
          (reading.extendedDueOn > reading.dueOn && reading.extendBy === reading.dueOn)
        );
      }),
      SEED,
    );
  });

  test('several laws together are due with the first of them, and never later for one more', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...REGIME_IDS), { minLength: 2, maxLength: 5 }),
        day,
        fc.nat(5),
        fc.nat(30),
        (regimes, on, ask, length) => {
          const events: ClockEvent[] = [
            { kind: 'identity-asked', at: `${addDays(on, ask)}T11:00:00Z` },
            { kind: 'identity-proven', at: `${addDays(on, ask + length)}T11:30:00Z` },
          ];
          const now = addDays(on, 40);
          const together = clock({
            regimes,
            right: 'access',
            receivedAt: `${on}T10:00:00Z`,
            zone: 'Europe/Copenhagen',
            holidaysOf: () => someHoliday,
            events,
            now: `${now}T12:00:00Z`,
          });
          const alone = regimes.map((regime) => at(regime, on, events, now).dueOn);
          return (
            together.ok && together.value.dueOn === alone.sort()[0] && together.value.laws.length === regimes.length
          );
        },
      ),
      SEED,
    );
  });

  test('every reading says why', () => {
    fc.assert(
      fc.property(fc.constantFrom(...REGIME_IDS), day, (regime, on) =>
        at(regime, on, [], on).reasons.every((one) => sayReason(one).length > 5),
      ),
      SEED,
    );
  });

  test('the union of spans equals counting days one by one', () => {
    const span = fc.tuple(fc.nat(40), fc.nat(15)).map(([from, length]) => ({
      kind: 'identity' as const,
      from: addDays('2026-01-01', from),
      to: addDays('2026-01-01', from + length),
    }));
    fc.assert(
      fc.property(fc.array(span, { maxLength: 6 }), (spans) => {
        const days = new Set<string>();
        for (const { from, to } of spans) for (let d = from; d < to; d = addDays(d, 1)) days.add(d);
        return unionDays(spans, '2026-12-31') === days.size;
      }),
      SEED,
    );
  });
});
