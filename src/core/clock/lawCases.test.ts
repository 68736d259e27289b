import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { publicHolidays } from '../../main/holidays';
import type { Right } from '../requests/rights';
import { clock, type ClockReading } from './clock';
import type { ClockEvent } from './events';
import { regimeById } from './regimes';

// Worked cases of law, each with its source. The dates were worked out apart from this program, from the text of each
// rule and a list of holidays.

interface LawCase {
  regimes: string[];
  right: Right;
  received: string;
  /** Country and region; `*`: of each law its own place. */
  calendar: [string, string?];
  events: [ClockEvent['kind'], string, string?, string?][];
  asOf: string;
  expect?: Partial<ClockReading>;
  refused?: string;
  source: string;
}

const CASES = readFileSync(join(__dirname, '../../../test/law/cases.ndjson'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as LawCase);
const holidays = publicHolidays();
const ownPlace = (id: string) =>
  id === 'eu-gdpr' ? holidays.of('DK') : holidays.of(regimeById(id)!.place.country, regimeById(id)!.place.region);

test('there are enough of them, and every law of the table is among them', () => {
  expect(CASES.length).toBeGreaterThanOrEqual(300);
  expect(new Set(CASES.flatMap(({ regimes }) => regimes)).size).toBeGreaterThanOrEqual(26);
});

test.each(
  CASES.map((one, i): [number, string, LawCase] => [
    i + 1,
    `${one.regimes.join(' and ')}, ${one.right} received ${one.received}` +
      `${one.events.map(([kind, day]) => `, ${kind} ${day}`).join('')}: ${one.source}`,
    one,
  ]),
)('%i. %s', (_, __, one) => {
  const [country, region] = one.calendar;
  const result = clock({
    regimes: one.regimes,
    right: one.right,
    receivedAt: `${one.received}T10:00:00Z`,
    zone: 'Europe/Copenhagen',
    now: `${one.asOf}T15:00:00Z`,
    holidaysOf: (id) => (country === '*' ? ownPlace(id) : holidays.of(country, region)),
    events: one.events.map(([kind, day, reason, until]) => ({
      kind,
      at: `${day}T12:00:00Z`,
      reason: reason ?? null,
      until: until ?? null,
    })),
  });
  if (one.refused) expect(result).toMatchObject({ ok: false, refusal: { code: one.refused } });
  else expect(result).toMatchObject({ ok: true, value: one.expect });
});
