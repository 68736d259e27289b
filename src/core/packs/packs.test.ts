import { WITHHELD, SECOND_WORDS, PACK_WORDS, COVER_WORDS } from '../words/sections';
import { REGISTER_WORDS } from '../../../demo/words';

import { LANGUAGES } from '../letters/mailings';
import { entryIn, missingPhrases, phrasebook, phrasesOf, titleIn } from '../systems/phrasebook';
import { shippedPhrase } from '../systems/shippedPhrases';
import { fieldTitle, isLink } from './fieldTitles';
import { pathsOf, safeName } from './names';

import { momentOf, sayFields, sayValue, type ValueFormat } from './sayValue';

const nothing = () => null;
const da: ValueFormat = { language: 'da', zone: 'Europe/Copenhagen', say: nothing };
const entry = {
  system: 'sys',
  collection: 'orders',
  title: 'Web shop · orders',
  purposes: ['book-keeping'],
  categories: ['amounts'],
  recipients: ['our accountant'],
  retention: 'five years',
  source: 'you',
  transfers: null,
  automatedDecisions: null,
  isGiven: true,
  nothing: [],
};

describe('field titles', () => {
  test.each([
    ['birth_date', 'da', 'Fødselsdato'],
    ['BirthDate', 'de', 'Geburtsdatum'],
    ['customer_no', 'nl', 'Klantnummer'],
    ['total_cents', 'da', 'Beløb'],
    ['email 2', 'da', 'E-mail 2'],
    ['evidence.ip', 'da', 'Dokumentation: IP-adresse'],
    ['Fornavn', 'de', 'Vorname'],
    ['pris', 'da', 'Beløb'],
    ['email.0', 'da', 'E-mail 1'],
    ['evidence.ip.1', 'nl', 'Bewijs: IP-adres 2'],
    ['frobnication', 'da', '“frobnication”'],
    ['frobnication_level', 'en', 'Frobnication level'],
  ] as const)('%s in %s is %s', (field, language, title) =>
    expect(fieldTitle(field, language, null, nothing)).toBe(title),
  );

  test('the organisation’s own words come first, then what people confirmed', () => {
    expect(fieldTitle('reach', 'da', 'email', () => null)).toBe('E-mail');
    expect(fieldTitle('reach', 'da', 'email', () => 'Kan træffes på')).toBe('Kan træffes på');
    expect(fieldTitle('notes', 'da', 'free-text', () => null)).toBe('Bemærkning');
  });

  test('a field that only points at another record is a link; a device is not', () =>
    expect(['customer_id', 'order_id', 'device_id', 'id'].map(isLink)).toEqual([true, true, false, false]));
});

describe('values', () => {
  test.each([
    ['placed_at', '2025-12-02T03:19:39.313Z', '2. december 2025 kl. 04.19'],
    ['born', '1990-02-11', '11. februar 1990'],
    ['total_cents', '129900', '1.299,00'],
    ['country', 'DE', 'Tyskland'],
    ['language', 'nl', 'nederlandsk'],
    ['newsletter_flag', 'false', 'nej'],
    ['status', 'on its way', 'på vej'],
    ['status', 'på lager', 'på lager'],
    ['note', 'delivered', 'delivered'],
    ['order_no', '2025-12', '2025-12'],
    ['phone', '+4512345678', '+4512345678'],
    ['first_name', 'T', 'T'],
    ['placed_on', '2025-02-31T10:00:00Z', '2025-02-31T10:00:00Z'],
  ])('%s %s', (field, value, said) => expect(sayValue(field, value, {}, da)).toBe(said));

  test('an amount has the currency of its record', () =>
    expect(sayValue('total', '12.5', { currency: 'DKK' }, da)).toMatch(/^12,50\sDKK$/));

  test('what is nested in a value stands with titles of its own; what is empty does not stand there', () => {
    const said = sayFields(
      { evidence: '{"ip":"192.0.2.1","at":{"page":"/kasse"},"none":null}', note: ' ', status: 'paid' },
      (field) => fieldTitle(field, 'da', null, nothing),
      da,
    );
    expect(said).toEqual([
      { title: 'Dokumentation: IP-adresse', value: '192.0.2.1' },
      { title: 'Dokumentation: Hvornår: Side', value: '/kasse' },
      { title: 'Status', value: 'betalt' },
    ]);
  });

  test.each([
    ['2026-03-01 10:00:00+01', Date.UTC(2026, 2, 1, 9)],
    ['2026-03-01', Date.UTC(2026, 2, 1)],
    ['2026-03-01T10:00', Date.UTC(2026, 2, 1, 10)],
    ['12345', null],
    ['1.3.2026', null],
  ])('%s is a moment', (text, ms) => expect(momentOf(text)).toBe(ms));
});

