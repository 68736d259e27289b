import type { PersonRecord } from '../../src/core/people/record';

// Made-up registers of three systems, in which one person stands in several forms, with known truth.

export interface Labelled {
  /** Whose it is. */
  truth: number;
  system: string;
  record: PersonRecord;
}

interface Country {
  code: string;
  given: string[];
  family: string[];
  streets: string[];
  towns: [string, string][];
  phone: () => string;
}

/** Repeatable numbers: mulberry32. */
export function numbers(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (n: number) => Math.floor(next() * n);
  return {
    next,
    below,
    pick: <T>(list: readonly T[]): T => list[below(list.length)]!,
    chance: (p: number) => next() < p,
  };
}
type Numbers = ReturnType<typeof numbers>;

const words = (text: string) => text.trim().split(/\s+/);
/** Family names that nobody else has, so that a register is not full of namesakes only. */
const made = (first: string, last: string) => words(first).flatMap((a) => words(last).map((b) => a + b));
/** Many towns, each with a postcode of its own. */
const towns = (base: number, count: number, names: string, code: (n: number) => string = String): [string, string][] =>
  Array.from({ length: count }, (_, i) => [
    code(base + i * 37),
    `${words(names)[i % words(names).length]!}${i < words(names).length ? '' : ` ${Math.floor(i / words(names).length) + 1}`}`,
  ]);

function countries(n: Numbers): Country[] {
  const digits = (count: number) => Array.from({ length: count }, () => n.below(10)).join('');
  return [
    {
      code: 'DK',
      given: words(
        'Mette Søren Kirsten Lars Hanne Anders Bodil Jørgen Ida Rasmus Freja Magnus Astrid Åse Birgitte Niels Karen Peter Tove Kjeld Signe Jakob Maja Villads Ellen Frederik Sofie Thomas Gitte Michael',
      ),
      family: words(
        'Jensen Nielsen Hansen Holmgaard Østergård Vinter Kjær Bækgaard Lund Skov Dam Krogh Toft Bjerregaard Søgaard Munk Friis Thorup Nørskov Ravn Brandt Egeskov Kvist Lindholm Mørch Damsgaard Aagaard Bruun Juhl Poulsen',
      ).concat(made('Holm Lind Sønder Vester Øster Hav Bjerg Skov Møll', 'gaard lund dal berg toft bæk mark holt')),
      streets: [
        'Havnegade',
        'Skolevej',
        'Åboulevarden',
        'Nørregade',
        'Møllevej',
        'Strandvejen',
        'Birkeallé',
        'Søndergade',
        'Enghavevej',
        'Kirkestræde',
      ],
      towns: towns(2000, 60, 'Aarhus Odense Aalborg Esbjerg Vejle Randers Kolding Horsens Roskilde Viborg'),
      phone: () => `+45 ${20 + n.below(70)} ${digits(2)} ${digits(2)} ${digits(2)}`,
    },
    {
      code: 'DE',
      given: words(
        'Jürgen Anna Stefan Katharina Wolfgang Ursula Max Lena Günther Heike Jörg Sabine Felix Elisabeth Matthias Petra Björn Claudia Ulrich Greta Johannes Maria Karl Susanne Tobias Antje Moritz Franziska Dieter Brigitte',
      ),
      family: words(
        'Müller Schmidt Köhler Weiß Brandstätter Schröder Voigt Lindner Krüger Böhm Haas Seidel Jäger Albrecht Winter Kuhn Pohl Engelhardt Hübner Ziegler Arnold Ludwig Gärtner Scholz Bergmann Thoma Reiter Oswald Kessler Riedl',
      ).concat(made('Stein Wald Eich Linden Grün Ober Schön Rosen', 'bach berg hofer mann thal meier hauer')),
      streets: [
        'Hauptstraße',
        'Bahnhofstraße',
        'Gartenweg',
        'Lindenallee',
        'Schillerplatz',
        'Am Mühlbach',
        'Goethestraße',
        'Ringstraße',
        'Waldweg',
        'Kirchgasse',
      ],
      towns: towns(20095, 60, 'Flensburg Hamburg München Köln Berlin Kiel Lübeck Bremen Leipzig Dresden'),
      phone: () => `+49 15${n.below(9)}${digits(1)} ${digits(7)}`,
    },
    {
      code: 'NL',
      given: words(
        'Pieter Johanna Willem Maria Hendrik Cornelia Jan Anneke Dirk Marieke Kees Liesbeth Sander Femke Bas Ingrid Joost Saskia Ruben Lotte Maarten Tineke Gijs Roos Thijs Wilhelmina Jeroen Esther Daan Elsbeth',
      ),
      family: [
        'de Vries',
        'van den Berg',
        'Bakker',
        'Janssen',
        'de Wit',
        'van der Meer',
        'Hoekstra',
        'Postma',
        'Kuipers',
        'ter Horst',
        'Brouwer',
        'Vermeulen',
        'van Dijk',
        'Smit',
        'Mulder',
        'van Leeuwen',
        'Dekker',
        'Schouten',
        'Terpstra',
        'Wiersma',
        ...made('Groen Wester Zand Molen Linde Eiken Water', 'veld dijk hof burg stra huis kamp'),
      ],
      streets: [
        'Dorpsstraat',
        'Kerkstraat',
        'Molenweg',
        'Prinsengracht',
        'Stationsplein',
        'Lindelaan',
        'Schoolstraat',
        'Achterweg',
      ],
      towns: towns(
        1012,
        60,
        'Amsterdam Utrecht Groningen Maastricht Zwolle Leiden Delft Breda',
        (code) => `${code} ${'ABKHLX'[code % 6]}${'BCDEFG'[code % 5]}`,
      ),
      phone: () => `+31 6 ${digits(8)}`,
    },
    {
      code: 'GB',
      given: words(
        'Thomas Elizabeth William Katherine James Margaret Robert Susan Michael Patricia Nicholas Abigail Edward Rebecca Christopher Victoria Andrew Jennifer Daniel Samantha Benjamin Charlotte George Alice Philip Deborah Matthew Helen Stephen Joanna',
      ),
      family: words(
        'Smith Jones Marsh Whitlock Aldridge Penrose Thackeray Holloway Fairbairn O’Hare MacLeod Ashworth Pemberton Rowntree Birtwistle Hargreaves Lockwood Chadwick Winterbourne Sutcliffe Kirkbride Armitage Haldane Trevelyan Ogilvie Bramwell Cartwright Drummond Eastwood Foxcroft',
      ).concat(made('Ash Brook Stone Wood Haw Green Thorn Hart Elm', 'ley field worth ham bury well croft don')),
      streets: [
        'High Street',
        'Station Road',
        'Church Lane',
        'Mill Road',
        'Victoria Avenue',
        'Park Drive',
        'Queen Square',
        'Chapel Street',
      ],
      towns: towns(
        1,
        60,
        'York Manchester Edinburgh Bristol Leeds Bath Derby Truro',
        (code) => `YO${(code % 60) + 1} ${code % 9}HH`,
      ),
      phone: () => `+44 7${digits(3)} ${digits(6)}`,
    },
  ];
}

