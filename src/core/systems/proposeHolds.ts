import { detect } from '../detect/detect';
import type { DetectedKind } from '../detect/types';
import { holdsByName, plainFieldName, type Holds } from './fieldHolds';
import { withoutLoneNames } from './loneNames';

/** What a field seems to hold, and why; a person confirms it. */
export interface Proposal {
  holds: Holds | null;
  because: string;
  /** Told from what the values are, whatever the field is called. */
  isByValues?: true;
  /** Kinds recognised anywhere in the sampled values, with how many values each stood in. */
  contains: Partial<Record<DetectedKind, number>>;
}

const MOST_VALUES = 200;
const MOST_LENGTH = 4000;
/** Share of values that have to be of a kind before the field is. */
const SHARE = 0.6;
const ENOUGH = 5;

const BY_KIND: Partial<Record<DetectedKind, Holds>> = { email: 'email', phone: 'phone', 'person-name': 'full-name' };
const ARE: Partial<Record<DetectedKind, string>> = {
  email: 'e-mail addresses',
  phone: 'telephone numbers',
  'person-name': 'names of people',
};
const TEXT_NAMES = new RegExp(
  String.raw`^(note|notes|remark|remarks|comment|comments|description|message|body|text|memo|bemærkning` +
    String.raw`|bemærkninger|besked|anmerkung|bemerkung|notiz|opmerking|toelichting)$`,
  'i',
);

/**
 * Looks at a field's name and at values that stand in it. What the values are is stronger than what the name says; a
 * name that its values contradict is not believed.
 *
 * @param values as they come, empty ones included; the first 200 are looked at
 * @example proposeHolds('reach', 'text', ['a@b.example', 'c@d.example']) // { holds: 'email', because: '2 of 2 values
 *   are e-mail addresses', contains: { email: 2 } }
 */
export function proposeHolds(name: string, type: string, values: readonly (string | null)[]): Proposal {
  const filled = values
    .slice(0, MOST_VALUES)
    .flatMap((value) => (value?.trim() ? [value.trim().slice(0, MOST_LENGTH)] : []));
  const contains: Partial<Record<DetectedKind, number>> = {};
  const whole: Partial<Record<DetectedKind, number>> = {};
  for (const value of filled) {
    const spans = detect(value);
    for (const kind of new Set(spans.map((span) => span.kind))) contains[kind] = (contains[kind] ?? 0) + 1;
    const main = spans.find(({ start, end }) => end - start >= value.length * 0.8);
    if (main) whole[main.kind] = (whole[main.kind] ?? 0) + 1;
  }
  const of = `of ${filled.length} ${filled.length === 1 ? 'value' : 'values'}`;
  // What names a message looks like an address and is none.
  const isMessageId =
    MESSAGE_ID_NAME.test(plainFieldName(name.split('.').at(-1)!)) ||
    (filled.length > 0 && filled.filter((value) => MESSAGE_ID.test(value)).length >= filled.length * SHARE);
  if (isMessageId) return { holds: null, because: 'it names messages, not people', contains: {} };
  for (const [kind, holds] of Object.entries(BY_KIND) as [DetectedKind, Holds][]) {
    const n = whole[kind] ?? 0;
    if (n > 0 && n >= filled.length * SHARE)
      return { holds, because: `${n} ${of} ${n === 1 ? 'is' : 'are'} ${ARE[kind]}`, contains, isByValues: true };
  }
  const named = holdsByName(name.split('.').at(-1)!);
  const isText =
    filled.filter((value) => value.length >= 30 && value.split(/\s+/).length >= 5).length >= filled.length * 0.5 &&
    filled.length > 0;
  if ((named === 'email' || named === 'phone') && filled.length >= ENOUGH)
    return {
      holds: isText ? 'free-text' : null,
      because:
        `named like one, but ${whole[named] ? `only ${whole[named]}` : 'none'} ${of} ` +
        `${isText ? 'is one: it is running text' : 'is one'}`,
      contains,
    };
  if (named && !isText)
    return {
      holds: named,
      because: filled.length > 0 ? 'by its name, and no value speaks against it' : 'by its name; nothing stands in it',
      contains,
    };
  if (isText) return { holds: 'free-text', because: 'running text, which may speak of anybody', contains };
  if (TEXT_NAMES.test(name) && /char|text|json/.test(type))
    return { holds: 'free-text', because: 'by its name', contains };
  return {
    holds: null,
    because: filled.length > 0 ? 'no sign of a person' : 'no sign of a person, and nothing stands in it',
    contains,
  };
}

/**
 * The fields of one collection together: a name alone says little, since products and groups have one too, unless its
 * values are names of people.
 *
 * @param sampled some records, as they come
 */
export function proposeFields<F extends { name: string; type: string }>(
  fields: readonly F[],
  sampled: readonly Readonly<Record<string, string | null>>[],
): (F & Proposal)[] {
  const valuesOf = (name: string) => sampled.map((record) => record[name] ?? null);
  const alone = fields.map((field) => ({ ...field, ...proposeHolds(field.name, field.type, valuesOf(field.name)) }));
  return withoutLoneNames(alone, ({ isByValues }) => isByValues ?? false).map((field, i) =>
    field.holds === alone[i]!.holds ? field : { ...field, because: 'a name, and no other sign of a person beside it' },
  );
}

const MESSAGE_ID_NAME = /^(message_?id|in_reply_to|references|thread_?id|mail_?id)$/;
/** RFC 5322, 3.6.4: in angle brackets, made by a machine. */
const MESSAGE_ID = /^<[^\s<>@]*(\d{8,}|[a-f\d]{12,})[^\s<>@]*@[^\s<>]+>$/i;

const SPECIAL: readonly DetectedKind[] = [
  'health',
  'religion',
  'union',
  'ethnic-origin',
  'political-opinion',
  'sexual-life',
  'biometric',
];
const CATEGORY: Partial<Record<Holds, string>> = {
  email: 'name and contact',
  phone: 'name and contact',
  'given-name': 'name and contact',
  'family-name': 'name and contact',
  'full-name': 'name and contact',
  street: 'postal address',
  postcode: 'postal address',
  city: 'postal address',
  'birth-date': 'date of birth',
  'customer-number': 'customer number',
  'free-text': 'what was written',
};

/** Categories of personal data for the register, from what the fields of a collection hold and what stood in them. */
export function proposeCategories(
  fields: readonly { holds: Holds | null; contains: Partial<Record<string, number>> }[],
): string[] {
  const found = new Set<string>();
  for (const { holds, contains } of fields) {
    if (holds && CATEGORY[holds]) found.add(CATEGORY[holds]);
    for (const kind of Object.keys(contains))
      if ((SPECIAL as readonly string[]).includes(kind)) found.add(`${kind.replace('-', ' ')} (special category)`);
  }
  return [...found].sort();
}
