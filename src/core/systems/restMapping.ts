import * as yup from 'yup';
import { HOLDS, type Holds } from './fieldHolds';
import { ok, refuse, type Result } from '../shared/result';

/** How a service hands out a list in pieces. */
export type Paging =
  | { kind: 'none' }
  /** The answer names what to ask for next: under `next` (a path), sent back as `parameter`. */
  | { kind: 'cursor'; parameter: string; next: string }
  /** Pages are numbered from `first`; an empty one is the end. */
  | { kind: 'page'; parameter: string; first: number }
  /** Records are counted; an empty answer is the end. */
  | { kind: 'offset'; parameter: string }
  /** A `Link` header with `rel="next"` (RFC 8288). */
  | { kind: 'link' };

export interface RestWrite {
  method: 'DELETE' | 'POST' | 'PUT' | 'PATCH';
  path: string;
}

/** One list of a service. Paths of the service may hold `{id}`, `{parent}` and, in `find`, `{value}`; paths in an answer are dotted. */
export interface RestCollection {
  name: string;
  list: string;
  /** Where in the answer the records stand; empty: the answer is the list. */
  items: string;
  paging: Paging;
  id: string;
  title: string | null;
  /** What of a person stands where in a record. */
  person: Partial<Record<Holds, string>>;
  /** Asked instead of going through the whole list, by what is looked for. */
  find: Partial<Record<'email' | 'phone' | 'customer-number' | 'name', string>>;
  one: string | null;
  erase: RestWrite | null;
  change: RestWrite | null;
  /** Name of the list whose records this one hangs on: it is asked for each of them. */
  of: string | null;
}

/** What Bookend has to know of a service to search it and to write to it. */
export interface RestMapping {
  auth: { kind: 'none' } | { kind: 'bearer' } | { kind: 'basic' } | { kind: 'header'; name: string };
  /** Calls a second at most; null: as fast as it answers. */
  perSecond: number | null;
  collections: RestCollection[];
}

const dotted = () =>
  yup
    .string()
    .trim()
    .max(200)
    .matches(/^[\w$@-]+(\.[\w$@-]+)*$/, {
      message: ({ path }) => `${path} must be names with dots between, such as contact.mail`,
      excludeEmptyString: true,
    });
const path = () =>
  yup
    .string()
    .trim()
    .max(500)
    .matches(/^\/[^\s]*$/, ({ path: at }) => `${at} must begin with / and hold no spaces`);
const write = () =>
  yup
    .object({
      method: yup.mixed<RestWrite['method']>().oneOf(['DELETE', 'POST', 'PUT', 'PATCH']).required(),
      path: path().required(),
    })
    .noUnknown()
    .strict()
    .nullable()
    .default(null);

const paging = yup.lazy((value: unknown) => {
  const kind = yup.string().oneOf(['none', 'cursor', 'page', 'offset', 'link']).required();
  const parameter = yup
    .string()
    .matches(/^[\w.[\]-]{1,60}$/, ({ path: at }) => `${at} must be the name of a query parameter`)
    .required();
  const of = (value as { kind?: string } | undefined)?.kind;
  if (of === 'cursor') return yup.object({ kind, parameter, next: dotted().required() }).noUnknown().strict();
  if (of === 'page')
    return yup
      .object({ kind, parameter, first: yup.number().integer().min(0).max(1).default(1) })
      .noUnknown()
      .strict();
  if (of === 'offset') return yup.object({ kind, parameter }).noUnknown().strict();
  return yup.object({ kind }).noUnknown().strict().default({ kind: 'none' });
});

const collection = yup
  .object({
    name: yup
      .string()
      .matches(/^[\w-]{1,60}$/, ({ path: at }) => `${at} must be a word of letters, digits, - and _`)
      .required(),
    list: path().required(),
    items: dotted().default(''),
    paging,
    id: dotted().required(),
    title: dotted().nullable().default(null),
    person: yup
      .object(Object.fromEntries(HOLDS.map((holds) => [holds, dotted()])))
      .noUnknown(({ unknown }) => `person: there is no ${unknown}; there are ${HOLDS.join(', ')}`)
      .strict()
      .default({}),
    find: yup
      .object(
        Object.fromEntries(
          ['email', 'phone', 'customer-number', 'name'].map((kind) => [
            kind,
            path().matches(/\{value\}/, ({ path: at }) => `${at} must hold {value}`),
          ]),
        ),
      )
      .noUnknown()
      .strict()
      .default({}),
    one: path().nullable().default(null),
    erase: write(),
    change: write(),
    of: yup.string().nullable().default(null),
  })
  .noUnknown()
  .strict();

