import HolidayCalendar from 'date-holidays';
import type { Right } from '../requests/rights';
import { clock, type ClockInput, type ClockReading } from './clock';
import type { ClockEvent } from './events';
import { REGIME_IDS } from './regimes';
import { SHIPPED_LAWS } from './shippedLaws';

const PLACES: Record<string, [string, string?]> = {
  'eu-gdpr': ['DK'],
  'uk-gdpr': ['GB', 'ENG'],
  'ch-fadp': ['CH'],
  'us-ca': ['US', 'CA'],
  'ca-pipeda': ['CA'],
  'ca-qc': ['CA', 'QC'],
  'br-lgpd': ['BR'],
};

const calendars = new Map<string, (day: string) => string | null>();

function holidays(regime: string) {
  const [country, region] = PLACES[regime] ?? ['US'];
  const known = calendars.get(`${country}${region}`) ?? calendarOf(country, region);
  calendars.set(`${country}${region}`, known);
  return known;
}

function calendarOf(country: string, region: string | undefined) {
  const calendar = region ? new HolidayCalendar(country, region) : new HolidayCalendar(country);
  const years = new Map<string, ReturnType<HolidayCalendar['getHolidays']>>();
  return (day: string) => {
    const year = years.get(day.slice(0, 4)) ?? calendar.getHolidays(Number(day.slice(0, 4)));
    years.set(day.slice(0, 4), year);
    const found = year.find(
      ({ date, type }) => date.startsWith(day) && (type === 'public' || (country === 'GB' && type === 'bank')),
    );
    return found?.name ?? null;
  };
}

function input(
  regime: string,
  right: Right,
  received: string,
  events: ClockEvent[] = [],
  now?: string,
  zone = 'Europe/Copenhagen',
): ClockInput {
  return {
    regimes: [regime],
    right,
    receivedAt: received.length === 10 ? `${received}T10:00:00Z` : received,
    zone,
    holidaysOf: () => holidays(regime),
    events,
    now: now ?? `${received.slice(0, 10)}T12:00:00Z`,
  };
}

function read(...args: Parameters<typeof input>): ClockReading {
  const result = clock(input(...args));
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
}

const event = (kind: ClockEvent['kind'], day: string, more: Partial<ClockEvent> = {}): ClockEvent => ({
  kind,
  at: `${day}T09:00:00Z`,
  ...more,
});
const asked = (day: string) => event('identity-asked', day);
const proven = (day: string) => event('identity-proven', day);

