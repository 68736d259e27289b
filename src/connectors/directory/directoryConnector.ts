import { Attribute, Change, EqualityFilter, OrFilter, type Entry } from 'ldapts';
import type { PersonRecord } from '../../core/people/record';
import { haystackOf, mentions } from '../../core/matching/mentions';
import {
  ConnectorError,
  type Connector,
  type FoundFile,
  type FoundProblem,
  type FoundRecord,
  type RecordRef,
  type SearchKey,
} from '../../ports/connector';
import { directoryLine, type DirectoryLine } from './client';

const PEOPLE = 'people';
const GROUPS = 'groups';
const PEOPLE_FILTER = '(|(objectClass=person)(objectClass=inetOrgPerson)(objectClass=posixAccount))';
const GROUP_FILTER =
  '(|(objectClass=groupOfNames)(objectClass=groupOfUniqueNames)(objectClass=group)(objectClass=posixGroup))';
/** What a group says of its members, in the ways that directories have: by their whole name, or by the short one of an account. */
const MEMBERS = ['member', 'uniqueMember'];
const MEMBER_UID = 'memberUid';
/** Records handed over at once. */
const BATCH = 200;
/** Names of attributes (RFC 4519, RFC 2798) by what they hold. */
const HOLDS: Readonly<Record<string, string>> = {
  givenName: 'given-name',
  sn: 'family-name',
  cn: 'full-name',
  mail: 'email',
  telephoneNumber: 'phone',
  mobile: 'phone',
  homePhone: 'phone',
  street: 'street',
  postalCode: 'postcode',
  l: 'city',
  employeeNumber: 'customer-number',
};

/**
 * A directory of people and groups (LDAP, RFC 4511). Each entry of a person is a record; what hangs on it are the groups that the
 * person belongs to, directly or by way of other groups, of which only their own names are read, never who else belongs to them.
 * Settings: `url`, `startTls` (yes), `user`, `password`, `base`.
 */
// The methods of one connector share the line they have opened.
// eslint-disable-next-line max-lines-per-function
export function directoryConnector(connection: Record<string, string>): Connector {
  const { url = '', startTls = '', user = '', password = '', base = '' } = connection;
  const line = directoryLine({ url, startTls: startTls === 'yes', user, password, base });

  async function* search(keys: readonly SearchKey[]) {
    const people = await line.entries(PEOPLE_FILTER);
    const groups = await line.entries(GROUP_FILTER);
    const found = people.filter((entry) => {
      const hay = haystackOf(wordsOf(entry));
      return keys.some((key) => mentions(hay, key));
    });
    for (let from = 0; from === 0 || from < found.length; from += BATCH) {
      const part = found.slice(from, from + BATCH);
      yield {
        records: part.flatMap((entry) => [personRecord(entry), ...groupRecords(entry, groups)]),
        scanned: from === 0 ? people.length + groups.length : 0,
        problems: from === 0 ? line.elsewhere().map(notSearched) : [],
      };
    }
  }

  return {
    async describe() {
      const people = await line.entries(PEOPLE_FILTER);
      const groups = await line.entries(GROUP_FILTER);
      const names = [...new Set(people.flatMap((entry) => Object.keys(textsOf(entry))))];
      return {
        collections: [
          {
            name: PEOPLE,
            fields: names.map((name) => ({ name, type: 'text', holds: HOLDS[name] ?? null })),
            approximateCount: people.length,
          },
          {
            name: GROUPS,
            fields: ['cn', 'description', 'by'].map((name) => ({ name, type: 'text', holds: null })),
            approximateCount: groups.length,
          },
        ],
      };
    },
    async sample(collection, most) {
      return collection === PEOPLE ? (await line.entries(PEOPLE_FILTER)).slice(0, most).map(textsOf) : [];
    },
    search,
    async read(ref) {
      const entry = await line.entry(dnOf(ref));
      if (!entry) return null;
      if (ref.collection === PEOPLE) return personRecord(entry);
      const member = await line.entry(memberOf(ref));
      const own = member && groupRecords(member, await line.entries(GROUP_FILTER)).find(({ key }) => key === ref.key);
      return own ?? null;
    },
    async erase(ref) {
      if (ref.collection === GROUPS) return leave(line, ref);
      const entry = await line.entry(ref.key);
      if (entry) await removePerson(line, entry);
      return { state: 'done', detail: 'the entry deleted, and taken out of its groups' };
    },
    async isErased(ref) {
      return (await this.read(ref)) === null;
    },
    async rectify(ref, field, value) {
      if (ref.collection !== PEOPLE) throw new ConnectorError('constraint', 'Only entries of people are put right.');
      await line.change((client) => client.modify(ref.key, replacing(field, [value])));
      return { state: 'done', detail: `${field} replaced` };
    },
    can: (collection) => ({ erase: collection === PEOPLE || collection === GROUPS, anonymise: false }),
    close: () => line.close(),
  };
}

