import { plainFieldName } from './fieldHolds';
import { proposeRole } from './fieldRoles';

/**
 * What a reference says of the record it stands in:
 * `belongs`: it belongs to whom the reference points at, as an order does to its customer;
 * `both`: what it points at is the same person's too, as their address;
 * `names`: it only names whom it points at, as a customer does who recommended them;
 * `nothing`: it is not followed.
 */
export const REFERENCE_MEANINGS = ['belongs', 'both', 'names', 'nothing'] as const;
export type ReferenceMeaning = (typeof REFERENCE_MEANINGS)[number];

/** The values of some fields of a collection are those of fields of another, in the same order. */
export interface ReferenceEnds {
  collection: string;
  fields: readonly string[];
  to: string;
  toFields: readonly string[];
  /** Only records in which this field has this value point there; null: all of them. */
  when: { field: string; value: string } | null;
}

export interface Reference extends ReferenceEnds {
  meaning: ReferenceMeaning;
}

/** One collection as its system describes it. */
export interface Shape {
  name: string;
  fields: readonly { name: string; type: string; holdsPerson: boolean }[];
  /** Fields of which each value stands once, the key that records are known by first. */
  keys: readonly (readonly string[])[];
  /** References that the system declares itself. */
  references: readonly Omit<ReferenceEnds, 'collection' | 'when'>[];
  /** Values that some records have, by field. */
  sampled: Readonly<Record<string, readonly string[]>>;
}

/**
 * How the values of a field agree with those it may point at: different values looked at, how many of them are there,
 * and how often the most frequent stands.
 */
export interface Overlap {
  values: number;
  found: number;
  most: number;
}

export interface ReferenceCandidate extends ReferenceEnds {
  by: 'declared' | 'name' | 'somebody' | 'kind' | 'values';
}

export interface ReferenceProposal extends ReferenceEnds {
  isDeclared: boolean;
  meaning: ReferenceMeaning;
  because: string;
}

/** Words of fields that say that somebody stands there, without saying in which collection. */
const SOMEBODY = new RegExp(
  String.raw`^(user|usr|member|person|customer|client|contact|account|subscriber|principal|uid|creator` +
    String.raw`|created|created_by|owner|owner_uid|owned_by|author|poster|posted_by|sender|recipient|requestor` +
    String.raw`|requester|submitter|reporter|participant|buyer|holder|last_updated_by|updated_by|changed_by` +
    String.raw`|lastupdatedby|createdby|updatedby|assigned_to|kunde|bruger|medlem|benutzer|mitglied|klant` +
    String.raw`|gebruiker|lid)$`,
);
/** Collections that list people. */
const PEOPLE = new RegExp(
  String.raw`^(user|usr|member|person|people|customer|buyer|rider|visitor|supporter|client|contact|account` +
    String.raw`|subscriber|principal|patient|student|guest|donor|employee|kunde|bruger|medlem|benutzer|mitglied` +
    String.raw`|klant|gebruiker|lid)$`,
);
/** Collections whose rows are a part of somebody rather than a thing that many share. */
const PARTS =
  /(^|_)(address|adresse|location|phone|email|profile|detail|entity|party|person|people|individual|contact|identity)$/;
/** Ends of names that say that a value points somewhere. */
const POINTS = /_(id|no|nr|number|key|uid|uuid|guid|ref|code|fk|name|login|by)$/;
/** Names of keys that say nothing of what they are the key of. */
const PLAIN_KEYS = /^(id|no|nr|number|key|uid|uuid|guid|name|code|ref|value|type|position|row_id)$/;

/** Names of fields that say that some thing stands there, and not which. */
const SOME_THING =
  /^(instance|object|target|subject|item|record|entity|thing|resource|linked|related|attached)(_?(id|key|no))?$/;
const KIND_NAME = /^[\p{L}\p{N}_:./\\-]{1,60}$/u;
const ENOUGH_VALUES = 5;
const MOST_CANDIDATES = 600;
const MOST_AT_HOME = 8;

/**
 * References that a system may have without declaring them, from names and types; whether the values agree has to be
 * looked at for each (`proposeReference`). What it declares comes first, since whose it is has to be said of these as
 * well.
 */
