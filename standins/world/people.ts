import { FAMILY, GIVEN, phoneOf, TOWNS, type Country } from './names';
import { seeded, type Random } from './random';

export interface WorldPerson {
  n: number;
  givenName: string;
  familyName: string;
  email: string;
  phone: string;
  country: Country;
  street: string;
  postcode: string;
  city: string;
  birthDate: string | null;
  language: string;
  /** Number in the web shop; null where they never bought there. */
  customerNo: string | null;
  /** Card of the shops' loyalty scheme. */
  loyaltyNo: string | null;
  story: string | null;
}

const COUNTRIES: readonly [Country, number][] = [
  ['DK', 0.46],
  ['DE', 0.66],
  ['NL', 0.81],
  ['IE', 0.89],
  ['GB', 0.98],
  ['US', 1],
];
const LANGUAGE: Record<Country, string> = { DK: 'da', DE: 'de', NL: 'nl', IE: 'en', GB: 'en', US: 'en' };
const STREETS = [
  'Havnegade',
  'Mill Lane',
  'Kirkestræde',
  'Bahnhofstraße',
  'Dorpsstraat',
  'Harbour Road',
  'Skovvej',
  'Lindenweg',
  'Church Street',
  'Kanaalweg',
];

/** People with something to show; the rest are made up around them. */
const STORIES: readonly Partial<WorldPerson>[] = [
  {
    story: 'access',
    givenName: 'Mette',
    familyName: 'Holmgaard',
    email: 'mette@mail.example',
    phone: '+45 10 12 34 56',
    country: 'DK',
    postcode: '8000',
    city: 'Aarhus',
    birthDate: '1987-03-14',
    customerNo: '48213',
    loyaltyNo: 'L-10001',
  },
  {
    story: 'erasure',
    givenName: 'Jens',
    familyName: 'Toft',
    email: 'jens.toft@post.example',
    phone: '+45 10 22 33 44',
    country: 'DK',
    postcode: '5000',
    city: 'Odense',
    birthDate: '1979-11-02',
    customerNo: '48214',
    loyaltyNo: 'L-10002',
  },
  {
    story: 'drift',
    givenName: 'Rasmus',
    familyName: 'Dahl',
    email: 'rasmus.dahl@brev.example',
    phone: '+45 10 55 66 77',
    country: 'DK',
    postcode: '8000',
    city: 'Aarhus',
    customerNo: '48215',
    loyaltyNo: 'L-10003',
  },
  {
    story: 'quoted',
    givenName: 'Jonas',
    familyName: 'Vind',
    email: 'jonas.vind@inbox.example',
    phone: '+45 10 77 88 99',
    country: 'DK',
    postcode: '9000',
    city: 'Aalborg',
    customerNo: '48216',
    loyaltyNo: null,
  },
  {
    story: 'family',
    givenName: 'Lone',
    familyName: 'Vinter',
    email: 'familien.vinter@mail.example',
    phone: '+45 10 40 40 40',
    country: 'DK',
    postcode: '7100',
    city: 'Vejle',
    birthDate: '1980-05-20',
    customerNo: '48217',
    loyaltyNo: 'L-10011',
  },
  {
    story: 'family',
    givenName: 'Peter',
    familyName: 'Vinter',
    email: 'familien.vinter@mail.example',
    phone: '+45 10 40 40 40',
    country: 'DK',
    postcode: '7100',
    city: 'Vejle',
    birthDate: '1978-09-03',
    customerNo: '48218',
    loyaltyNo: 'L-10012',
  },
  {
    story: 'family',
    givenName: 'Sofie',
    familyName: 'Vinter',
    email: 'familien.vinter@mail.example',
    phone: '+45 10 40 40 40',
    country: 'DK',
    postcode: '7100',
    city: 'Vejle',
    birthDate: '2012-02-11',
    customerNo: null,
    loyaltyNo: 'L-10013',
  },
  {
    story: 'family',
    givenName: 'Emil',
    familyName: 'Vinter',
    email: 'familien.vinter@mail.example',
    phone: '+45 10 40 40 40',
    country: 'DK',
    postcode: '7100',
    city: 'Vejle',
    birthDate: '2014-07-29',
    customerNo: null,
    loyaltyNo: 'L-10014',
  },
  {
    story: 'namesake',
    givenName: 'Anna',
    familyName: 'Kjær',
    email: 'anna.kjaer@mail.example',
    phone: '+45 10 31 31 31',
    country: 'DK',
    postcode: '5000',
    city: 'Odense',
    birthDate: '1991-01-17',
    customerNo: '48219',
    loyaltyNo: 'L-10021',
  },
  {
    story: 'namesake',
    givenName: 'Anna',
    familyName: 'Kjær',
    email: 'annak@post.example',
    phone: '+45 10 32 32 32',
    country: 'DK',
    postcode: '5000',
    city: 'Odense',
    birthDate: '1991-08-08',
    customerNo: '48220',
    loyaltyNo: 'L-10022',
  },
  {
    story: 'married-name',
    givenName: 'Kirsten',
    familyName: 'Lindqvist',
    email: 'kirsten@inbox.example',
    phone: '+45 10 61 61 61',
    country: 'DK',
    postcode: '6700',
    city: 'Esbjerg',
    birthDate: '1984-12-01',
    customerNo: '48221',
    loyaltyNo: 'L-10031',
  },
  {
    story: 'gone',
    givenName: 'Ruben',
    familyName: 'de Wit',
    email: 'ruben.dewit@post.example',
    phone: '+31 89 123 4567',
    country: 'NL',
    postcode: '3511 AA',
    city: 'Utrecht',
    birthDate: '1990-06-06',
    customerNo: '48222',
    loyaltyNo: 'L-10041',
  },
  {
    story: 'agent',
    givenName: 'Aoife',
    familyName: 'O’Hare',
    email: 'aoife.ohare@mail.example',
    phone: '+353 20 915 0042',
    country: 'IE',
    customerNo: '48223',
    loyaltyNo: null,
  },
  {
    story: 'paused',
    givenName: 'Ines',
    familyName: 'Brandes',
    email: 'ines.brandes@brev.example',
    phone: '+49 30 23125 042',
    country: 'DE',
    customerNo: '48224',
    loyaltyNo: 'L-10051',
  },
  {
    story: 'extended',
    givenName: 'Thomas',
    familyName: 'Marsh',
    email: 'tom.marsh@inbox.example',
    phone: '+44 7700 900042',
    country: 'GB',
    customerNo: '48225',
    loyaltyNo: null,
  },
  {
    story: 'other-mette',
    givenName: 'Mette',
    familyName: 'Holmgaard',
    email: 'mh@post.example',
    phone: '+45 10 18 18 18',
    country: 'DK',
    postcode: '9000',
    city: 'Aalborg',
    birthDate: '1962-07-30',
    customerNo: '49877',
    loyaltyNo: null,
  },
  {
    story: 'formula',
    givenName: '=HYPERLINK("x")',
    familyName: '<b>Rask</b>',
    email: 'formula@mail.example',
    phone: '+45 10 99 99 01',
    country: 'DK',
    customerNo: '48226',
    loyaltyNo: 'L-10061',
  },
];