interface Person {
  id: number;
  country: Country;
  given: string;
  middle: string | null;
  family: string;
  /** After a marriage: what newer records say. */
  newFamily: string | null;
  birth: string;
  street: string;
  town: [string, string];
  phones: string[];
  emails: string[];
  /** What the whole household uses. */
  shared: { email: string | null; phone: string | null };
}

const SHORT: Readonly<Record<string, string>> = {
  Thomas: 'Tom',
  Elizabeth: 'Liz',
  William: 'Bill',
  Katherine: 'Kate',
  James: 'Jim',
  Robert: 'Bob',
  Susan: 'Sue',
  Michael: 'Mike',
  Patricia: 'Pat',
  Nicholas: 'Nick',
  Christopher: 'Chris',
  Rebecca: 'Becky',
  Andrew: 'Andy',
  Jennifer: 'Jenny',
  Daniel: 'Dan',
  Samantha: 'Sam',
  Benjamin: 'Ben',
  Edward: 'Ted',
  Matthew: 'Matt',
  Stephen: 'Steve',
  Lars: 'Lasse',
  Jørgen: 'Jørn',
  Frederik: 'Frits',
  Katharina: 'Kathi',
  Johannes: 'Hans',
  Elisabeth: 'Lisbeth',
  Ulrich: 'Uli',
  Willem: 'Wim',
  Pieter: 'Piet',
  Hendrik: 'Henk',
  Wilhelmina: 'Mina',
  Liesbeth: 'Lies',
  Sander: 'Alexander',
  Maria: 'Mia',
  Johanna: 'Hanna',
};
const TITLES = ['Dr.', 'Mr', 'Mrs', 'Prof.', 'Hr.', 'Fru', 'Frau', 'Herr', 'Dhr.', 'Mevr.', 'Ms', 'Dipl.-Ing.'];

