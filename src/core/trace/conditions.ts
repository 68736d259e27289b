import * as yup from 'yup';
import { sayDay } from '../shared/days';

/** What a row of a condition does to what it looks at. */
export const DOES = ['says', 'is', 'between'] as const;
/** Places that every record has; anything else is the name of a field. */
export const PLACES = ['anything', 'system', 'collection', 'date'] as const;

export interface TraceCondition {
  where: string;
  does: (typeof DOES)[number];
  what: string;
  /** The end of `between`, included. */
  to: string | null;
  not: boolean;
}

export interface TraceConditions {
  join: 'all' | 'any';
  rows: TraceCondition[];
}

export const NO_CONDITIONS: TraceConditions = { join: 'all', rows: [] };

const row = yup.object({
  where: yup.string().trim().min(1, 'Where?').max(80).required('Where?'),
  does: yup.mixed<TraceCondition['does']>().oneOf(DOES).required(),
  what: yup.string().trim().min(1, 'What does it say?').max(200).required('What does it say?'),
  to: yup
    .string()
    .trim()
    .max(200)
    .nullable()
    .default(null)
    .when('does', ([does], schema) =>
      does === 'between' ? schema.min(1, 'Until when, or until what?').required('Until when, or until what?') : schema,
    ),
  not: yup.boolean().required(),
});
export const conditionsSchema = yup.object({
  join: yup.mixed<TraceConditions['join']>().oneOf(['all', 'any']).required(),
  rows: yup.array(row.required()).max(12).required(),
});

/** What a condition looks at. */
export interface Tested {
  system: string;
  collection: string;
  title: string;
  text: string | null;
  fields: Readonly<Record<string, string | null>>;
}

/** Whether a record is among those that are looked for. Without conditions every one is. */
export function fits({ join, rows }: TraceConditions, record: Tested): boolean {
  if (rows.length === 0) return true;
  const each = (one: TraceCondition) => holds(one, record) !== one.not;
  return join === 'all' ? rows.every(each) : rows.some(each);
}

function holds({ where, does, what, to }: TraceCondition, record: Tested): boolean {
  const values = valuesAt(where, record);
  const plain = (value: string) => value.normalize('NFKC').trim().toLowerCase();
  if (where === 'date' && does !== 'between') return values.some((value) => value.slice(0, what.length) === what);
  if (does === 'says') return values.some((value) => plain(value).includes(plain(what)));
  if (does === 'is') return values.some((value) => plain(value) === plain(what));
  const [low, high] = [what, to ?? what];
  const isNumber = [low, high].every((value) => Number.isFinite(Number(value)));
  if (isNumber)
    return values.some((value) => value.trim() !== '' && Number(value) >= Number(low) && Number(value) <= Number(high));
  // Days and times in their usual form are in order as text; a day as the end takes in all of it.
  return values.some((value) => value >= low && (value <= high || value.startsWith(high)));
}

function valuesAt(where: string, { system, collection, title, text, fields }: Tested): string[] {
  const said = Object.values(fields).filter((value) => value !== null);
  if (where === 'system') return [system];
  if (where === 'collection') return [collection];
  if (where === 'anything') return [title, ...said, ...(text ? [text] : [])];
  if (where === 'date') return said.filter((value) => /^\d{4}-\d{2}-\d{2}/.test(value));
  const wanted = where.toLowerCase();
  return Object.entries(fields).flatMap(([name, value]) =>
    value !== null && (name.toLowerCase() === wanted || name.toLowerCase().endsWith(`.${wanted}`)) ? [value] : [],
  );
}

/**
 * The conditions as one plain sentence, for the sheet and for the letter.
 *
 * @example sayConditions({ join: 'all', rows: [{ where: 'system', does: 'is', what: 'Web shop', to: null, not: false
 *   }] }) // 'Only records where the system is “Web shop”.'
 */
export function sayConditions({ join, rows }: TraceConditions): string {
  if (rows.length === 0) return 'Every record of the person.';
  const words = rows.map(({ where, does, what, to, not }) => {
    const place =
      where === 'anything'
        ? 'anything in it'
        : (PLACES as readonly string[]).includes(where)
          ? `the ${where}`
          : `“${where}”`;
    const value = (text: string) => (/^\d{4}-\d{2}-\d{2}$/.test(text) ? sayDay(text) : `“${text}”`);
    if (does === 'between') return `${place} is ${not ? 'not ' : ''}between ${value(what)} and ${value(to ?? what)}`;
    if (does === 'says') return `${place} ${not ? 'does not say' : 'says'} ${value(what)}`;
    return `${place} is ${not ? 'not ' : ''}${value(what)}`;
  });
  return `Only records where ${words.join(join === 'all' ? ' and ' : ' or ')}.`;
}