function makePerson(random: Random, n: number, given: Partial<WorldPerson>): WorldPerson {
  const roll = random.next();
  const country = given.country ?? COUNTRIES.find(([, upTo]) => roll < upTo)![0];
  const [givenName, familyName] = [
    given.givenName ?? random.pick(GIVEN[country]),
    given.familyName ?? random.pick(FAMILY[country]),
  ];
  const [postcode, city] = random.pick(TOWNS[country]);
  const ascii = (text: string) =>
    text
      .toLowerCase()
      .normalize('NFD')
      .replace(/ø/g, 'o')
      .replace(/æ/g, 'ae')
      .replace(/å/g, 'a')
      .replace(/ß/g, 'ss')
      .replace(/[^a-z]/g, '');
  const birth = `${1945 + random.int(60)}-${String(1 + random.int(12)).padStart(2, '0')}-${String(1 + random.int(28)).padStart(2, '0')}`;
  const buys = random.chance(0.72);
  const loyal = random.chance(0.6);
  return {
    n,
    givenName,
    familyName,
    country,
    postcode,
    city,
    street: `${random.pick(STREETS)} ${1 + random.int(120)}`,
    email: `${ascii(givenName)}.${ascii(familyName)}${n}@${random.pick(['mail', 'post', 'brev', 'inbox'])}.example`,
    phone: phoneOf(country, 100_000 + n * 7),
    birthDate: random.chance(0.5) ? birth : null,
    language: LANGUAGE[country],
    customerNo: buys ? String(50_000 + n) : null,
    loyaltyNo: loyal || !buys ? `L-${20_000 + n}` : null,
    story: null,
    ...given,
  };
}

/** About 2,400 people, the same for the same seed. */
export function makePeople(seed: number, count = 2400): WorldPerson[] {
  const random = seeded(seed);
  return Array.from({ length: count }, (_, n) => makePerson(random, n, STORIES[n] ?? {}));
}

export function byStory(people: readonly WorldPerson[], story: string): WorldPerson {
  const found = people.find((person) => person.story === story);
  if (!found) throw new Error(`no story ${story}`);
  return found;
}