const mapping = yup
  .object({
    auth: yup.lazy((value: unknown) => {
      const kind = yup.string().oneOf(['none', 'bearer', 'basic', 'header']).required();
      return (value as { kind?: string } | undefined)?.kind === 'header'
        ? yup
            .object({
              kind,
              name: yup
                .string()
                .matches(/^[\w-]{1,60}$/, 'auth.name must be the name of a header')
                .required(),
            })
            .noUnknown()
            .strict()
        : yup.object({ kind }).noUnknown().strict().default({ kind: 'bearer' });
    }),
    perSecond: yup.number().positive().max(1000).nullable().default(null),
    collections: yup.array(collection).min(1, 'collections must name at least one list').max(50).required(),
  })
  .noUnknown()
  .strict();

/**
 * Reads the description of a service.
 *
 * @returns the mapping, or in words what is wrong and where
 * @example readRestMapping('{"collections":[{"name":"members","list":"/members","id":"id","person":{"email":"mail"}}]}')
 */
export function readRestMapping(text: string): Result<RestMapping, { code: 'bad-mapping'; message: string }> {
  try {
    // Casting fills in what may be left out; it is checked strictly before.
    const value: unknown = JSON.parse(text);
    mapping.validateSync(value, { abortEarly: true });
    const read = mapping.cast(value, { assert: false }) as unknown as RestMapping;
    for (const one of read.collections) {
      const parent = read.collections.find(({ name }) => name === one.of);
      if (one.of !== null && (!parent || parent.of !== null))
        return refuse({
          code: 'bad-mapping',
          message: `${one.name} hangs on ${one.of}, which is no list of its own here.`,
        });
      if (one.of !== null && !one.list.includes('{parent}'))
        return refuse({
          code: 'bad-mapping',
          message: `${one.name}: its list is asked for each record of ${one.of}, so its path must hold {parent}.`,
        });
      for (const each of [one.one, one.erase?.path, one.change?.path])
        if (each && !each.includes('{id}'))
          return refuse({ code: 'bad-mapping', message: `${one.name}: ${each} must hold {id}.` });
    }
    if (new Set(read.collections.map(({ name }) => name)).size < read.collections.length)
      return refuse({ code: 'bad-mapping', message: 'Two lists have the same name.' });
    return ok(read);
  } catch (error) {
    const message =
      error instanceof yup.ValidationError ? error.errors[0]! : `It is no JSON: ${(error as Error).message}`;
    return refuse({ code: 'bad-mapping', message });
  }
}

/** @example valueAt({ contact: { mail: 'a@b.example' } }, 'contact.mail') // 'a@b.example' */
export function valueAt(item: unknown, at: string): unknown {
  if (at === '') return item;
  let value = item;
  for (const name of at.split('.')) {
    if (value === null || typeof value !== 'object' || !Object.hasOwn(value, name)) return undefined;
    value = (value as Record<string, unknown>)[name];
  }
  return value;
}

/** Every leaf of a record with its dotted path, as text; null where empty. Lists of simple values are one text. */
export function leavesAt(item: unknown, most = 300): Record<string, string | null> {
  const fields: [string, string | null][] = [];
  const walk = (value: unknown, at: string): void => {
    if (fields.length >= most) return;
    if (Array.isArray(value) && value.every((one) => one === null || typeof one !== 'object'))
      fields.push([at, value.length > 0 ? value.join(', ') : null]);
    else if (value !== null && typeof value === 'object')
      for (const [name, inner] of Object.entries(value)) walk(inner, at ? `${at}.${name}` : name);
    else fields.push([at || 'value', value === null || value === undefined ? null : String(value)]);
  };
  walk(item, '');
  return Object.fromEntries(fields);
}

/** The next link of a `Link` header (RFC 8288), or null. */
export function nextLink(header: string | null): string | null {
  for (const part of (header ?? '').split(/,(?=\s*<)/)) {
    const [, target, parameters] = /^\s*<([^>]*)>(.*)$/.exec(part) ?? [];
    if (target && /;\s*rel\s*=\s*("([^"]*\s)?next(\s[^"]*)?"|next\b)/i.test(parameters ?? '')) return target;
  }
  return null;
}