describe('due dates, regime by regime', () => {
  test.each<[string, Right, string, Partial<ClockReading>]>([
    // GDPR art. 12(3): a month by the number of the day; Reg. 1182/71 art. 3(4): a Sunday moves on
    [
      'eu-gdpr',
      'access',
      '2026-10-24',
      {
        dueOn: '2026-11-24',
        refuseBy: '2026-11-24',
        extendBy: '2026-11-24',
        extendedDueOn: '2027-01-25',
        acknowledgeBy: null,
        actBy: null,
      },
    ],
    // 31 January has no counterpart in February; 28 February 2026 is a Saturday
    ['eu-gdpr', 'access', '2026-01-31', { dueOn: '2026-03-02', extendedDueOn: '2026-04-30' }],
    // 25 December is a holiday, so are the 26th (Saturday) and the Sunday after
    ['eu-gdpr', 'erasure', '2026-11-25', { dueOn: '2026-12-28' }],
    ['eu-gdpr', 'objection', '2026-06-15', { actBy: '2026-06-15', dueOn: '2026-07-15' }],
    ['eu-gdpr', 'withdrawal', '2026-06-15', { actBy: '2026-06-15' }],
    ['uk-gdpr', 'access', '2026-06-15', { dueOn: '2026-07-15', extendedDueOn: '2026-09-15', refuseBy: '2026-07-15' }],
    // 31 August 2026 is the summer bank holiday in England
    ['uk-gdpr', 'access', '2026-07-31', { dueOn: '2026-09-01' }],
    [
      'ch-fadp',
      'access',
      '2026-03-05',
      { dueOn: '2026-04-04', extendedDueOn: null, extendBy: '2026-04-04', refuseBy: null },
    ],
    // 11 CCR 7021: ten working days to acknowledge (Veterans Day, 11 November 2026, is none), 45 days to answer
    [
      'us-ca',
      'access',
      '2026-11-02',
      { acknowledgeBy: '2026-11-17', dueOn: '2026-12-17', extendedDueOn: '2027-01-31' },
    ],
    [
      'us-ca',
      'opt-out',
      '2026-06-01',
      { acknowledgeBy: null, actBy: '2026-06-23', dueOn: '2026-06-23', extendBy: null, extendedDueOn: null },
    ],
    ['us-va', 'erasure', '2026-06-01', { dueOn: '2026-07-16', extendedDueOn: '2026-08-30', acknowledgeBy: null }],
    ['us-ut', 'access', '2026-06-01', { dueOn: '2026-07-16' }],
    ['us-tx', 'opt-out', '2026-06-01', { actBy: '2026-07-16', dueOn: '2026-07-16', extendedDueOn: '2026-08-30' }],
    ['us-mt', 'access', '2026-06-01', { dueOn: '2026-07-16' }],
    ['us-tn', 'access', '2026-06-01', { dueOn: '2026-07-16' }],
    ['us-co', 'access', '2026-06-01', { dueOn: '2026-07-16' }],
    ['us-ct', 'withdrawal', '2026-06-01', { actBy: '2026-06-16', dueOn: '2026-07-16' }],
    ['us-or', 'access', '2026-06-01', { dueOn: '2026-07-16' }],
    // Interpretation Act s. 26: Sunday and holidays move on, Saturday does not
    ['ca-pipeda', 'access', '2026-06-12', { dueOn: '2026-07-13', extendedDueOn: '2026-08-11' }],
    ['ca-pipeda', 'access', '2026-06-11', { dueOn: '2026-07-11' }],
    ['ca-qc', 'access', '2026-06-12', { dueOn: '2026-07-12', extendBy: null, extendedDueOn: null }],
    ['br-lgpd', 'access', '2026-06-12', { dueOn: '2026-06-27', extendBy: null }],
  ])('%s %s received %s', (regime, right, received, expected) => {
    expect(read(regime, right, received)).toMatchObject(expected);
  });

  test('every regime of the list has a row', () => {
    expect([...new Set(SHIPPED_LAWS.map(({ id }) => id))].sort()).toEqual([...REGIME_IDS].sort());
    for (const law of SHIPPED_LAWS)
      expect({ id: law.id, source: law.source }).toEqual({ id: law.id, source: expect.stringMatching(/\d/) });
  });

  test('the day of receipt is the local one: late in the evening in UTC it is tomorrow in Copenhagen', () => {
    expect(read('eu-gdpr', 'access', '2026-06-14T22:30:00Z', [], '2026-06-15T08:00:00Z')).toMatchObject({
      receivedOn: '2026-06-15',
      dueOn: '2026-07-15',
    });
  });
});