/** Nobody is followed to another server: who set this one up has not said that it may be asked. */
const notSearched = (key: string): FoundProblem => ({
  collection: PEOPLE,
  key,
  code: 'elsewhere',
  text: 'A part of the directory lies on another server, which was not searched. Add that one as well.',
});

const replacing = (type: string, values: string[]) =>
  new Change({ operation: 'replace', modification: new Attribute({ type, values }) });

/** The entry goes, and so does its name wherever a group names it: a name that leads nowhere is still the person's. */
async function removePerson(line: DirectoryLine, entry: Entry): Promise<void> {
  const { dn } = entry;
  for (const group of await groupsNaming(line, entry)) await takeOut(line, group, entry);
  await line
    .change((client) => client.del(dn))
    .catch((error: unknown) => {
      // Somebody else has taken it away meanwhile.
      if (!(error instanceof ConnectorError && error.kind === 'wrong-answer')) throw error;
    });
}

async function groupsNaming(line: DirectoryLine, entry: Entry): Promise<Entry[]> {
  const named = new OrFilter({
    filters: [
      ...MEMBERS.map((attribute) => new EqualityFilter({ attribute, value: entry.dn })),
      ...valuesOf(entry, 'uid').map((value) => new EqualityFilter({ attribute: MEMBER_UID, value })),
    ],
  });
  return line.entries(`(&${GROUP_FILTER}${named.toString()})`);
}

async function takeOut(line: DirectoryLine, group: Entry, entry: Entry): Promise<void> {
  for (const type of [...MEMBERS, MEMBER_UID]) {
    const values = valuesOf(group, type);
    const others = values.filter((one) => !names(type, one, entry));
    if (others.length === values.length) continue;
    // A group that names its members has to have one: a last one is a matter for who looks after the directory.
    if (others.length === 0 && type !== MEMBER_UID)
      throw new ConnectorError(
        'constraint',
        'The person is the last one in a group; delete the group, or name another member.',
      );
    await line.change((client) => client.modify(group.dn, replacing(type, others)));
  }
}

/** A person leaves one group that names them; through which other they came into it is left alone. */
async function leave(line: DirectoryLine, ref: RecordRef) {
  const group = await line.entry(dnOf(ref));
  const entry = await line.entry(memberOf(ref));
  if (group && entry) await takeOut(line, group, entry);
  return { state: 'done', detail: 'taken out of the group' } as const;
}

/**
 * The groups that somebody belongs to: those that name them, and those that name such a group. Groups that name each other in a circle
 * are each found once.
 */
function groupRecords(person: Entry, groups: readonly Entry[]): FoundRecord[] {
  const found = new Map<string, FoundRecord>();
  let reached: { of: Entry; by: string | null }[] = [{ of: person, by: null }];
  while (reached.length > 0) {
    const next: typeof reached = [];
    for (const { of, by } of reached)
      for (const group of groups) {
        const isNamed = [...MEMBERS, MEMBER_UID].some((type) =>
          valuesOf(group, type).some((one) => names(type, one, of)),
        );
        const key = plainName(group.dn);
        if (!isNamed || found.has(key)) continue;
        found.set(key, groupRecord(group, person, by));
        next.push({ of: group, by: nameOf(group) });
      }
    reached = next;
  }
  return [...found.values()];
}

