import { orderOf, readWhen, type DayOrder } from '../imports/fileDays';
import type { FileWords } from '../imports/fileWords';
import type { PersonRecord } from '../people/record';
import { isRight, type Right } from '../requests/rights';
import { CHANNELS, type Channel } from '../requests/schema';
import { countryNamed } from '../shared/countries';
import { isCountry } from '../shared/places';
import { isRealDay, type Day } from '../shared/days';
import { readIntent } from './readIntent';

/** What a column of a list of requests can hold. */
export const TAKE_OVER_FIELDS = [
  'reference',
  'receivedOn',
  'right',
  'name',
  'givenName',
  'familyName',
  'email',
  'phone',
  'customerNumber',
  'birthDate',
  'street',
  'postcode',
  'city',
  'country',
  'language',
  'channel',
  'text',
  'acknowledgedOn',
  'provenOn',
  'extendedOn',
  'extensionReason',
] as const;
export type TakeOverField = (typeof TAKE_OVER_FIELDS)[number];

/** How a list of requests is read. */
export interface TakeOverMapping {
  columns: Readonly<Partial<Record<TakeOverField, string>>>;
  /** The file's words for rights, in upper case. */
  rights: Readonly<Record<string, Right>>;
  /** Where people live whose line does not say it; ISO 3166. */
  country: string;
  language: string;
  dates: DayOrder;
  /** Receipt was acknowledged to all of them, also where no day says so. */
  allAcknowledged: boolean;
}

/** A request as it is under way. */
export interface UnderWay {
  receivedOn: Day;
  right: Right;
  channel: Channel;
  person: PersonRecord;
  text: string | null;
  language: string;
  reference: string | null;
  acknowledgedOn: Day | null;
  provenOn: Day | null;
  extended: { on: Day; reason: string } | null;
}

export type ReadLine = { ok: true; request: UnderWay } | { ok: false; problems: string[] };

const NAMES: Readonly<Record<TakeOverField, RegExp>> = {
  receivedOn: /received|receipt|came|modtaget|eingang|ontvangen|^(date|dato|datum)$/i,
  acknowledgedOn: /acknowledg|kvitter|bestätig|bevestig/i,
  provenOn: /identi|proven|legitim|verified/i,
  extensionReason: /(extension|extended).*(reason|why)|reason.*exten/i,
  extendedOn: /exten|forlæng|verläng|verleng/i,
  reference: /^(ref|reference|no|nr|number|case|ticket|id|sag|vorgang|zaak)\b/i,
  right: /right|kind|type|request|ret|recht|art/i,
  email: /mail/i,
  phone: /phone|mobile|telefon|tlf/i,
  customerNumber: /customer|loyalty|kunde|klant/i,
  birthDate: /birth|born|født|geburt|geboren|geboorte/i,
  givenName: /first|given|fornavn|vorname|voornaam/i,
  familyName: /last|family|sur|efternavn|nachname|achternaam/i,
  name: /name|navn|naam|who/i,
  street: /street|address|adresse|vej|straße|straat/i,
  postcode: /post|zip|plz/i,
  city: /city|town|^by$|ort|plaats/i,
  country: /country|land/i,
  language: /lang|sprog|sprache|taal/i,
  channel: /channel|how|via|kanal/i,
  text: /text|bemærk|bemerk|message|note|words|besked|nachricht|bericht/i,
};
/** What says more than others is looked for before them. */
const SUREST_FIRST = Object.keys(NAMES) as TakeOverField[];

/** The right that a word of a list means; null where it says none. @example rightOf('Indsigt') // 'access' */
export function rightOf(word: string): Right | null {
  const plain = word.trim().toLowerCase();
  if (isRight(plain)) return plain;
  const found = WORDS.find(([sign]) => sign.test(plain));
  return found ? found[1] : readIntent(word, word).right;
}

const WORDS: readonly [RegExp, Right][] = [
  [/access|copy|indsigt|auskunft|inzage|dsar|sar/, 'access'],
  [/eras|delet|forget|slet|lösch|wis|verwijder/, 'erasure'],
  [/port|udlever|übertrag|overdra/, 'portability'],
  [/rectif|correct|berigt|rett?el|bericht/, 'rectification'],
  [/restrict|begræns|einschränk|beperk/, 'restriction'],
  [/object|indsig|widerspr|bezwaar/, 'objection'],
  [/do not sell|opt.?out/, 'opt-out'],
  [/withdraw|tilbagek|widerruf|intrek/, 'withdrawal'],
];

/** A proposal from the names of the columns and what stands in them, to be looked at by a person. */
export function proposeTakeOver(
  columns: readonly string[],
  file: { words: FileWords; valuesOf: (column: string) => readonly string[] },
  home: string,
): TakeOverMapping {
  const left = new Set(columns);
  const found: Partial<Record<TakeOverField, string>> = {};
  for (const field of SUREST_FIRST) {
    const column = [...left].find((name) => NAMES[field].test(name.trim()));
    if (!column) continue;
    found[field] = column;
    left.delete(column);
  }
  if (found.givenName && found.familyName) delete found.name;
  const words = found.right ? (file.words[found.right] ?? []) : [];
  return {
    columns: found,
    rights: Object.fromEntries(
      words.flatMap((word) => {
        const right = rightOf(word);
        return right ? [[word.toUpperCase(), right]] : [];
      }),
    ),
    country: home,
    language: 'en',
    dates: (found.receivedOn ? orderOf(file.valuesOf(found.receivedOn)) : null) ?? 'year-first',
    allAcknowledged: true,
  };
}