export function referenceCandidates(shapes: readonly Shape[]): ReferenceCandidate[] {
  const prefix = commonPrefix(shapes.map(({ name }) => name));
  const named = shapes.map((shape) => ({ ...shape, word: wordOf(shape.name, prefix) }));
  const found: ReferenceCandidate[] = [];
  for (const shape of named) {
    for (const reference of shape.references)
      found.push({ ...reference, collection: shape.name, when: null, by: 'declared' });
    for (const field of shape.fields) {
      if (shape.references.some(({ fields }) => fields.length === 1 && fields[0] === field.name)) continue;
      found.push(...fromField(shape, field, named));
    }
  }
  return found.slice(0, MOST_CANDIDATES);
}

type Named = Shape & { word: string };

function fromField(shape: Named, field: Shape['fields'][number], all: readonly Named[]): ReferenceCandidate[] {
  const plain = plainFieldName(field.name);
  const family = familyOf(field.type);
  if (!family) return [];
  const words = new Set(all.map(({ word }) => word));
  const base = baseOf(plain, words);
  const isOwnKey = shape.keys.some((key) => key.length === 1 && key[0] === field.name);
  const to = (
    target: Named,
    by: ReferenceCandidate['by'],
    when: ReferenceEnds['when'] = null,
  ): ReferenceCandidate[] => {
    const key = keyFor(target, family, plain);
    if (!key || (target.name === shape.name && key === field.name)) return [];
    return [{ collection: shape.name, fields: [field.name], to: target.name, toFields: [key], when, by }];
  };
  const parts = partOf(shape, field.name, all);
  if (parts.length > 0) return parts.flatMap(({ target, when }) => to(target, 'kind', when));
  const kinds = kindsBeside(shape, plain, all);
  if (kinds.length > 0) return kinds.flatMap(({ target, when }) => to(target, 'kind', when));
  // A key of its own kind points nowhere, except into the collection that bears its name.
  const byName = all.filter(
    (target) =>
      target.word === base || (base !== null && (base.endsWith(`_${target.word}`) || target.word.endsWith(`_${base}`))),
  );
  const best = byName.filter(({ word }) => word === base);
  const targets = (best.length > 0 ? best : byName).filter(({ name }) => !isOwnKey || name !== shape.name);
  if (base !== null && targets.length > 0) return targets.flatMap((target) => to(target, 'name'));
  if (isOwnKey) return [];
  if (base === 'parent' || base === 'reply_to' || base === 'previous') return to(shape, 'name');
  if (!PLAIN_KEYS.test(plain)) {
    const same = all.filter(
      (target) => target.name !== shape.name && target.keys[0]?.length === 1 && target.keys[0][0] === field.name,
    );
    if (same.length > 0) return same.flatMap((target) => to(target, 'name'));
  }
  if (
    plain.endsWith('_by') ||
    proposeRole(field.name) === 'other' ||
    SOMEBODY.test(plain) ||
    (base !== null && SOMEBODY.test(base))
  ) {
    const people = all.filter(({ word }) => PEOPLE.test(word));
    return [...people]
      .sort((a, b) => Number(holdsPeople(b)) - Number(holdsPeople(a)))
      .flatMap((target) => to(target, 'somebody'));
  }
  return family === 'text' && !field.holdsPerson ? byValues(shape, field.name, all) : [];
}

/** Words that stand in some collection of people as a key of theirs, whatever the field is called. */
function byValues(shape: Named, field: string, all: readonly Named[]): ReferenceCandidate[] {
  const values = new Set((shape.sampled[field] ?? []).filter((value) => value.length >= 3 && value.length <= 80));
  if (values.size < ENOUGH_VALUES) return [];
  return all
    .filter((target) => target.name !== shape.name && holdsPeople(target))
    .flatMap((target) =>
      target.keys
        .filter(
          (key) =>
            key.length === 1 && familyOf(target.fields.find(({ name }) => name === key[0])?.type ?? '') === 'text',
        )
        .map((key) => ({
          collection: shape.name,
          fields: [field],
          to: target.name,
          toFields: key,
          when: null,
          by: 'values' as const,
        })),
    );
}