/** How often each thing happens to a record. */
export interface Mix {
  title: number;
  comma: number;
  initials: number;
  swapped: number;
  transliterated: number;
  nickname: number;
  typo: number;
  placeholder: number;
  partialDate: number;
  dateSlip: number;
  noDate: number;
  otherEmail: number;
  noContact: number;
  moved: number;
  wholeInOne: number;
}

export const MIX: Mix = {
  title: 0.06,
  comma: 0.08,
  initials: 0.08,
  swapped: 0.05,
  transliterated: 0.4,
  nickname: 0.15,
  typo: 0.06,
  placeholder: 0.04,
  partialDate: 0.05,
  dateSlip: 0.03,
  noDate: 0.3,
  otherEmail: 0.2,
  noContact: 0.15,
  moved: 0.15,
  wholeInOne: 0.15,
};

/** Three systems over so many people, of whom a part lives in households. */
export function register(seed: number, people: number, mix: Mix = MIX): Labelled[] {
  const n = numbers(seed);
  const lands = countries(n);
  const all: Person[] = [];
  while (all.length < people) {
    const country = n.pick(lands);
    const size = n.chance(0.25) ? 2 + n.below(3) : 1;
    const family = n.pick(country.family);
    const [street, town] = [
      `${n.pick(country.streets)} ${1 + n.below(180)}${n.chance(0.15) ? ' B' : ''}`,
      n.pick(country.towns),
    ];
    const handle = ascii(family).replace(/\s/g, '').toLowerCase();
    const shared = {
      email: size > 1 && n.chance(0.4) ? `family.${handle}${n.below(900)}@mail.example` : null,
      phone: size > 1 && n.chance(0.4) ? country.phone() : null,
    };
    const names = new Set<string>();
    for (let i = 0; i < size; i++) {
      let given = n.pick(country.given);
      while (names.has(given)) given = n.pick(country.given);
      names.add(given);
      const year = i > 1 ? 2000 + n.below(15) : 1940 + n.below(62);
      const own = `${ascii(given).toLowerCase()}.${handle}${n.below(5000)}@${n.pick(['mail', 'post', 'inbox', 'brev'])}.example`;
      all.push({
        id: all.length,
        country,
        given,
        middle: n.chance(0.2) ? n.pick(country.given) : null,
        family,
        newFamily: n.chance(0.06) ? n.pick(country.family) : null,
        birth: `${year}-${String(1 + n.below(12)).padStart(2, '0')}-${String(1 + n.below(28)).padStart(2, '0')}`,
        street,
        town,
        phones: [country.phone()],
        emails: [own, `${ascii(given)[0]!.toLowerCase()}${handle}${n.below(9000)}@post.example`],
        shared,
      });
    }
  }
  const found: Labelled[] = [];
  for (const person of all)
    for (const system of ['shop', 'tills', 'office'])
      if (n.chance(0.7)) found.push({ truth: person.id, system, record: recordOf(n, person, system, mix) });
  return found;
}

