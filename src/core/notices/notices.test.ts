import { render } from '../letters/render';
import { LANGUAGES } from '../letters/mailings';
import { NOTICE_WORDS } from '../words/notices';
import { differenceOf } from '../shared/difference';
import { durationsIn } from './durations';
import { noticeFields, type NoticeFacts } from './facts';
import { realityOf, sentencesOf, type RealityCode } from './reality';
import { sayReality } from './realitySaid';
import type { NoticeAnswers } from './schema';

const FACTS: NoticeFacts = {
  organisation: {
    name: 'Larkmere Cycles & Touring',
    address: 'Havnegade 12, Odense',
    contact: 'privacy@larkmere.example',
    officer: 'Rasmus Toft',
    authority: 'Datatilsynet',
  },
  purposes: [
    { id: 'orders', title: 'Orders', plain: 'We send what you bought.', isMarketing: false, isSale: false },
    { id: 'newsletter', title: 'Newsletter', plain: 'Twice a month.', isMarketing: true, isSale: false },
    { id: 'ads', title: 'Partner adverts', plain: 'Adverts elsewhere.', isMarketing: false, isSale: true },
  ],
  recipients: [
    { name: 'Kestrel Parcels', from: 'register: Web shop' },
    { name: 'Tollbridge Pay', from: 'purpose: Orders' },
  ],
  gone: ['Old Mill Mailings'],
  periods: [{ what: 'invoices', years: 5, months: 0, days: 0, law: 'Bogføringsloven § 12' }],
  sources: ['you'],
  special: ['health (special category)'],
  transfers: { list: ['United States, by standard clauses'], isSaid: true },
  automated: { list: ['credit limit by score'], isSaid: true },
  birthDates: ['Web shop / customers'],
  trackers: ['metrics.quillcount.example'],
};
const ANSWERS: NoticeAnswers = {
  places: ['EEA'],
  children: 'yes',
  age: 13,
  transfers: 'yes',
  safeguards: 'standard contractual clauses',
  automated: 'yes',
  marketing: 'yes',
  sells: 'yes',
};
const same = (phrase: string) => phrase;

describe('what is proposed', () => {
  test.each(LANGUAGES)('is true of what it was written from, in %s', (language) => {
    const fields = noticeFields(FACTS, ANSWERS, NOTICE_WORDS[language], same);
    const { subject, body } = render(NOTICE_WORDS[language].privacy, fields);
    expect(realityOf({ kind: 'privacy', language, title: subject, body }, FACTS, same)).toEqual([]);
    expect(sentencesOf(body).map(({ text }) => text)).toContain('Kestrel Parcels');
    const none = { ...ANSWERS, places: ['US-CA'] as NoticeAnswers['places'] };
    const california = noticeFields(FACTS, none, NOTICE_WORDS[language], same);
    const more = render(NOTICE_WORDS[language].privacy, california).body;
    expect(more.length).toBe(body.length + 2);
  });

  test.each(LANGUAGES)('says in %s what is not done only where that was answered', (language) => {
    const no: NoticeAnswers = { ...ANSWERS, children: 'no', transfers: 'no', automated: 'no' };
    const { subject, body } = render(
      NOTICE_WORDS[language].privacy,
      noticeFields(FACTS, no, NOTICE_WORDS[language], same),
    );
    const found = realityOf({ kind: 'privacy', language, title: subject, body }, FACTS, same);
    // The answers were wrong: the register knows of all three.
    expect(found.map(({ code }) => code).sort()).toEqual(['automation-denied', 'children-denied', 'transfers-denied']);
  });
});

