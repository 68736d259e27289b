import { faker as da } from '@faker-js/faker/locale/da';
import { faker as de } from '@faker-js/faker/locale/de';
import { faker as en } from '@faker-js/faker/locale/en';
import { faker as es } from '@faker-js/faker/locale/es';
import { faker as fi } from '@faker-js/faker/locale/fi';
import { faker as fr } from '@faker-js/faker/locale/fr';
import { faker as it } from '@faker-js/faker/locale/it';
import { faker as nb } from '@faker-js/faker/locale/nb_NO';
import { faker as nl } from '@faker-js/faker/locale/nl';
import { faker as pl } from '@faker-js/faker/locale/pl';
import { faker as pt } from '@faker-js/faker/locale/pt_PT';
import { faker as sv } from '@faker-js/faker/locale/sv';
import { NICKNAMES } from '../people/nicknames';

// Given and family names of the languages we serve and their neighbours, from lists that are kept by others.

const SOURCES = [da, de, en, es, fi, fr, it, nb, nl, pl, pt, sv];

/** Names that are ordinary words, places, months or titles too: alone they name nobody. */
const WORDS = new Set(
  (
    'will may april june august mark bill grant faith hope rose joy art dean chase van max so an per bo la ' +
    'le de del dam hans-dieter see day page young king wood woods long short price bush field hill lake ' +
    'stone black white brown green gray grey rich love best west north east south church street store hall ' +
    'park house home porter pope prince duke knight page major general wolf vogel gross lang kurz weiss ' +
    'schwarz roth jung alt neu bauer kaiser sommer winter herbst frost skov bjerg lind due falk storm brand ' +
    'kirke gade vej post dag paris london berlin madrid roma york jordan florence victoria virginia carolina ' +
    'georgia'
  ).split(' '),
);

/** Frequent given names that those lists lack, by the statistics of names of their countries. */
const FREQUENT = `
  jürgen heike günther uwe ulrike monika sabine petra andreas thorsten torsten dieter gisela renate brigitte
  ingrid karin helga horst manfred bernd rainer holger detlef silke anke antje birgit kerstin susanne martina
  gabriele angelika claudia andrea christine jörg björn sven kai ralf frank axel volker dirk wolfgang ursula
  heinz hannelore elke jutta anja nicole stefanie bodil birthe kirsten inge lis jytte else grethe bente gitte
  pia vibeke dorthe tove ulla helle charlotte bent kaj poul erik jørgen leif preben finn flemming ole torben
  carsten claus allan kim brian jesper kasper troels asger villads astrid freja alma karla kjeld hanne lene
  mette anne susanne lone marianne tina jette anneke marieke saskia femke joost gijs kees tineke liesbeth
  marijke annelies wouter jeroen maarten bas sjoerd hendrika wilhelmina johanna cornelia petra monique ingrid
  esther mirjam
`
  .trim()
  .split(/\s+/);

const plain = (name: string) => name.normalize('NFC').toLowerCase();

interface Lists {
  given: Set<string>;
  family: Set<string>;
}

let lists: Lists | null = null;

function read(): Lists {
  if (lists) return lists;
  const all = (of: unknown): string[] =>
    Object.values((of ?? {}) as Record<string, unknown>)
      .flatMap((values) => (Array.isArray(values) ? values : []))
      .flatMap((value: unknown) => (typeof value === 'string' ? [value] : []));
  const given = new Set(
    SOURCES.flatMap(({ rawDefinitions }) => all(rawDefinitions.person?.first_name))
      .flatMap((name) => name.split(/[\s-]/))
      .map(plain),
  );
  for (const name of FREQUENT) given.add(name);
  for (const name of NICKNAMES.keys()) if (name.length > 3) given.add(name);
  const family = new Set(
    SOURCES.flatMap(({ rawDefinitions }) => all(rawDefinitions.person?.last_name))
      .flatMap((name) => name.split(/[\s-]/))
      .filter((name) => name.length > 2)
      .map(plain),
  );
  return (lists = { given, family });
}

/** Whether a word is a given name that people have; of a double name its first part. */
export function isGivenName(word: string): boolean {
  const { given } = read();
  return given.has(plain(word)) || given.has(plain(word.split('-')[0]!));
}

export function isFamilyName(word: string): boolean {
  const { family } = read();
  return word
    .split('-')
    .some((part) => family.has(plain(part)) || (/s$/.test(part) && family.has(plain(part.slice(0, -1)))));
}

/** Whether a name is an ordinary word too. */
export function isAlsoWord(word: string): boolean {
  return WORDS.has(plain(word));
}