/** What a mapping lacks before a file can be read by it, in words. */
export function lacks(mapping: TakeOverMapping): string[] {
  const { columns } = mapping;
  return [
    ...(columns.receivedOn ? [] : ['Say which column holds the day of receipt: the clock runs from it.']),
    ...(columns.right ? [] : ['Say which column holds the right.']),
    ...(columns.name || columns.familyName || columns.email ? [] : ['Say which column holds the name or the e-mail.']),
    ...(isCountry(mapping.country) ? [] : ['Say where people live whose line does not say it.']),
  ];
}

/**
 * Reads one line of a list. What is wrong with it is said in full; nothing is guessed.
 *
 * @param cell what stands in the column of a field, trimmed; empty where there is none
 * @param today later days are no days of what has happened
 */
export function readUnderWay(
  mapping: TakeOverMapping,
  cell: (field: TakeOverField) => string,
  today: Day,
  zone: string,
): ReadLine {
  const problems: string[] = [];
  const day = (field: TakeOverField, what: string): Day | null => {
    const written = cell(field);
    if (written === '') return null;
    const read = readWhen(written, mapping.dates, zone).slice(0, 10);
    if (!isRealDay(read)) problems.push(`“${written}” is no day ${what}.`);
    else if (read > today) problems.push(`The day ${what} (${read}) has not come yet.`);
    else return read;
    return null;
  };
  const receivedOn = day('receivedOn', 'of receipt');
  if (cell('receivedOn') === '') problems.push('The day of receipt is missing.');
  const right = mapping.rights[cell('right').toUpperCase()] ?? null;
  if (!right)
    problems.push(cell('right') === '' ? 'The right is missing.' : `“${cell('right')}” was not said to mean a right.`);
  const person = personOf(mapping, cell, problems, day);
  const acknowledgedOn = day('acknowledgedOn', 'of the acknowledgement');
  const provenOn = day('provenOn', 'on which identity was proven');
  const extendedOn = day('extendedOn', 'of the extension');
  if (extendedOn && cell('extensionReason') === '') problems.push('It was extended, and the reason is missing.');
  for (const [later, what] of [
    [acknowledgedOn, 'acknowledged'],
    [provenOn, 'proven'],
    [extendedOn, 'extended'],
  ] as const)
    if (receivedOn && later && later < receivedOn) problems.push(`It was ${what} before it was received.`);
  if (problems.length > 0 || !receivedOn || !right) return { ok: false, problems };
  const channel = cell('channel').toLowerCase();
  return {
    ok: true,
    request: {
      receivedOn,
      right,
      channel: CHANNELS.find((known) => known === channel) ?? 'mail',
      person,
      text: cell('text') || null,
      language: languageNamed(cell('language')) ?? mapping.language,
      reference: cell('reference') || null,
      acknowledgedOn: acknowledgedOn ?? (mapping.allAcknowledged ? receivedOn : null),
      provenOn,
      extended: extendedOn ? { on: extendedOn, reason: cell('extensionReason') } : null,
    },
  };
}

/** As a list writes it: by its code, or by its name in our languages. */
function languageNamed(text: string): string | null {
  const word = text.trim().toLowerCase();
  return LANGUAGE_WORDS.find(([sign]) => sign.test(word))?.[1] ?? null;
}

const LANGUAGE_WORDS: readonly [RegExp, string][] = [
  [/^(en\b|engl|engel)/, 'en'],
  [/^(da\b|dan|dän|deens)/, 'da'],
  [/^(de\b|deu|ger|tysk|duits)/, 'de'],
  [/^(nl\b|dutch|ned|niederl|holl)/, 'nl'],
];

function personOf(
  mapping: TakeOverMapping,
  cell: (field: TakeOverField) => string,
  problems: string[],
  day: (field: TakeOverField, what: string) => Day | null,
): PersonRecord {
  const [first, ...rest] = cell('name').split(/\s+/).filter(Boolean).reverse();
  const given = cell('givenName') || rest.reverse().join(' ');
  const family = cell('familyName') || (first ?? '');
  const email = cell('email');
  if (email && !/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(email)) problems.push(`“${email}” is no e-mail address.`);
  if (!given && !family && !email && !cell('phone') && !cell('customerNumber'))
    problems.push('Nothing says who it is.');
  const place = countryNamed(cell('country') || mapping.country);
  if (!place) problems.push(`“${cell('country')}” is no country such as DK, or US-CA.`);
  const birthDate = day('birthDate', 'of birth');
  return {
    ...(given ? { givenName: given } : {}),
    ...(family ? { familyName: family } : {}),
    ...(birthDate ? { birthDate } : {}),
    emails: email ? [email] : [],
    phones: cell('phone') ? [cell('phone')] : [],
    customerNumbers: cell('customerNumber') ? [{ system: '', value: cell('customerNumber') }] : [],
    ...(cell('street') ? { street: cell('street') } : {}),
    ...(cell('postcode') ? { postcode: cell('postcode') } : {}),
    ...(cell('city') ? { city: cell('city') } : {}),
    ...(place ? { country: place.country } : {}),
    ...(place?.region ? { region: place.region } : {}),
  };
}