/**
 * A candidate, looked at with the values on both sides; null where they do not agree.
 *
 * @param overlap null: the values could not be compared
 */
export function proposeReference(
  candidate: ReferenceCandidate,
  overlap: Overlap | null,
  shapes: readonly Shape[],
): ReferenceProposal | null {
  const { by, ...ends } = candidate;
  const isDeclared = by === 'declared';
  if (!isDeclared) {
    const needed = by === 'values' ? ENOUGH_VALUES : 0;
    if (!overlap || overlap.values < needed || overlap.found < overlap.values * 0.9) return null;
  }
  return { ...ends, isDeclared, meaning: meaningOf(ends, overlap, shapes), because: because(by, overlap) };
}

function meaningOf(
  { collection, fields, to, toFields }: ReferenceEnds,
  overlap: Overlap | null,
  shapes: readonly Shape[],
): ReferenceMeaning {
  if (fields.some((field) => proposeRole(field) === 'other')) return 'names';
  const prefix = commonPrefix(shapes.map(({ name }) => name));
  const shapeOf = (name: string) => shapes.find((shape) => shape.name === name);
  // One thing in two collections, known by one key in both.
  if (
    fields.length > 0 &&
    [collection, to].every(
      (name, i) => collection !== to && shapeOf(name)?.keys[0]?.join() === [fields, toFields][i]!.join(),
    )
  )
    return 'both';
  const [own, target] = [collection, to].map((name) => ({ word: wordOf(name, prefix), shape: shapeOf(name) }));
  if (!overlap || overlap.values === 0 || collection === to) return 'belongs';
  const isPart = PARTS.test(target!.word);
  // A few may live at one address; what many point at is a thing of its own.
  if (overlap.most > (isPart && holdsPeople(target!.shape) ? MOST_AT_HOME : 1)) return 'belongs';
  const isPerson =
    own!.shape !== undefined && (holdsPeople(own!.shape) || PEOPLE.test(own!.word) || PARTS.test(own!.word));
  const isSomebodys = isPart ? isPerson || holdsPeople(target!.shape) : PEOPLE.test(target!.word) && isPerson;
  return isSomebodys ? 'both' : 'belongs';
}

function because(by: ReferenceCandidate['by'], overlap: Overlap | null): string {
  const words = {
    declared: 'the system declares it',
    name: 'by its name',
    somebody: 'its name says that somebody stands there',
    kind: 'a field beside it says what it points at',
    values: 'by its values',
  }[by];
  if (!overlap) return words;
  if (overlap.values === 0) return `${words}; nothing stands in it`;
  const often = overlap.most === 1 ? ', each once' : '';
  return `${words}; ${overlap.found} of ${overlap.values} values are there${often}`;
}

function holdsPeople(shape: Shape | undefined): boolean {
  return shape?.fields.some(({ holdsPerson }) => holdsPerson) ?? false;
}

/**
 * The key of a collection that a field of this kind may hold: the one of the same name, or the one that its records are
 * known by.
 */
function keyFor(target: Shape, family: string, plain: string): string | null {
  const keys = target.keys
    .flatMap((key) => (key.length === 1 ? key : []))
    .filter((key) => familyOf(target.fields.find(({ name }) => name === key)?.type ?? '') === family);
  return (
    keys.find((key) => plainFieldName(key) === plain) ??
    keys.find((key) => plain.endsWith(`_${plainFieldName(key)}`)) ??
    keys[0] ??
    null
  );
}

/**
 * What a collection lists of several kinds may be told in a collection of each: a field named after it says of which
 * kind a record is.
 */
function partOf(
  shape: Named,
  field: string,
  all: readonly Named[],
): { target: Named; when: NonNullable<ReferenceEnds['when']> }[] {
  if (shape.keys[0]?.length !== 1 || shape.keys[0][0] !== field) return [];
  const kind = shape.fields.find(({ name }) =>
    [`${shape.word}_type`, `${shape.word}type`, `${shape.word}_kind`].includes(plainFieldName(name)),
  )?.name;
  return (kind ? (shape.sampled[kind] ?? []) : []).flatMap((value) => {
    const target = all.find(
      ({ name, word }) => name !== shape.name && wordsOf(value).some((one) => singular(one) === word),
    );
    return target ? [{ target, when: { field: kind!, value } }] : [];
  });
}

