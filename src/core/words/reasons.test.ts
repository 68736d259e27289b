import { keptReason, inWords, said, sayReason, sayReasons, type Reason } from './reasons';

test.each<[Reason, string]>([
  [
    { code: 'period', period: { months: 1 }, start: '2026-11-24', end: '2026-12-24' },
    'One month from Tue 24 Nov 2026 ends Thu 24 Dec 2026.',
  ],
  [
    { code: 'paused', kind: 'identity', from: '2026-11-24', to: null },
    'Proof of identity asked Tue 24 Nov 2026, still open, counted as if answered today.',
  ],
  [
    { code: 'runs-on', kind: 'fee', from: '2026-11-24', to: '2026-11-26' },
    'A fee was asked Tue 24 Nov 2026, paid Thu 26 Nov 2026; the clock runs on.',
  ],
  [{ code: 'act-first', by: null }, 'The act itself is due at once; the answer follows.'],
  [{ code: 'shifted', days: 1, day: '2026-11-25' }, 'Waiting for the person adds 1 day: Wed 25 Nov 2026.'],
  [
    { code: 'under-age', rule: 'yes', age: 13 },
    'The yes was given below the age of 13, and no guardian has confirmed it.',
  ],
  [{ code: 'unknown-notice-version', id: 'privacy', version: 9 }, 'The notice “privacy” has no version 9.'],
  [{ code: 'compared', field: 'birth-date', level: 'close' }, 'birth date is close'],
  [{ code: 'compared', field: 'name', level: 'different' }, 'name differs'],
  [
    { code: 'kept-apart', record: 'invoices 7', until: '2031-12-31' },
    'A record that stays and names them (invoices 7) is tied to it: it loses the person, and is kept apart until that ' +
      'goes, Wed 31 Dec 2031.',
  ],
  [
    {
      code: 'retention',
      law: 'The bookkeeping act',
      years: 5,
      months: 0,
      days: 0,
      from: '2026-12-31',
      until: '2031-12-31',
    },
    'The bookkeeping act keeps it 5 years from Thu 31 Dec 2026: until Wed 31 Dec 2031.',
  ],
  [{ code: 'newsletter', what: 'nyhedsbrev' }, 'It calls itself a newsletter: “nyhedsbrev”.'],
  [{ code: 'received', day: '2026-11-24', of: 'UK GDPR' }, 'UK GDPR: Received Tue 24 Nov 2026.'],
])('%j is said with its values', (one, words) => expect(sayReason(one)).toBe(words));

test('for machines the code, the words and the law', () => {
  expect(said({ code: 'said-yes', answer: 'grant', day: '2026-11-24', source: 'GDPR art. 7(1)' })).toEqual({
    code: 'said-yes',
    text: 'Granted on Tue 24 Nov 2026.',
    source: 'GDPR art. 7(1)',
  });
  expect(inWords({ permitted: true, reasons: [{ code: 'erase' }] })).toEqual({
    permitted: true,
    reasons: [{ code: 'erase', text: 'No ground to keep it.' }],
  });
});

test('what was kept in words is still said, and only that', () => {
  const old = { code: 'retention', text: 'Kept for five years.', source: 'GDPR art. 17(3)(b)' };
  expect(keptReason(old)).toEqual({ code: 'as-written', text: 'Kept for five years.', source: 'GDPR art. 17(3)(b)' });
  expect(sayReasons([keptReason(old), keptReason({ code: 'erase' })])).toBe(
    'Kept for five years. No ground to keep it.',
  );
});