describe('pauses', () => {
  test('identity asked 27 October, proven on the 28th: one day more, a working day', () => {
    const reading = read(
      'eu-gdpr',
      'access',
      '2026-10-24',
      [asked('2026-10-27'), proven('2026-10-28')],
      '2026-11-24T08:00:00Z',
    );
    expect(reading).toMatchObject({ dueOn: '2026-11-25', state: 'running', workingDaysLeft: 1 });
    expect(reading.reasons.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['received', 'paused', 'period', 'shifted']),
    );
  });

  test('two questions open together count once', () => {
    const events = [
      asked('2026-06-03'),
      event('clarification-asked', '2026-06-05'),
      proven('2026-06-10'),
      event('clarification-given', '2026-06-12'),
    ];
    expect(read('eu-gdpr', 'access', '2026-06-01', events, '2026-06-20T08:00:00Z').dueOn).toBe('2026-07-10');
  });

  test('clarification pauses access only', () => {
    const events = [event('clarification-asked', '2026-06-03'), event('clarification-given', '2026-06-10')];
    expect(read('eu-gdpr', 'access', '2026-06-01', events, '2026-06-20T08:00:00Z').dueOn).toBe('2026-07-08');
    const erasure = read('eu-gdpr', 'erasure', '2026-06-01', events, '2026-06-20T08:00:00Z');
    expect(erasure.dueOn).toBe('2026-07-01');
    expect(erasure.reasons.some(({ code }) => code === 'runs-on')).toBe(true);
  });

  test('an open question: paused, due as if answered today', () => {
    expect(read('eu-gdpr', 'access', '2026-06-01', [asked('2026-06-02')], '2026-06-12T08:00:00Z')).toMatchObject({
      state: 'paused',
      dueOn: '2026-07-13',
    });
  });

  test(
    'a question later than five days after receipt is on the clock and stops nothing; raised by ' +
      'something new, it counts from that',
    () => {
      const late = read('eu-gdpr', 'access', '2026-06-01', [asked('2026-06-08')], '2026-06-12T08:00:00Z');
      expect(late).toMatchObject({ state: 'running', dueOn: '2026-07-01', pauses: [] });
      expect(late.reasons.some(({ code }) => code === 'asked-late')).toBe(true);
      const raised = { ...asked('2026-06-08'), raisedAt: '2026-06-05T10:00:00Z' };
      expect(read('eu-gdpr', 'access', '2026-06-01', [raised], '2026-06-12T08:00:00Z')).toMatchObject({
        state: 'paused',
        dueOn: '2026-07-06',
      });
      expect(
        clock({
          ...input('eu-gdpr', 'access', '2026-06-01', [asked('2026-06-08')], '2026-06-12T08:00:00Z'),
          askWithinDays: 10,
        }),
      ).toMatchObject({ value: { state: 'paused' } });
    },
  );

  test('a question after the due day changes nothing', () => {
    const reading = read(
      'eu-gdpr',
      'access',
      '2026-06-01',
      [{ ...asked('2026-07-03'), raisedAt: '2026-07-02T10:00:00Z' }],
      '2026-07-10T08:00:00Z',
    );
    expect(reading).toMatchObject({ state: 'overdue', dueOn: '2026-07-01' });
    expect(reading.reasons.some(({ code }) => code === 'asked-after-due')).toBe(true);
  });

  test('a row of the organisation’s own counts from its first day, by the day of receipt', () => {
    const changed = {
      ...SHIPPED_LAWS.find(({ id }) => id === 'us-va')!,
      effectiveFrom: '2026-09-01',
      respond: { days: 30 },
    };
    const due = (on: string) => clock({ ...input('us-va', 'access', on), laws: [...SHIPPED_LAWS, changed] });
    expect(due('2026-08-31')).toMatchObject({ value: { dueOn: '2026-10-15' } });
    expect(due('2026-09-01')).toMatchObject({ value: { dueOn: '2026-10-01' } });
  });

  test('California verifies but does not stop for it', () => {
    const reading = read(
      'us-ca',
      'access',
      '2026-06-01',
      [asked('2026-06-02'), proven('2026-06-22')],
      '2026-06-23T08:00:00Z',
    );
    expect(reading.dueOn).toBe('2026-07-16');
    expect(reading.reasons.some(({ code }) => code === 'runs-on')).toBe(true);
  });

  test('under UK art. 12A the month starts when identity is proven', () => {
    expect(
      read('uk-gdpr', 'access', '2026-06-01', [asked('2026-06-02'), proven('2026-06-15')], '2026-06-16T08:00:00Z')
        .dueOn,
    ).toBe('2026-07-15');
  });

  test('under UK art. 12A the latest of identity and fee starts the month', () => {
    const events = [
      asked('2026-06-02'),
      event('fee-asked', '2026-06-02'),
      proven('2026-06-10'),
      event('fee-paid', '2026-06-17'),
    ];
    expect(read('uk-gdpr', 'access', '2026-06-01', events, '2026-06-18T08:00:00Z').dueOn).toBe('2026-07-17');
  });
});

