import type { MappingRefusal } from './refusals';
import { parse } from 'csv-parse/sync';
import { choiceInputSchema, isPlainChoice, type ChoiceInput } from '../ledger/schema';
import { ANSWERS, type Answer } from '../ledger/types';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import { orderOf, readWhen, type DayOrder } from './fileDays';
import type { WordCounter } from './fileWords';
import type { LineReason } from './reasons';

export const IMPORT_FORMATS = ['csv', 'ndjson', 'xlsx'] as const;
export type ImportFormat = (typeof IMPORT_FORMATS)[number];

/** What a column of a file can hold of a choice. */
export const IMPORT_FIELDS = [
  'externalId',
  'occurredAt',
  'purpose',
  'answer',
  'email',
  'phone',
  'customerNumber',
  'deviceId',
  'givenName',
  'familyName',
  'birthDate',
  'country',
  'language',
  'place',
  'ask',
  'askVersion',
  'notice',
  'noticeVersion',
  'method',
] as const;
export type ImportField = (typeof IMPORT_FIELDS)[number];

/** How a source's file is read: which column is what, which word is which answer, and what is the same for all lines. */
export interface Mapping {
  /** Field → name of its column. */
  columns: Readonly<Partial<Record<ImportField, string>>>;
  /** The file's words for answers, in upper case. */
  answers: Readonly<Record<string, Answer>>;
  /** The file's words for purposes; a word that is not here is taken as it is. */
  purposes: Readonly<Record<string, string>>;
  /** What every line says that has no column for it. */
  constants: Readonly<Partial<Record<ImportField, string>>>;
  /** How its days are written; not said: as in ISO. */
  dates?: DayOrder;
  /** The answer is about this one address only. */
  addressFrom: 'email' | 'phone' | null;
}

export type MappedLine = { ok: true; choice: ChoiceInput } | { ok: false; reasons: Reason[] };

const NEEDED: readonly ImportField[] = ['occurredAt', 'purpose', 'answer'];
const IDENTIFIERS: readonly ImportField[] = ['email', 'phone', 'customerNumber', 'deviceId', 'birthDate'];

/** Whether a mapping can make choices at all, and whether a file has the columns it names. */
export function checkMapping(mapping: Mapping, columns: readonly string[]): MappingRefusal | null {
  if (columns.every((column) => column.trim() === '')) return { code: 'file-empty' };
  const has = (field: ImportField) => Boolean(mapping.columns[field] ?? mapping.constants[field]);
  const incomplete = [
    ...NEEDED.filter((field) => !has(field)),
    ...(IDENTIFIERS.some((field) => mapping.columns[field]) ? [] : (['email'] as const)),
  ];
  if (incomplete.length > 0) return { code: 'mapping-incomplete', missing: incomplete };
  const expected = Object.values(mapping.columns);
  const missing = expected.filter((column) => !columns.includes(column));
  return missing.length > 0 ? { code: 'columns-missing', missing, expected } : null;
}

/** One of two units that make a letter, without the other. */
const HALF_LETTER = /\p{Surrogate}/u;

function holdsHalfLetter(value: unknown): boolean {
  if (typeof value === 'string') return HALF_LETTER.test(value);
  return (
    typeof value === 'object' &&
    value !== null &&
    Object.entries(value).some(([name, one]) => HALF_LETTER.test(name) || holdsHalfLetter(one))
  );
}

/**
 * Reads lines of one file by its mapping. What is wrong with a line is said in full; nothing is guessed.
 *
 * @param columns the file's header; for NDJSON the names themselves
 * @param zone where times without an offset are meant
 */
export function lineReader(
  mapping: Mapping,
  columns: readonly string[],
  delimiter: string,
  zone: string,
): (raw: string) => MappedLine {
  const places = new Map(
    Object.entries(mapping.columns).map(([field, column]) => [field as ImportField, columns.indexOf(column)]),
  );
  return (raw) => {
    if (raw.includes('\uFFFD') || HALF_LETTER.test(raw)) return wrong({ code: 'letters-broken', where: 'line' });
    const values = cellsOf(raw, delimiter);
    if (!values) return wrong({ code: 'quotes-broken' });
    if (values.length !== columns.length)
      return wrong({ code: 'cells-wrong', cells: values.length, columns: columns.length });
    return toChoice(mapping, zone, (field) => {
      const at = places.get(field);
      return (at === undefined ? mapping.constants[field] : values[at])?.trim() ?? '';
    });
  };
}

