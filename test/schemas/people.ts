import { numbers } from '../matching/people';

/** Somebody made up, with what systems keep of people. */
export interface Somebody {
  n: number;
  given: string;
  family: string;
  name: string;
  email: string;
  phone: string;
  street: string;
  postcode: string;
  city: string;
  birthDate: string;
  /** By what they sign in. */
  login: string;
}

const GIVEN =
  'Agnes Birk Carla Ditte Emil Freja Gorm Hanne Ivar Jytte Klaus Lærke Morten Nanna Oskar Pernille Rasmus Sofie Troels Ulla Viggo Winnie Yrsa Åse Thyra Bodil Esben Gitte Helle Jeppe'.split(
    ' ',
  );
const FAMILY =
  'Aagaard Brandt Clausen Dahl Elkjær Friis Gram Hedegaard Iversen Juhl Kofoed Lindberg Mørk Nygaard Ottosen Poulsen Qvist Rohde Stage Thorup Uldall Vestergaard Winther Yde Østergaard Bager Carstens Dyrberg Enevoldsen Fabricius'.split(
    ' ',
  );
const STREETS =
  'Bakkegade Digevej Elmealle Fjordstien Gartnervej Havnegade Idrætsvej Kornvænget Lyngbakken Møllestien'.split(' ');
const CITIES: readonly [string, string][] = [
  ['8000', 'Aarhus'],
  ['5000', 'Odense'],
  ['9000', 'Aalborg'],
  ['6000', 'Kolding'],
  ['7100', 'Vejle'],
  ['4000', 'Roskilde'],
];

/** People of whom no two share a name. */
export function somebodies(seed: number, count: number): Somebody[] {
  const { next, pick } = numbers(seed);
  const taken = new Set<string>();
  const people: Somebody[] = [];
  while (people.length < count) {
    const [given, family] = [pick(GIVEN), pick(FAMILY)];
    if (taken.has(`${given} ${family}`)) continue;
    taken.add(`${given} ${family}`);
    const n = people.length;
    const plain = `${given}.${family}`.toLowerCase().replace(/æ/g, 'ae').replace(/ø/g, 'o').replace(/å/g, 'aa');
    const [postcode, city] = pick(CITIES);
    people.push({
      n,
      given,
      family,
      name: `${given} ${family}`,
      email: `${plain}@${pick(['mail', 'inbox', 'post'])}.example`,
      phone: `+45 ${20 + (n % 60)} ${10 + Math.floor(next() * 90)} ${10 + Math.floor(next() * 90)} ${10 + Math.floor(next() * 90)}`,
      street: `${pick(STREETS)} ${1 + Math.floor(next() * 120)}`,
      postcode,
      city,
      birthDate: `${1945 + Math.floor(next() * 60)}-${String(1 + Math.floor(next() * 12)).padStart(2, '0')}-${String(2 + Math.floor(next() * 26)).padStart(2, '0')}`,
      login: `${plain.replace('.', '').slice(0, 14)}${n}`,
    });
  }
  return people;
}