/**
 * Of two fields `thing_type` and `thing_id` the first says in which collection the second is a key; of one that only
 * says that some thing stands there, any field beside it whose every value names a collection.
 */
function kindsBeside(
  shape: Named,
  plain: string,
  all: readonly Named[],
): { target: Named; when: NonNullable<ReferenceEnds['when']> }[] {
  const stem = plain.replace(/_?(id|key)$/, '');
  const named = (value: string) =>
    all.find(({ name, word }) => name !== shape.name && wordsOf(value).some((one) => singular(one) === word));
  const isKind = (name: string) => {
    if ([`${stem}_type`, `${stem}_kind`, `${stem}type`].includes(plainFieldName(name)))
      return stem !== plain && stem !== '';
    const values = shape.sampled[name] ?? [];
    return SOME_THING.test(plain) && values.length > 0 && values.length <= 20 && values.every(named);
  };
  const kind = shape.fields.find(({ name, type }) => familyOf(type) === 'text' && isKind(name))?.name;
  return (kind ? (shape.sampled[kind] ?? []) : []).flatMap((value) => {
    const target = named(value);
    return target ? [{ target, when: { field: kind!, value } }] : [];
  });
}

/** What a field's name says it points at. @example baseOf('billing_customer_id', new Set()) // 'billing_customer' */
function baseOf(plain: string, words: ReadonlySet<string>): string | null {
  const bare = plain.replace(/^(fk|id|ref)_/, '');
  // Systems that know no capitals write the words of a name together.
  const squashed = /^([a-z]{3,})(id|no|nr|key|uid|by)$/.exec(bare);
  if (squashed && (words.has(squashed[1]!) || SOMEBODY.test(squashed[1]!))) return squashed[1]!;
  if (/^(user|login|account|member)name$/.test(bare)) return bare.slice(0, -4);
  const stem = bare.replace(POINTS, '');
  return stem === '' || PLAIN_KEYS.test(stem) ? null : singular(stem);
}

/**
 * A collection's name as one thing: without the schema and what all are called by. @example wordOf('shop.Orders', '')
 * // 'order'
 */
function wordOf(name: string, prefix: string): string {
  const plain = plainFieldName(name.split('.').at(-1)!);
  return singular(plain.startsWith(prefix) && plain.length > prefix.length ? plain.slice(prefix.length) : plain);
}

function commonPrefix(names: readonly string[]): string {
  const first = names.map((name) => /^[a-z\d]+_/.exec(plainFieldName(name.split('.').at(-1)!))?.[0] ?? '');
  return names.length > 2 && first[0] !== '' && first.every((prefix) => prefix === first[0]) ? first[0]! : '';
}

/**
 * The words of a value that may name a collection: one word of a machine's, nothing that somebody wrote. What is no
 * such word is kept nowhere.
 */
function wordsOf(value: string): string[] {
  if (!KIND_NAME.test(value)) return [];
  const words = value
    .split(/[^\p{L}\p{N}_]+/u)
    .filter(Boolean)
    .map(plainFieldName);
  return words.slice(0, 6);
}

function singular(word: string): string {
  if (word === 'people' || /(ss|us|is)$/.test(word)) return word;
  if (/ies$/.test(word)) return `${word.slice(0, -3)}y`;
  return /(sses|xes|ches|shes)$/.test(word) ? word.slice(0, -2) : word.replace(/s$/, '');
}

/** Whether a field of this type holds whole numbers. */
export function isNumber(type: string): boolean {
  return familyOf(type) === 'number';
}

function familyOf(type: string): 'number' | 'text' | 'uuid' | null {
  if (/^(small|big)?(int|serial)|^integer|^numeric\(?\d*(,0)?\)?$/i.test(type)) return 'number';
  if (/^(char|varchar|text|citext|character|bpchar|name)/i.test(type)) return 'text';
  return /^uuid/i.test(type) ? 'uuid' : null;
}
