import type { FieldValue } from './render';

export const TEMPLATE_IDS = [
  'acknowledgement',
  'identity-code',
  'identity-refusal',
  'clarification',
  'fee',
  'extension',
  'refusal',
  'nothing-found',
  'completion',
  'hand-over',
  'erasure-answer',
  'erasure-part',
  'appeal-answer',
] as const;
export type TemplateId = (typeof TEMPLATE_IDS)[number];

interface Field {
  name: string;
  /** Without it the letter would not be what the law asks for. */
  isNeeded: boolean;
  /** What a preview shows. */
  sample: FieldValue;
}

const need = (name: string, sample: FieldValue): Field => ({ name, isNeeded: true, sample });
const may = (name: string, sample: FieldValue): Field => ({ name, isNeeded: false, sample });

/** In every letter; filled in by the letter’s frame. */
const COMMON: readonly Field[] = [
  may('ref', 'BK-2026-00042'),
  may('organisation', 'Larkmere Cycles & Touring'),
  may('contact', 'privacy@larkmere.example'),
  may('right', 'for a copy of your data'),
];
const REMEDIES = need(
  'remedies',
  'You may lodge a complaint with a supervisory authority (GDPR art. 77) and seek a judicial remedy (art. 79).',
);
const NOT_SEARCHED = need('notSearched', ['Workshop cards', '1 file of Office files that could not be read']);

/** What each letter can say. */
export const TEMPLATE_FIELDS: Readonly<Record<TemplateId, readonly Field[]>> = {
  acknowledgement: [
    ...COMMON,
    need('receivedOn', 'Mon 2 Nov 2026'),
    need('dueOn', 'Wed 2 Dec 2026'),
    need('statusLink', 'https://bookend.example/status'),
    need('statusWord', 'KLMN2345'),
  ],
  'identity-code': [
    ...COMMON,
    need('link', 'https://bookend.example/identity/…'),
    need('code', '123456'),
    need('hours', '72'),
  ],
  'identity-refusal': [...COMMON, REMEDIES],
  clarification: [...COMMON, need('question', 'Which of our shops did you write to?')],
  fee: [...COMMON, need('reason', 'You have asked for the same copy three times this month.'), REMEDIES],
  extension: [
    ...COMMON,
    need('dueOn', 'Tue 2 Feb 2027'),
    need('reason', 'Paper cards of nine workshops have to be read by hand.'),
    REMEDIES,
  ],
  refusal: [...COMMON, need('reason', 'The same copy was sent to you last week.'), REMEDIES],
  'nothing-found': [...COMMON, need('reason', 'We searched every system under the addresses you gave us.'), REMEDIES],
  completion: [...COMMON, need('what', 'We have corrected your address.'), REMEDIES],
  'hand-over': [
    ...COMMON,
    need('link', 'https://bookend.example/hand-over/…'),
    need('until', 'Wed 16 Dec 2026'),
    NOT_SEARCHED,
    REMEDIES,
  ],
  'erasure-answer': [
    ...COMMON,
    need('erased', ['Web shop · orders: 3 records']),
    may('anonymised', ['Web shop · customers: 1 record']),
    may('recipients', ['our parcel carrier, on Tue 24 Nov 2026']),
    NOT_SEARCHED,
    REMEDIES,
  ],
  'erasure-part': [
    ...COMMON,
    need('erased', ['Web shop · orders: 3 records']),
    may('anonymised', ['Web shop · parcels: 1 record']),
    need('residue', [
      'Web shop · invoices: 2 records. Bookkeeping law obliges us to keep them, until Mon 31 Dec 2031.',
    ]),
    may('recipients', ['our parcel carrier, on Tue 24 Nov 2026']),
    NOT_SEARCHED,
    REMEDIES,
  ],
  'appeal-answer': [
    ...COMMON,
    may('upheld', 'yes'),
    may('reversed', null),
    need('text', 'We searched again and found nothing more.'),
    REMEDIES,
  ],
};