describe('the register in another language', () => {
  const own = new Map([['Web shop', 'Webbutik']]);
  const say = phrasebook('da', own);

  test('own words before shipped ones; a period by its numbers; what nobody said is missing', () => {
    expect([
      say('Web shop'),
      say('book-keeping'),
      say('seven years'),
      say('18 months'),
      say('one year'),
      say('until the moon falls'),
    ]).toEqual(['Webbutik', 'bogføring', '7 år', '18 måneder', 'et år', null]);
    expect(shippedPhrase('Book-keeping ', 'de')).toBe('Buchhaltung');
  });

  test('a title is put together from its parts; a part without words stands as a name', () => {
    expect(titleIn('Web shop · your choices', 'Web shop', say)).toBe('Webbutik · dine valg');
    expect(titleIn('Web shop · orders', 'Web shop', say)).toBe('Webbutik · “orders”');
  });

  test('a fact of which one word is missing is left out whole, and named', () => {
    const half = { ...entry, recipients: ['our accountant', 'the moon'] };
    expect(entryIn(half, 'Web shop', say)).toMatchObject({
      purposes: ['bogføring'],
      recipients: [],
      retention: '5 år',
      source: 'dig selv',
    });
    expect(missingPhrases(half, say)).toEqual(['Web shop · orders', 'the moon']);
    expect(missingPhrases(half, phrasebook('en', new Map()))).toEqual([]);
    expect(phrasesOf([{ id: 'sys', name: 'Web shop' }], [half, half]).map(({ phrase }) => phrase)).toEqual([
      'Web shop',
      'Web shop · orders',
      'book-keeping',
      'amounts',
      'our accountant',
      'the moon',
      'five years',
      'you',
    ]);
  });
});

test('files have names a person reads, in folders by system, and never two the same', () => {
  const paths = pathsOf([
    { place: 'a/orders', system: 'Web shop', title: 'Web shop · order lines' },
    { place: 'a/orders2', system: 'Web shop', title: 'Web shop · order: lines' },
    { place: 'b/x', system: 'Kasser', title: 'Kasser · “x”' },
  ]);
  expect([...paths.values()]).toEqual(['web-shop/order-lines', 'web-shop/order-lines-2', 'kasser/x']);
  expect(safeName('../../etc\u0000/ø!')).toBe('etc-ø');
});

test('letters name the files as the pack calls them', () => {
  for (const language of LANGUAGES)
    expect(COVER_WORDS[language].withheld(2)).toContain(PACK_WORDS[language].names.withheld);
});

test('the second word is as hard to guess in every language, and can be typed on any keyboard', () => {
  for (const language of LANGUAGES) {
    expect(new Set(SECOND_WORDS[language]).size).toBe(32);
    expect(SECOND_WORDS[language].filter((word) => !/^[a-z]{3,10}$/.test(word))).toEqual([]);
  }
});

test('no two languages say the same', () => {
  const said = LANGUAGES.map((language) => [
    PACK_WORDS[language].report.timeline,
    WITHHELD[language]['others-data'],
    PACK_WORDS[language].names.readme,
  ]);
  for (const column of [0, 1, 2]) expect(new Set(said.map((words) => words[column])).size).toBe(4);
  for (const [phrase, words] of REGISTER_WORDS)
    expect({ phrase, same: Object.values(words).filter((said) => said === phrase) }).toEqual({ phrase, same: [] });
});
