import { lacks, proposeTakeOver, readUnderWay, rightOf, type TakeOverField, type TakeOverMapping } from './takeOver';

const TODAY = '2026-11-24';
const MAPPING: TakeOverMapping = {
  columns: { receivedOn: 'Modtaget', right: 'Ret', name: 'Navn', email: 'Mail' },
  rights: { INDSIGT: 'access', SLET: 'erasure' },
  country: 'DK',
  language: 'da',
  dates: 'day-first',
  allAcknowledged: true,
};
const read = (cells: Partial<Record<TakeOverField, string>>, mapping: Partial<TakeOverMapping> = {}) =>
  readUnderWay({ ...MAPPING, ...mapping }, (field) => cells[field] ?? '', TODAY, 'Europe/Copenhagen');

test.each([
  ['Access', 'access'],
  ['Subject access (DSAR)', 'access'],
  ['indsigt', 'access'],
  ['Auskunft', 'access'],
  ['Inzage', 'access'],
  ['right to be forgotten', 'erasure'],
  ['Sletning', 'erasure'],
  ['Löschung', 'erasure'],
  ['Verwijdering', 'erasure'],
  ['data portability', 'portability'],
  ['Rectification', 'rectification'],
  ['Berichtigung', 'rectification'],
  ['restriction', 'restriction'],
  ['Objection to marketing', 'objection'],
  ['Widerspruch', 'objection'],
  ['do not sell', 'opt-out'],
  ['withdrawal', 'withdrawal'],
  ['complaint about a saddle', null],
])('%s means %s', (word, right) => expect(rightOf(word)).toBe(right));

test.each([
  [
    ['Sag', 'Modtaget den', 'Ret', 'Navn', 'E-mail', 'Kvitteret'],
    {
      reference: 'Sag',
      receivedOn: 'Modtaget den',
      right: 'Ret',
      name: 'Navn',
      email: 'E-mail',
      acknowledgedOn: 'Kvitteret',
    },
  ],
  [
    ['Ref', 'Date', 'Type', 'First name', 'Last name', 'Email address', 'Country', 'Extended', 'Reason for extension'],
    {
      reference: 'Ref',
      receivedOn: 'Date',
      right: 'Type',
      givenName: 'First name',
      familyName: 'Last name',
      email: 'Email address',
      country: 'Country',
      extendedOn: 'Extended',
      extensionReason: 'Reason for extension',
    },
  ],
])('columns %j', (columns, expected) => {
  const found = proposeTakeOver(columns, { words: {}, valuesOf: () => [] }, 'DK').columns;
  expect(found).toEqual(expected);
});

test('words and the order of days are taken from the file', () => {
  const mapping = proposeTakeOver(
    ['Received', 'Right'],
    { words: { Right: ['Indsigt', 'Slet mig', 'Andet'] }, valuesOf: () => ['24.10.2026', '03.11.2026'] },
    'DK',
  );
  expect(mapping).toMatchObject({
    rights: { INDSIGT: 'access', 'SLET MIG': 'erasure' },
    dates: 'day-first',
    country: 'DK',
  });
});

test('a line is read in full', () => {
  const line = read({
    reference: 'S-12',
    receivedOn: '24.10.2026',
    right: 'Indsigt',
    name: 'Lone Juhl Dam',
    email: 'lone.dam@mail.example',
    provenOn: '26.10.2026',
    extendedOn: '20.11.2026',
    extensionReason: 'three systems',
  });
  expect(line).toEqual({
    ok: true,
    request: {
      receivedOn: '2026-10-24',
      right: 'access',
      channel: 'mail',
      person: {
        givenName: 'Lone Juhl',
        familyName: 'Dam',
        emails: ['lone.dam@mail.example'],
        phones: [],
        customerNumbers: [],
        country: 'DK',
      },
      text: null,
      language: 'da',
      reference: 'S-12',
      acknowledgedOn: '2026-10-24',
      provenOn: '2026-10-26',
      extended: { on: '2026-11-20', reason: 'three systems' },
    },
  });
});

test.each([
  ['DK', { country: 'DK' }],
  ['Danmark', { country: 'DK' }],
  ['Germany', { country: 'DE' }],
  ['Österreich', { country: 'AT' }],
  ['us-ca', { country: 'US', region: 'CA' }],
])('they live in %s', (country, place) =>
  expect(read({ receivedOn: '24.10.2026', right: 'indsigt', name: 'A', country })).toMatchObject({
    request: { person: place },
  }),
);

test.each([
  ['Danish', 'da'],
  ['de-AT', 'de'],
  ['Deutsch', 'de'],
  ['German', 'de'],
  ['Dutch', 'nl'],
  ['engelsk', 'en'],
  ['', 'da'],
  ['Klingon', 'da'],
])('they speak %s', (language, code) =>
  expect(read({ receivedOn: '24.10.2026', right: 'indsigt', name: 'A', language })).toMatchObject({
    request: { language: code },
  }),
);

test('where nobody says that receipt was acknowledged, it was not', () => {
  const cells = { receivedOn: '24.10.2026', right: 'slet', email: 'x@mail.example' };
  expect(read(cells, { allAcknowledged: false })).toMatchObject({ request: { acknowledgedOn: null } });
  expect(read({ ...cells, acknowledgedOn: '25.10.2026' }, { allAcknowledged: false })).toMatchObject({
    request: { acknowledgedOn: '2026-10-25' },
  });
});

test.each<[Partial<Record<TakeOverField, string>>, string]>([
  [{ right: 'indsigt', email: 'x@mail.example' }, 'The day of receipt is missing.'],
  [{ receivedOn: '31.02.2026', right: 'indsigt', email: 'x@mail.example' }, '“31.02.2026” is no day of receipt.'],
  [{ receivedOn: '24.12.2026', right: 'indsigt', email: 'x@mail.example' }, 'has not come yet'],
  [{ receivedOn: '24.10.2026', email: 'x@mail.example' }, 'The right is missing.'],
  [{ receivedOn: '24.10.2026', right: 'klage', email: 'x@mail.example' }, '“klage” was not said to mean a right.'],
  [{ receivedOn: '24.10.2026', right: 'indsigt' }, 'Nothing says who it is.'],
  [{ receivedOn: '24.10.2026', right: 'indsigt', email: 'no address' }, '“no address” is no e-mail address.'],
  [{ receivedOn: '24.10.2026', right: 'indsigt', name: 'A', country: 'Nowhere' }, 'is no country such as DK'],
  [{ receivedOn: '24.10.2026', right: 'indsigt', name: 'A', extendedOn: '01.11.2026' }, 'the reason is missing'],
  [
    { receivedOn: '24.10.2026', right: 'indsigt', name: 'A', acknowledgedOn: '01.10.2026' },
    'acknowledged before it was received',
  ],
])('%j: %s', (cells, problem) => {
  const line = read(cells);
  expect(line.ok).toBe(false);
  expect(line.ok ? '' : line.problems.join(' ')).toContain(problem);
});

test('what a mapping lacks is said', () => {
  expect(lacks(MAPPING)).toEqual([]);
  expect(lacks({ ...MAPPING, columns: {}, country: 'XX' })).toHaveLength(4);
});