/** The same for a line of NDJSON: a choice in the shape of the API, or a flat object read by the mapping. */
export function objectReader(mapping: Mapping, zone: string): (raw: string) => MappedLine {
  return (raw) => {
    let value: unknown;
    try {
      value = JSON.parse(raw);
    } catch {
      return wrong({ code: 'not-json', what: 'text' });
    }
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return wrong({ code: 'not-json', what: 'value' });
    if (holdsHalfLetter(value)) return wrong({ code: 'letters-broken', where: 'text' });
    if ('identifiers' in value) return checked(value, {});
    const flat = value as Record<string, unknown>;
    return toChoice(mapping, zone, (field) => {
      const column = mapping.columns[field];
      const found =
        column === undefined ? mapping.constants[field] : Object.hasOwn(flat, column) ? flat[column] : undefined;
      return found === undefined || found === null
        ? ''
        : typeof found === 'object'
          ? JSON.stringify(found)
          : String(found).trim();
    });
  };
}

function toChoice(mapping: Mapping, zone: string, cell: (field: ImportField) => string): MappedLine {
  const when = (field: 'occurredAt' | 'birthDate') =>
    mapping.dates && cell(field) ? readWhen(cell(field), mapping.dates, zone) : cell(field);
  const tick = cell('answer');
  const answer = mapping.answers[tick.toUpperCase()] ?? ANSWERS.find((known) => known === tick.toLowerCase());
  const own = Object.keys(mapping.answers).sort();
  if (!answer) return wrong({ code: 'tick-unknown', tick: tick.slice(0, 20), known: own.length > 0 ? own : ANSWERS });
  const name = { givenName: cell('givenName'), familyName: cell('familyName') };
  const [email, phone] = [cell('email'), cell('phone')];
  const identifiers = [
    ...(cell('customerNumber') ? [{ kind: 'customer-number' as const, value: cell('customerNumber') }] : []),
    ...(email ? [{ kind: 'email' as const, value: email }] : []),
    ...(phone ? [{ kind: 'phone' as const, value: phone }] : []),
    ...(cell('deviceId') ? [{ kind: 'device-id' as const, value: cell('deviceId') }] : []),
    ...(cell('birthDate') && (name.familyName || name.givenName)
      ? [
          {
            kind: 'name-birth-date' as const,
            value: `${`${name.givenName} ${name.familyName}`.trim()}|${when('birthDate')}`,
          },
        ]
      : []),
  ];
  const address =
    mapping.addressFrom === 'email' && email
      ? { channel: 'email', value: email }
      : mapping.addressFrom === 'phone' && phone
        ? { channel: 'phone', value: phone }
        : null;
  const version = (field: 'askVersion' | 'noticeVersion') => (cell(field) ? Number(cell(field)) : null);
  const draft = {
    occurredAt: when('occurredAt'),
    identifiers,
    purpose: mapping.purposes[cell('purpose')] ?? cell('purpose'),
    answer,
    ask: cell('ask') || null,
    askVersion: version('askVersion'),
    notice: cell('notice') || null,
    noticeVersion: version('noticeVersion'),
    method: cell('method') || null,
    place: cell('place') || null,
    country: cell('country').toUpperCase() || null,
    language: cell('language') || null,
    address,
    name: name.givenName || name.familyName ? name : null,
    evidence: null,
    externalId: cell('externalId') || null,
  };
  return isPlainChoice(draft) ? { ok: true, choice: draft as unknown as ChoiceInput } : checked(draft, mapping.columns);
}

/** What is not plainly well-formed goes through the schema, which says what is wrong, in the words of the file's own columns. */
function checked(draft: Record<string, unknown>, columns: Mapping['columns']): MappedLine {
  try {
    return { ok: true, choice: choiceInputSchema.validateSync(draft, { abortEarly: false, strict: true }) };
  } catch (error) {
    const messages = error instanceof Error && 'errors' in error ? (error.errors as string[]) : [String(error)];
    const own = (text: string) =>
      Object.entries(columns).reduce((words, [field, column]) => words.replace(field, column), text);
    return { ok: false, reasons: messages.map((text) => reason({ code: 'line-wrong', problem: own(text) })) };
  }
}

