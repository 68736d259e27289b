import { plainFieldName } from '../systems/fieldHolds';
import { wordsOf } from '../letters/frame';
import type { Language } from '../letters/mailings';
import { fieldTitle } from './fieldTitles';
import { PARTS_OF_FILES, STATES, YES_AND_NO } from '../words/sections';
import type { Phrasebook } from '../systems/phrasebook';
const STATE_FIELDS = /^(status|state|stage|kind|type|answer|method|channel|right|outcome|purpose|place|box)$/;
const AMOUNT_FIELDS = /(^|_)(total|amount|sum|price|gross|net|fee|paid_amount|discount)(_|$)/;

/** How values are said in one language, to people of one place. */
export interface ValueFormat {
  language: Language;
  /** IANA zone in which moments are said. */
  zone: string;
  say: Phrasebook;
}

/** A day. @example sayDate('2026-11-03', { language: 'da', … }) // '3. november 2026' */
export function sayDate(day: string, { language }: Pick<ValueFormat, 'language'>): string {
  return new Intl.DateTimeFormat(wordsOf(language).locale, {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(Date.parse(`${day}T00:00:00Z`));
}

/** A moment, in the zone. */
export function sayMoment(instant: string, { language, zone }: Pick<ValueFormat, 'language' | 'zone'>): string {
  return new Intl.DateTimeFormat(wordsOf(language).locale, {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: zone,
  }).format(Date.parse(instant));
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const MOMENT = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?( ?(Z|[+-]\d{2}(:?\d{2})?))?$/;

/**
 * The moment a value names, in milliseconds; null: it names none. What has no zone is read as UTC, as systems write it.
 */
export function momentOf(value: string): number | null {
  const text = value.trim();
  if (DAY.test(text)) return validMs(`${text}T00:00:00Z`);
  if (!MOMENT.test(text)) return null;
  const isZoned = /(Z|[+-]\d{2}(:?\d{2})?)$/.test(text.slice(11));
  return validMs(
    isZoned
      ? text
          .replace(' ', 'T')
          .replace(/ /g, '')
          .replace(/([+-]\d{2})$/, '$1:00')
      : `${text.replace(' ', 'T')}Z`,
  );
}

function validMs(text: string): number | null {
  const [ms, day] = [Date.parse(text), Date.parse(`${text.slice(0, 10)}T00:00:00Z`)];
  // A day that is none, such as 31 February, is not read as one of the next month.
  return Number.isNaN(ms) || Number.isNaN(day) || new Date(day).toISOString().slice(0, 10) !== text.slice(0, 10)
    ? null
    : ms;
}

/**
 * A value as a reader of the language reads it: days and moments in the zone, amounts with their currency, countries
 * by name, states in words. Everything else is a person's own data and stands as it is.
 *
 * @param record whose value it is: its currency is that of its amounts
 */
export function sayValue(
  field: string,
  value: string,
  record: Readonly<Record<string, string | null>>,
  format: ValueFormat,
): string {
  const { language, say } = format;
  const text = value.trim();
  const plain = plainFieldName(field.split('.').at(-1)!);
  const ms = momentOf(text);
  if (ms !== null) return DAY.test(text) ? sayDate(text, format) : sayMoment(new Date(ms).toISOString(), format);
  if (/^(true|t|yes|false|f)$/i.test(text) && (text.length > 1 || /^(is|has)_|flag|subscribed|active/.test(plain)))
    return YES_AND_NO[language][/^(true|t|yes)$/i.test(text) ? 0 : 1];
  if (/country/.test(plain) && /^[A-Z]{2}$/.test(text))
    return new Intl.DisplayNames([wordsOf(language).locale], { type: 'region', fallback: 'code' }).of(text) ?? text;
  if (/^(language|lang|locale)$/.test(plain) && /^[a-z]{2}(-[A-Z]{2})?$/.test(text))
    return new Intl.DisplayNames([wordsOf(language).locale], { type: 'language', fallback: 'code' }).of(text) ?? text;
  if (STATE_FIELDS.test(plain)) return sayState(text, language) ?? say(text) ?? sayPart(text, language);
  if (/_cents$/.test(plain) && /^-?\d{1,15}$/.test(text)) return sayAmount(Number(text) / 100, record, language);
  if (AMOUNT_FIELDS.test(plain) && /^-?\d+(\.\d{1,4})?$/.test(text)) return sayAmount(Number(text), record, language);
  return text;
}

/** A state that systems commonly have, as it is written in them; null: it is none of those. */
function sayState(text: string, language: Language): string | null {
  const [states, key] = [STATES[language], text.toLowerCase()];
  return Object.hasOwn(states, key) ? states[key as keyof typeof states] : null;
}

function sayAmount(amount: number, record: Readonly<Record<string, string | null>>, language: Language): string {
  const currency = Object.entries(record)
    .find(([name]) => plainFieldName(name) === 'currency')?.[1]
    ?.trim();
  const digits = { minimumFractionDigits: 2, maximumFractionDigits: 2 };
  return /^[A-Z]{3}$/.test(currency ?? '')
    ? new Intl.NumberFormat(wordsOf(language).locale, {
        style: 'currency',
        currency: currency!,
        currencyDisplay: 'code',
        ...digits,
      }).format(amount)
    : new Intl.NumberFormat(wordsOf(language).locale, digits).format(amount);
}

/** Where in a file something stands. @example sayPart('line 12', 'da') // 'linje 12' */
export function sayPart(part: string, language: Language): string {
  const [, what, n] = /^(line|row|page) (\d+)$/.exec(part) ?? [];
  return what ? `${PARTS_OF_FILES[language][what as 'line']} ${n}` : part;
}

export interface SaidField {
  title: string;
  value: string;
}

const MOST_INNER = 40;

/** The fields of a record in words, without what is empty; what is nested in a value stands with its own titles. */
export function sayFields(
  fields: Readonly<Record<string, string | null>>,
  titleOf: (field: string) => string,
  format: ValueFormat,
): SaidField[] {
  return Object.entries(fields).flatMap(([name, value]) => {
    if (value === null || value.trim() === '') return [];
    const inner = nested(value);
    if (!inner) return [{ title: titleOf(name), value: sayValue(name, value, fields, format) }];
    return Object.entries(inner)
      .slice(0, MOST_INNER)
      .flatMap(([key, one]) =>
        one === null || one === ''
          ? []
          : [
              {
                title: `${titleOf(name)}: ${fieldTitle(key, format.language, null, format.say)}`,
                value: sayValue(key, one, inner, format),
              },
            ],
      );
  });
}

/** A JSON object that stands as a value, flat; null: it is none. */
function nested(value: string): Record<string, string | null> | null {
  if (!/^\s*\{/.test(value)) return null;
  try {
    const flat: Record<string, string | null> = {};
    const walk = (prefix: string, one: unknown): void => {
      if (one !== null && typeof one === 'object')
        for (const [key, inner] of Object.entries(one)) walk(prefix ? `${prefix}.${key}` : key, inner);
      else flat[prefix] = one === null ? null : String(one);
    };
    walk('', JSON.parse(value));
    return flat;
  } catch {
    return null;
  }
}