const SEPARATOR = '\n';
/** A group is a record of one person: its key names both. */
const keyOf = (group: Entry, person: Entry) => `${group.dn}${SEPARATOR}${person.dn}`;
const dnOf = (ref: RecordRef): string => ref.key.split(SEPARATOR)[0]!;
const memberOf = (ref: RecordRef): string => ref.key.split(SEPARATOR)[1] ?? '';

function groupRecord(group: Entry, person: Entry, by: string | null): FoundRecord {
  return {
    collection: GROUPS,
    key: keyOf(group, person),
    title: by ? `member of ${nameOf(group)}, by way of ${by}` : `member of ${nameOf(group)}`,
    fields: { cn: nameOf(group), description: valuesOf(group, 'description')[0] ?? null, by },
    person: {},
    parent: { collection: PEOPLE, key: person.dn },
    refersTo: [],
    text: null,
    files: [],
  };
}

function personRecord(entry: Entry): FoundRecord {
  const first = (name: string) => valuesOf(entry, name)[0] ?? null;
  const person: PersonRecord = {
    givenName: first('givenName'),
    familyName: first('sn'),
    emails: [...valuesOf(entry, 'mail'), ...valuesOf(entry, 'mailAlternateAddress')],
    phones: ['telephoneNumber', 'mobile', 'homePhone'].flatMap((name) => valuesOf(entry, name)),
    street: first('street'),
    postcode: first('postalCode'),
    city: first('l'),
    customerNumbers: valuesOf(entry, 'employeeNumber').map((value) => ({ system: '', value })),
  };
  return {
    collection: PEOPLE,
    key: entry.dn,
    title: nameOf(entry),
    fields: { dn: entry.dn, ...textsOf(entry) },
    person,
    parent: null,
    refersTo: [],
    text: null,
    files: filesOf(entry),
  };
}

/** Values as text, in the order in which they stand. */
function valuesOf(entry: Entry, name: string): string[] {
  const value = entry[name] ?? [];
  return (Array.isArray(value) ? value : [value]).filter((one): one is string => typeof one === 'string' && one !== '');
}

const nameOf = (entry: Entry): string => valuesOf(entry, 'cn')[0] ?? valuesOf(entry, 'uid')[0] ?? entry.dn;

/** Every value that is text; several of one name stand beneath each other. */
function textsOf(entry: Entry): Record<string, string | null> {
  return Object.fromEntries(
    Object.keys(entry)
      .filter((name) => name !== 'dn' && name !== 'objectClass')
      .flatMap((name): [string, string][] => {
        const values = valuesOf(entry, name);
        return values.length > 0 ? [[name, values.join('\n')]] : [];
      }),
  );
}

const wordsOf = (entry: Entry): string => [entry.dn, ...Object.values(textsOf(entry))].filter(Boolean).join('\n');

/** Pictures of the person are handed over as they are. */
function filesOf(entry: Entry): FoundFile[] {
  return ['jpegPhoto', 'thumbnailPhoto'].flatMap((name) =>
    [entry[name] ?? []]
      .flat()
      .filter((one): one is Buffer => Buffer.isBuffer(one) && one.length > 0)
      .map((bytes, i) => ({ name: `${name}-${i + 1}.jpg`, mediaType: 'image/jpeg', base64: bytes.toString('base64') })),
  );
}

/** Names of a directory are the same whatever their letters and the blanks between their parts (RFC 4517). */
const plainName = (dn: string): string => dn.toLowerCase().replace(/\s*([,=+])\s*/g, '$1');
/** Whether a value of a group means an entry. */
const names = (type: string, value: string, entry: Entry): boolean =>
  type === MEMBER_UID ? valuesOf(entry, 'uid').includes(value) : isSameName(value, entry.dn);
const isSameName = (a: string, b: string): boolean => plainName(a) === plainName(b);
