import type { SystemId } from '../../core/shared/ids';
import { haystackOf, mentions } from '../../core/matching/mentions';
import type { Holds } from '../../core/systems/fieldHolds';
import {
  leavesAt,
  readRestMapping,
  valueAt,
  type RestCollection,
  type RestMapping,
  type RestWrite,
} from '../../core/systems/restMapping';
import {
  ConnectorError,
  type Connector,
  type FoundBatch,
  type FoundProblem,
  type FoundRecord,
  type RecordRef,
  type SearchKey,
  type WriteOutcome,
} from '../../ports/connector';
import { eachAlone } from '../shared/eachAlone';
import { personFrom } from '../shared/personFrom';
import { body, serviceOf, type Service } from './service';

/**
 * Any service over HTTP that answers with JSON, by a description of its lists (`core/systems/restMapping`). Deletes may be
 * accepted and done later. Settings: `url`, `mapping`; `token`, and `user` for basic sign-in; `flagField` and `flagPurpose`:
 * the field of the first list that says yes or no to one purpose.
 */
// The methods of one connector share what they have opened.
// eslint-disable-next-line max-lines-per-function
export function restConnector(systemId: SystemId, connection: Record<string, string>): Connector {
  const read = readRestMapping(connection['mapping'] ?? '');
  if (!read.ok) throw new ConnectorError('wrong-answer', `The mapping cannot be used: ${read.refusal.message}`);
  const mapping = read.value;
  const service = serviceOf(connection, mapping);
  const collectionOf = (name: string): RestCollection => {
    const found = mapping.collections.find((one) => one.name === name);
    if (!found) throw new ConnectorError('wrong-answer', `The mapping has no list ${name}.`);
    return found;
  };
  const write = async (
    ref: RecordRef,
    how: RestWrite | null,
    idempotencyKey: string,
    content?: unknown,
  ): Promise<Response> => {
    if (!how) throw new ConnectorError('not-allowed', `The mapping says no way to do that in ${ref.collection}.`);
    return service.call(filled(how.path, collectionOf(ref.collection), ref.key), {
      method: how.method,
      headers: {
        'idempotency-key': idempotencyKey,
        ...(content === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(content === undefined ? {} : { body: JSON.stringify(content) }),
    });
  };
  const itemOf = async (ref: RecordRef): Promise<unknown> => {
    const collection = collectionOf(ref.collection);
    if (collection.one) {
      const response = await service.call(filled(collection.one, collection, ref.key));
      return response.status === 404 ? unread(response) : body(response);
    }
    const { id } = partsOf(collection, ref.key);
    for await (const page of service.pages(
      filled(collection.list, collection, ref.key),
      collection.items,
      collection.paging,
    ))
      for (const item of page) if (encodeURIComponent(idOf(collection, item)) === id) return item;
    return null;
  };

  return {
    async describe() {
      const collections = [];
      for (const collection of mapping.collections) {
        const [item] = collection.of ? [] : await firstOf(service, collection, 1);
        collections.push({
          name: collection.name,
          fields: Object.keys(
            item === undefined
              ? Object.fromEntries(Object.values(collection.person).map((at) => [at, null]))
              : leavesAt(item),
          ).map((name) => ({ name, type: 'text', holds: holdsAt(collection, name) })),
          approximateCount: null,
        });
      }
      return { collections };
    },
    async sample(name, most) {
      const collection = collectionOf(name);
      return collection.of ? [] : (await firstOf(service, collection, most)).map((item) => leavesAt(item));
    },
    search: (keys) => search(systemId, service, mapping, keys),
    async read(ref) {
      const item = await itemOf(ref);
      return item === null ? null : toRecord(systemId, collectionOf(ref.collection), item, parentOf(mapping, ref), []);
    },
    async erase(ref, { idempotencyKey }) {
      const response = await write(ref, collectionOf(ref.collection).erase, idempotencyKey);
      await unread(response);
      if (response.status === 404 || response.status === 410) return { state: 'done', detail: 'was gone already' };
      if (response.status >= 400)
        throw new ConnectorError('wrong-answer', `The service answered ${response.status} to a delete.`);
      return response.status === 202
        ? { state: 'accepted', detail: 'the service deletes it later' }
        : { state: 'done', detail: 'deleted' };
    },
    isErased: async (ref) => (await itemOf(ref)) === null,
    async rectify(ref, field, value, { idempotencyKey }) {
      const response = await write(ref, collectionOf(ref.collection).change, idempotencyKey, nested(field, value));
      await unread(response);
      if (response.status === 404) return { state: 'done', detail: 'the record is gone' };
      await taken(response);
      return { state: 'done', detail: `${field} corrected` };
    },
    ...flagsOf(systemId, connection, mapping.collections[0]!, service, write),
    can: (name) => ({ erase: mapping.collections.find((one) => one.name === name)?.erase != null, anonymise: false }),
    close: async () => {},
  };
}

type Write = (ref: RecordRef, how: RestWrite | null, idempotencyKey: string, content?: unknown) => Promise<Response>;

function flagsOf(
  systemId: SystemId,
  connection: Record<string, string>,
  collection: RestCollection,
  service: Service,
  write: Write,
): Pick<Connector, 'flags' | 'flagOf' | 'applyChoice'> {
  const [field, purpose] = [connection['flagField'], connection['flagPurpose']];
  if (!field || !purpose || !collection.one) return {};
  const permits = (item: unknown): boolean => valueAt(item, field) === true;
  return {
    async *flags() {
      for await (const page of service.pages(collection.list, collection.items, collection.paging)) {
        yield page.map((item) => ({
          key: idOf(collection, item),
          purpose,
          permits: permits(item),
          identifiers: (toRecord(systemId, collection, item, null, []).person.emails ?? []).map((value) => ({
            kind: 'email' as const,
            value,
          })),
        }));
      }
    },
    async flagOf(key) {
      const response = await service.call(filled(collection.one!, collection, key));
      return response.status === 404 ? unread(response) : permits(await body(response));
    },
    async applyChoice(key, _purpose, isPermitted, { idempotencyKey }): Promise<WriteOutcome> {
      const response = await write(
        { collection: collection.name, key },
        collection.change,
        idempotencyKey,
        nested(field, isPermitted),
      );
      await unread(response);
      if (response.status === 404) return { state: 'done', detail: 'the record is gone' };
      await taken(response);
      return response.status === 202
        ? { state: 'accepted', detail: 'the service changes it later' }
        : { state: 'done', detail: `${field} is ${isPermitted}` };
    },
  };
}

async function* search(
  systemId: SystemId,
  service: Service,
  mapping: RestMapping,
  keys: readonly SearchKey[],
): AsyncGenerator<FoundBatch> {
  for (const collection of mapping.collections.filter(({ of }) => of === null)) {
    const seen = new Set<string>();
    let [read, broken] = [0, 0];
    for (const path of pathsOf(collection, keys, systemId)) {
      for await (const page of service.pages(path, collection.items, collection.paging)) {
        const { records, problems } = await recordsOf(systemId, collection, page, null, keys);
        read += records.length;
        broken += problems.length;
        const found = records.filter(
          (record) => !seen.has(record.key) && (isOf(record, keys, systemId) || speaksOf(record, collection, keys)),
        );
        for (const { key } of found) seen.add(key);
        yield { records: found, scanned: page.length, problems };
        for (const record of found) yield* hanging(systemId, service, mapping, record, keys);
      }
    }
    // One that is broken is one that is broken; where all are, it is the mapping that is wrong.
    if (broken > 0 && read === 0)
      throw new ConnectorError(
        'wrong-answer',
        `No record of ${collection.name} has a ${collection.id} as the mapping says.`,
      );
  }
}

async function* hanging(
  systemId: SystemId,
  service: Service,
  mapping: RestMapping,
  parent: FoundRecord,
  keys: readonly SearchKey[],
): AsyncGenerator<FoundBatch> {
  for (const child of mapping.collections.filter(({ of }) => of === parent.collection)) {
    for await (const page of service.pages(
      child.list.replace('{parent}', encodeURIComponent(parent.key)),
      child.items,
      child.paging,
    )) {
      yield { ...(await recordsOf(systemId, child, page, parent, keys)), scanned: page.length };
    }
  }
}

async function recordsOf(
  systemId: SystemId,
  collection: RestCollection,
  page: readonly unknown[],
  parent: FoundRecord | null,
  keys: readonly SearchKey[],
): Promise<{ records: FoundRecord[]; problems: FoundProblem[] }> {
  const problems: FoundProblem[] = [];
  const records: FoundRecord[] = [];
  for (const [i, item] of page.entries()) {
    const record = await eachAlone({ collection: collection.name, key: placeOf(collection, item, i) }, problems, () =>
      toRecord(systemId, collection, item, parent, keys),
    );
    if (record) records.push(record);
  }
  return { records, problems };
}

/** What names an item that could not be read as a record: what it has for a key, or its place in the list. */
function placeOf(collection: RestCollection, item: unknown, i: number): string {
  const id = typeof item === 'object' && item !== null ? valueAt(item, collection.id) : null;
  return typeof id === 'string' || typeof id === 'number' ? String(id).slice(0, 200) : `item ${i + 1} of a page`;
}

/** A list whose service can look for every key that there is, is not gone through whole. */
function pathsOf(collection: RestCollection, keys: readonly SearchKey[], systemId: SystemId): string[] {
  const own = keys.filter(({ kind, scope }) => kind !== 'customer-number' || scope === systemId);
  const searched = Object.keys(collection.find);
  if (searched.length === 0 || !own.some(({ kind }) => searched.includes(kind)))
    return searched.length > 0 ? [] : [collection.list];
  return own.flatMap(({ kind, value }) =>
    kind !== 'address' && collection.find[kind]
      ? [collection.find[kind].replace('{value}', encodeURIComponent(value))]
      : [],
  );
}

/** Its running text mentions one who is looked for, whoever the record is of. */
function speaksOf({ fields }: FoundRecord, { person }: RestCollection, keys: readonly SearchKey[]): boolean {
  const text = person['free-text'] === undefined ? null : (fields[person['free-text']] ?? null);
  if (!text) return false;
  const hay = haystackOf(text);
  return keys.some((key) => mentions(hay, key));
}

function isOf({ person }: FoundRecord, keys: readonly SearchKey[], systemId: SystemId): boolean {
  const digits = (value: string) => value.replace(/\D/g, '').slice(-8);
  const name = [person.givenName, person.familyName].filter(Boolean).join(' ').toLowerCase();
  return keys.some(({ kind, value, scope }) => {
    if (kind === 'email') return (person.emails ?? []).some((own) => own.trim().toLowerCase() === value);
    if (kind === 'phone') return (person.phones ?? []).some((own) => digits(own) === digits(value));
    if (kind === 'customer-number')
      return (
        scope === systemId && (person.customerNumbers ?? []).some((own) => own.value.trim().toUpperCase() === value)
      );
    return value.includes(' ') && name === value.toLowerCase();
  });
}

async function firstOf(service: Service, collection: RestCollection, most: number): Promise<unknown[]> {
  for await (const page of service.pages(collection.list, collection.items, collection.paging))
    return page.slice(0, most);
  return [];
}

function idOf(collection: RestCollection, item: unknown): string {
  const id = valueAt(item, collection.id);
  if (typeof id !== 'string' && typeof id !== 'number')
    throw new ConnectorError('wrong-answer', `A record of ${collection.name} has no ${collection.id}.`);
  return String(id);
}

/** The key of what hangs on another record holds both, encoded, with a slash between. */
function partsOf(collection: RestCollection, key: string): { parent: string; id: string } {
  const [parent = '', id = ''] = collection.of === null ? ['', encodeURIComponent(key)] : key.split('/');
  return { parent, id };
}

function filled(path: string, collection: RestCollection, key: string): string {
  const { parent, id } = partsOf(collection, key);
  return path.replace('{parent}', parent).replace('{id}', id);
}

function parentOf(mapping: RestMapping, ref: RecordRef): RecordRef | null {
  const collection = mapping.collections.find(({ name }) => name === ref.collection);
  return collection?.of
    ? { collection: collection.of, key: decodeURIComponent(partsOf(collection, ref.key).parent) }
    : null;
}

function holdsAt(collection: RestCollection, field: string): Holds | null {
  return (Object.entries(collection.person).find(([, at]) => at === field)?.[0] as Holds | undefined) ?? null;
}

function toRecord(
  systemId: SystemId,
  collection: RestCollection,
  item: unknown,
  parent: RecordRef | null,
  keys: readonly SearchKey[],
): FoundRecord {
  const fields = leavesAt(item);
  const held = (holds: Holds): string[] => {
    const value = collection.person[holds] === undefined ? null : valueAt(item, collection.person[holds]);
    return (Array.isArray(value) ? value : [value]).flatMap((one) =>
      one === null || one === undefined || one === '' || typeof one === 'object' ? [] : [String(one)],
    );
  };
  const id = idOf(collection, item);
  const title = collection.title ? valueAt(item, collection.title) : null;
  return {
    collection: collection.name,
    key: parent ? `${encodeURIComponent(parent.key)}/${encodeURIComponent(id)}` : id,
    title:
      typeof title === 'string' && title
        ? title
        : (held('full-name')[0] ?? held('email')[0] ?? `${collection.name} ${id}`),
    fields,
    person: personFrom(systemId, held, keys),
    parent: parent ? { collection: parent.collection, key: parent.key } : null,
    refersTo: parent ? [{ collection: parent.collection, key: parent.key, nullable: false }] : [],
    text: null,
    files: [],
  };
}

function nested(field: string, value: unknown): unknown {
  return field.split('.').reduceRight<unknown>((inner, name) => ({ [name]: inner }), value);
}

/** An answer whose words are not wanted: without this its connection stays taken. */
async function unread(response: Response): Promise<null> {
  await response.body?.cancel();
  return null;
}

/** A write that the service took; the answer itself may be empty. */
async function taken(response: Response): Promise<void> {
  if (response.status >= 400)
    throw new ConnectorError('wrong-answer', `The service answered ${response.status} to a change.`);
}