function wrong(one: LineReason): MappedLine {
  return { ok: false, reasons: [one] };
}

/** The cells of one line; a cell holds no line break. Null where the quotes do not close. */
export function cellsOf(line: string, delimiter: string): string[] | null {
  if (!line.includes('"')) return line.split(delimiter);
  try {
    const rows: string[][] = parse(line, { delimiter, relax_column_count: true });
    return rows.length === 1 ? rows[0]! : null;
  } catch {
    return null;
  }
}

/** The delimiter of a header line: the one of `;`, `,` and tab that makes the most columns. */
export function delimiterOf(header: string): string {
  const counts = [';', ',', '\t'].map((delimiter) => ({ delimiter, columns: cellsOf(header, delimiter)?.length ?? 0 }));
  return counts.reduce((best, one) => (one.columns > best.columns ? one : best)).delimiter;
}

const NAMES: Readonly<Record<ImportField, RegExp>> = {
  externalId: /^(line_?id|event_?id|external_?id|id)$/i,
  occurredAt: /signed_?on|occurred|date|when|time|dato|datum/i,
  purpose: /purpose|formål|zweck|doel/i,
  answer: /tick|answer|consent|choice|svar|samtykke|einwilligung|toestemming/i,
  email: /e-?mail|mail/i,
  phone: /phone|mobile|telefon|tlf|telefoon/i,
  customerNumber: /loyalty|customer_?n|card|kunde|klant/i,
  deviceId: /device/i,
  givenName: /first|given|fornavn|vorname|voornaam/i,
  familyName: /last|family|sur|efternavn|nachname|achternaam|^(full_?|customer_?)?name$|^navn$|^naam$|^nom$/i,
  birthDate: /birth|born|^dob$|født|fødsel|geburt|geboren|geboorte|naissance|nacimiento/i,
  country: /country|land/i,
  language: /lang|sprog|sprache|taal/i,
  place: /shop|place|store|butik|filiale|winkel/i,
  ask: /^ask$/i,
  askVersion: /^ask_?version$/i,
  notice: /^notice$/i,
  noticeVersion: /^notice_?version$/i,
  method: /^method$/i,
};

/** A day of birth is a day too: what says more than others is looked for before them. */
const SUREST_FIRST: readonly ImportField[] = [
  'birthDate',
  'email',
  'phone',
  ...IMPORT_FIELDS.filter((field) => !['birthDate', 'email', 'phone'].includes(field)),
];

/** What the words of files mean, in upper case. */
const MEANS: Readonly<Record<string, Answer>> = {
  J: 'grant',
  Y: 'grant',
  YES: 'grant',
  JA: 'grant',
  '1': 'grant',
  N: 'refuse',
  NO: 'refuse',
  NEJ: 'refuse',
  NEIN: 'refuse',
  NEE: 'refuse',
  '0': 'refuse',
  W: 'withdraw',
};

/**
 * A proposal from the names of the columns, and from what the first lines hold, to be looked at by a person. Each column
 * is used once.
 */
export function proposeMapping(columns: readonly string[], file?: Pick<WordCounter, 'words' | 'valuesOf'>): Mapping {
  const left = new Set(columns);
  const found: Partial<Record<ImportField, string>> = {};
  for (const field of SUREST_FIRST) {
    const column = [...left].find((name) => NAMES[field].test(name.trim()));
    if (!column) continue;
    found[field] = column;
    left.delete(column);
  }
  const inFile = (found.answer && file?.words()[found.answer]) || [];
  const order = found.occurredAt && file ? orderOf(file.valuesOf(found.occurredAt)) : null;
  return {
    columns: found,
    answers: Object.fromEntries(
      inFile.length === 0
        ? Object.entries(MEANS)
        : inFile.flatMap((word) =>
            MEANS[word.toUpperCase()] ? [[word.toUpperCase(), MEANS[word.toUpperCase()]!]] : [],
          ),
    ),
    purposes: {},
    constants: {},
    dates: order ?? 'year-first',
    addressFrom: null,
  };
}