const CASES: readonly [(typeof LANGUAGES)[number], string, RealityCode | null][] = [
  ['en', 'We do not knowingly collect data from children.', 'children-denied'],
  ['en', 'Children under 13 need the agreement of a parent.', null],
  ['da', 'Vi gemmer ikke oplysninger om børn.', 'children-denied'],
  ['de', 'Wir erheben keine Daten von Kindern oder Minderjährigen, auch nicht von Minderjährige.', 'children-denied'],
  ['nl', 'Wij verzamelen geen gegevens van kinderen.', 'children-denied'],
  ['en', 'Your data is never transferred outside the EEA.', 'transfers-denied'],
  ['en', 'All data stays within the European Union.', 'transfers-denied'],
  ['en', 'Data goes to the United States, where standard clauses protect it.', null],
  ['da', 'Vi overfører ikke oplysninger til tredjelande.', 'transfers-denied'],
  ['de', 'Ihre Daten bleiben in der EU.', 'transfers-denied'],
  ['nl', 'Uw gegevens gaan nooit naar landen buiten de EU.', 'transfers-denied'],
  ['en', 'We never share your data with third parties.', 'third-parties-denied'],
  ['da', 'Vi videregiver ikke oplysninger til tredjepart.', 'third-parties-denied'],
  ['de', 'Wir geben Ihre Daten nicht an Dritte weiter.', 'third-parties-denied'],
  ['nl', 'Wij geven niets door aan derden, en nooit aan derden.', 'third-parties-denied'],
  ['en', 'This site uses no cookies.', 'trackers-denied'],
  ['de', 'Unsere Seiten kommen ohne Cookies aus.', 'trackers-denied'],
  ['en', 'We will not send you advertising.', 'marketing-denied'],
  ['en', 'We do not send advertising unless you agreed to it.', null],
  ['da', 'Vi sender aldrig reklamer.', 'marketing-denied'],
  ['en', 'We do not sell your data.', 'sale-denied'],
  ['da', 'Vi sælger aldrig dine oplysninger.', 'sale-denied'],
  ['de', 'Wir verkaufen Ihre Daten nicht.', 'sale-denied'],
  ['nl', 'Wij verkopen uw gegevens niet.', 'sale-denied'],
  ['en', 'There is no automated decision making.', 'automation-denied'],
  ['en', 'Invoices are kept for ten years.', 'retention-differs'],
  ['en', 'Invoices are kept for five years.', null],
  ['en', 'Invoices are kept for 60 months.', null],
  ['en', 'Complaints are answered within two weeks.', null],
  ['en', 'In the case of a breach we tell the authority within 7 days.', 'breach-late'],
  ['en', 'In the case of a breach we tell the authority within 72 hours.', null],
  ['da', 'Ved brud på sikkerheden giver vi besked inden en uge, senest 7 dage.', 'breach-late'],
  ['de', 'Bei einer Datenpanne melden wir uns binnen fünf Tagen.', 'breach-late'],
  ['nl', 'Een datalek melden wij binnen vijf dagen.', 'breach-late'],
  ['en', 'Old Mill Mailings sends our letters.', 'recipient-unused'],
  ['en', 'We may keep your data indefinitely.', 'kept-for-ever'],
  ['en', 'We keep no sensitive data.', 'special-denied'],
];

test.each(CASES)('%s: “%s” → %s', (language, text, code) => {
  const body = [{ kind: 'text' as const, text }];
  const found = realityOf({ kind: 'page', language, title: '', body }, FACTS, same);
  expect(found.map((one) => one.code)).toEqual(code ? [code] : []);
  for (const one of found) expect(sayReality(one)).toMatchObject({ sentence: expect.stringContaining(' ') as string });
});

test('a denial is no fault where nothing is known that says otherwise', () => {
  const nothing: NoticeFacts = {
    ...FACTS,
    birthDates: [],
    trackers: [],
    recipients: [],
    transfers: { list: [], isSaid: true },
  };
  const text =
    'We keep no data of children. We use no cookies. We do not share with third parties. Nothing is not sent abroad.';
  expect(realityOf({ kind: 'page', language: 'en', title: '', body: [{ kind: 'text', text }] }, nothing, same)).toEqual(
    [],
  );
});

test('an empty notice lacks what the law wants said, and whoever gets data', () => {
  const found = realityOf({ kind: 'privacy', language: 'en', title: 'Privacy', body: [] }, FACTS, same);
  expect(found.map(({ code, known }) => `${code} ${known}`.trim())).toEqual([
    'recipient-unnamed Kestrel Parcels (register: Web shop)',
    'recipient-unnamed Tollbridge Pay (purpose: Orders)',
    'purpose-unnamed Orders',
    'purpose-unnamed Newsletter',
    'purpose-unnamed Partner adverts',
    'contact-unnamed privacy@larkmere.example',
    'rights-missing',
    'withdrawal-missing',
    'complaint-missing Datatilsynet',
  ]);
});

test('an item of the list of recipients that nothing knows is found', () => {
  const body = [
    { kind: 'heading' as const, text: 'Who receives it' },
    { kind: 'list' as const, items: ['Kestrel Parcels', 'Brand New Analytics'] },
  ];
  const found = realityOf({ kind: 'page', language: 'en', title: '', body }, FACTS, same);
  expect(found).toMatchObject([{ code: 'recipient-unused', sentence: 'Brand New Analytics' }]);
});

test.each([
  ['within five days', [120]],
  ['after 24 months or 2 years', [24 * 30 * 24, 2 * 365 * 24]],
  ['inden for en uge', [168]],
  ['nach zwölf Monaten', [12 * 30 * 24]],
  ['één jaar', [365 * 24]],
  ['in 2024 we moved', []],
  ['five green bottles', []],
])('lengths of time in “%s”', (text, hours) => {
  expect(durationsIn(text).map((one) => one.hours)).toEqual(hours);
});

test('the difference of two texts, word by word', () => {
  expect(differenceOf('We keep it five years.', 'We keep it ten years.')).toEqual([
    { text: 'We keep it ', is: 'same' },
    { text: 'five', is: 'gone' },
    { text: 'ten', is: 'new' },
    { text: ' years.', is: 'same' },
  ]);
});