function recordOf(n: Numbers, person: Person, system: string, mix: Mix): PersonRecord {
  const family = person.newFamily && system !== 'office' ? person.newFamily : person.family;
  let given =
    person.middle && n.chance(0.5)
      ? `${person.given} ${n.chance(0.4) ? `${person.middle[0]}.` : person.middle}`
      : person.given;
  if (SHORT[person.given] && n.chance(mix.nickname)) given = SHORT[person.given]!;
  else if (n.chance(mix.initials)) given = `${person.given[0]}.`;
  let last = family;
  const isPlain = n.chance(mix.transliterated);
  if (isPlain)
    [given, last] = [n.chance(0.5) ? written(given) : ascii(given), n.chance(0.5) ? written(last) : ascii(last)];
  if (n.chance(mix.typo)) last = slip(n, last);
  else if (given.length > 4 && n.chance(mix.typo)) given = slip(n, given);
  if (n.chance(mix.title)) given = `${n.pick(TITLES)} ${given}`;
  const names = n.chance(mix.comma)
    ? { givenName: null, familyName: `${last}, ${given}` }
    : n.chance(mix.wholeInOne)
      ? { givenName: null, familyName: `${given} ${last}` }
      : n.chance(mix.swapped)
        ? { givenName: last, familyName: given }
        : { givenName: given, familyName: last };
  const email =
    person.shared.email && n.chance(0.5)
      ? person.shared.email
      : n.chance(mix.otherEmail)
        ? person.emails[1]!
        : person.emails[0]!;
  const phone = person.shared.phone && n.chance(0.5) ? person.shared.phone : person.phones[0]!;
  const hasMoved = n.chance(mix.moved);
  const hasAddress = system !== 'tills' || n.chance(0.4);
  return {
    ...names,
    birthDate: birthOf(n, person.birth, mix),
    emails: n.chance(mix.noContact) ? [] : [n.chance(0.2) ? email.toUpperCase() : email],
    phones: n.chance(0.45) ? [n.chance(0.5) ? phone : phone.replace(/[^+\d]/g, '')] : [],
    ...(hasAddress
      ? {
          street: hasMoved ? `${n.pick(person.country.streets)} ${1 + n.below(180)}` : streetOf(n, person.street),
          postcode: hasMoved
            ? n.pick(person.country.towns)[0]
            : n.chance(0.2)
              ? person.town[0].replace(/\s/g, '')
              : person.town[0],
          city: n.chance(0.2) ? ascii(person.town[1]) : person.town[1],
        }
      : {}),
    country: person.country.code,
  };
}

function birthOf(n: Numbers, birth: string, mix: Mix): string | null {
  const [year, month, day] = birth.split('-') as [string, string, string];
  if (n.chance(mix.noDate)) return null;
  if (n.chance(mix.placeholder)) return n.pick(['1900-01-01', '1970-01-01', `${year}-01-01`]);
  if (n.chance(mix.partialDate)) return n.pick([year, `${year}-00-00`]);
  if (n.chance(mix.dateSlip))
    return n.chance(0.5) && Number(day) < 13
      ? `${year}-${day}-${month}`
      : `${year}-${month}-${day[0]}${(Number(day[1]) + 1) % 10 || 1}`;
  return n.pick([birth, birth, `${day}.${month}.${year}`, `${Number(day)}/${Number(month)}/${year}`]);
}

function streetOf(n: Numbers, street: string): string {
  if (n.chance(0.25))
    return street
      .replace('straße', 'str.')
      .replace('Street', 'St')
      .replace('Road', 'Rd')
      .replace('gade', 'g.')
      .replace('vej ', 'v. ')
      .replace('straat', 'str.');
  if (n.chance(0.2)) return ascii(street);
  return n.chance(0.15) ? `${street}, 2. tv` : street;
}

/** One letter wrong, missing, doubled, or changed with its neighbour. */
function slip(n: Numbers, word: string): string {
  const at = 1 + n.below(Math.max(1, word.length - 2));
  const kind = n.below(4);
  if (kind === 0) return word.slice(0, at) + word.slice(at + 1);
  if (kind === 1) return word.slice(0, at) + word[at] + word.slice(at);
  if (kind === 2) return word.slice(0, at) + (word[at + 1] ?? '') + word[at] + word.slice(at + 2);
  return word.slice(0, at) + 'abcdefghiklmnoprstu'[n.below(19)] + word.slice(at + 1);
}

const ascii = (text: string) =>
  text
    .replace(/æ/g, 'ae')
    .replace(/Æ/g, 'Ae')
    .replace(/ø/g, 'o')
    .replace(/Ø/g, 'O')
    .replace(/å/g, 'a')
    .replace(/Å/g, 'A')
    .replace(/ß/g, 'ss')
    .replace(/’/g, '')
    .normalize('NFD')
    .replace(/\p{M}/gu, '');
const written = (text: string) =>
  text
    .replace(/[øö]/g, 'oe')
    .replace(/[ØÖ]/g, 'Oe')
    .replace(/å/g, 'aa')
    .replace(/Å/g, 'Aa')
    .replace(/ä/g, 'ae')
    .replace(/Ä/g, 'Ae')
    .replace(/ü/g, 'ue')
    .replace(/Ü/g, 'Ue')
    .replace(/ß/g, 'ss')
    .replace(/æ/g, 'ae')
    .replace(/Æ/g, 'Ae');