describe('extension, answer, appeal', () => {
  const extended = (day: string, more: Partial<ClockEvent> = { reason: 'nine workshops' }) =>
    event('extended', day, more);
  const refusal = (...args: Parameters<typeof input>) => {
    const result = clock(input(...args));
    return result.ok ? null : result.refusal.code;
  };

  test('announced in time it counts from the same start: 31 January leads to 30 April', () => {
    expect(read('eu-gdpr', 'access', '2026-01-31', [extended('2026-02-20')], '2026-02-21T08:00:00Z').dueOn).toBe(
      '2026-04-30',
    );
  });

  test.each<[string, Parameters<typeof input>]>([
    ['extension-too-late', ['eu-gdpr', 'access', '2026-06-01', [extended('2026-07-02')], '2026-07-03T08:00:00Z']],
    [
      'extension-without-reason',
      ['eu-gdpr', 'access', '2026-06-01', [extended('2026-06-10', { reason: ' ' })], '2026-07-03T08:00:00Z'],
    ],
    ['extension-not-allowed', ['ca-qc', 'access', '2026-06-01', [extended('2026-06-10')], '2026-06-13T08:00:00Z']],
    ['extension-not-allowed', ['us-ca', 'opt-out', '2026-06-01', [extended('2026-06-10')], '2026-06-13T08:00:00Z']],
    ['extension-needs-until', ['ch-fadp', 'access', '2026-06-01', [extended('2026-06-10')], '2026-06-13T08:00:00Z']],
    [
      'extension-until-too-early',
      [
        'ch-fadp',
        'access',
        '2026-06-01',
        [extended('2026-06-10', { reason: 'x', until: '2026-06-20' })],
        '2026-06-13T08:00:00Z',
      ],
    ],
    ['received-in-the-future', ['eu-gdpr', 'access', '2026-06-01', [], '2026-05-30T08:00:00Z']],
    ['event-before-receipt', ['eu-gdpr', 'access', '2026-06-01', [asked('2026-05-30')], '2026-06-13T08:00:00Z']],
    ['event-in-the-future', ['eu-gdpr', 'access', '2026-06-01', [asked('2026-06-30')], '2026-06-13T08:00:00Z']],
    ['event-without-its-pair', ['eu-gdpr', 'access', '2026-06-01', [proven('2026-06-03')], '2026-06-13T08:00:00Z']],
    [
      'event-twice',
      ['eu-gdpr', 'access', '2026-06-01', [asked('2026-06-03'), asked('2026-06-04')], '2026-06-13T08:00:00Z'],
    ],
    ['unknown-regime', ['xx', 'access', '2026-06-01']],
    [
      'no-appeal',
      [
        'us-ut',
        'access',
        '2026-06-01',
        [event('answered', '2026-06-05'), event('appeal-received', '2026-06-08')],
        '2026-06-13T08:00:00Z',
      ],
    ],
    [
      'appeal-before-answer',
      ['us-va', 'access', '2026-06-01', [event('appeal-received', '2026-06-08')], '2026-06-13T08:00:00Z'],
    ],
  ])('%s is refused', (code, args) => expect(refusal(...args)).toBe(code));

  test.each([
    ['us-va', '2026-08-21'],
    ['us-co', '2026-08-06'],
    ['us-or', '2026-08-06'],
    ['uk-gdpr', '2026-07-22'],
  ])('an appeal in %s is due %s', (regime, due) => {
    expect(
      read(
        regime,
        'access',
        '2026-06-01',
        [event('answered', '2026-06-05'), event('appeal-received', '2026-06-22')],
        '2026-06-23T08:00:00Z',
      ).appealDueOn,
    ).toBe(due);
  });

  test('Switzerland: until the stated day', () => {
    expect(
      read(
        'ch-fadp',
        'access',
        '2026-06-01',
        [extended('2026-06-10', { reason: 'x', until: '2026-08-20' })],
        '2026-06-13T08:00:00Z',
      ).dueOn,
    ).toBe('2026-08-20');
  });

  test.each([
    ['answered-in-time', [event('answered', '2026-07-01')]],
    ['answered-late', [event('answered', '2026-07-02')]],
    ['overdue', []],
  ] as const)('%s', (state, events) =>
    expect(read('eu-gdpr', 'access', '2026-06-01', [...events], '2026-07-05T08:00:00Z').state).toBe(state),
  );
});
