import { stat } from 'node:fs/promises';
import { basename, dirname } from 'node:path';
import type { Connector, FoundProblem, FoundRecord, SearchKey } from '../../ports/connector';
import { haystackOf, mentions, type Haystack } from '../../core/matching/mentions';
import { eachAlone } from '../shared/eachAlone';
import { readAttachment } from './attachments';
import { emlStore, filesBelow, maildirStore } from './fileStore';
import { mboxStore } from './mboxStore';
import { MOST_ENCLOSED, readMessage, sayPeople, type ReadMessage } from './readMessage';
import { imapLine, type ImapSettings } from './imapClient';
import { imapStore } from './imapStore';
import { exists, unlocked, unreadable, type MessageStore } from './store';
import { withoutPerson } from './withoutPerson';

const BATCH = 50;
const COLLECTION = 'messages';

interface Opened {
  message: ReadMessage;
  hay: Haystack;
  problems: FoundProblem[];
}

/** Where messages lie, and how to get there. */
interface Place {
  store(): Promise<MessageStore>;
  /** Waits until no other program rewrites it. */
  free(): Promise<void>;
  close(): Promise<void>;
}

/**
 * Messages in a Maildir, in mbox files or as `.eml` files: which it is, is seen from what lies there.
 * Settings: `path`, `ownDomains` (comma-separated).
 */
export function mailboxConnector(connection: Record<string, string>): Connector {
  const root = connection['path']!;
  return messagesConnector(
    { store: () => storeOf(root), free: () => unlocked(root), close: async () => {} },
    listOf(connection['ownDomains']),
  );
}

/**
 * The folders of a mailbox on a mail server. Settings: `host`, `port`, `security`, `user`, `password`, `folders` (comma-separated;
 * none: all), `ownDomains`; `oauthUrl`, `oauthClient` and `oauthSecret` where it is signed in to with a token.
 */
export function imapConnector(connection: Record<string, string>): Connector {
  const { host = '', port, user = '', password = '', oauthUrl, oauthClient, oauthSecret } = connection;
  const security = (connection['security'] || 'tls') as ImapSettings['security'];
  const line = imapLine({
    host,
    port: Number(port || (security === 'tls' ? 993 : 143)),
    security,
    user,
    password,
    ...(oauthUrl ? { oauthUrl, oauthClient: oauthClient ?? '', oauthSecret: oauthSecret ?? '' } : {}),
  });
  const store = imapStore(line, listOf(connection['folders']));
  return messagesConnector(
    { store: async () => store, free: async () => {}, close: () => line.close() },
    listOf(connection['ownDomains']),
  );
}

function listOf(text = ''): string[] {
  return text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
}

/** Enclosed messages and attachments are searched with the message. */
// The methods of one connector share what they have opened.
// eslint-disable-next-line max-lines-per-function
function messagesConnector(place: Place, ownDomains: readonly string[]): Connector {
  async function* search(keys: readonly SearchKey[]) {
    let [records, problems, scanned] = [[] as FoundRecord[], [] as FoundProblem[], 0];
    await place.free();
    for await (const { key, raw, isClosed } of (await place.store()).all()) {
      scanned++;
      if (isClosed)
        problems.push({ collection: COLLECTION, key, code: 'unreadable', text: 'The message cannot be opened.' });
      else if (!raw)
        problems.push({
          collection: COLLECTION,
          key,
          code: 'too-large',
          text: 'The message is too large to be opened.',
        });
      else {
        await eachAlone({ collection: COLLECTION, key }, problems, async () => {
          const opened = await open(key, raw);
          problems.push(...opened.problems);
          if (keys.some((own) => mentions(opened.hay, own))) records.push(toRecord(key, opened, keys, ownDomains));
        });
      }
      if (scanned < BATCH) continue;
      yield { records, scanned, problems };
      [records, problems, scanned] = [[], [], 0];
    }
    yield { records, scanned, problems };
  }

  return {
    describe: async () => ({
      collections: [
        {
          name: COLLECTION,
          fields: ['from', 'to', 'cc', 'subject', 'date'].map((name) => ({
            name,
            type: 'text',
            holds: name === 'from' || name === 'to' ? 'email' : null,
          })),
          approximateCount: await (await place.store()).count(),
        },
      ],
    }),
    search,
    async read(ref) {
      const raw = await (await place.store()).read(ref.key);
      return raw ? toRecord(ref.key, await open(ref.key, raw), [], ownDomains) : null;
    },
    async erase(ref) {
      await place.free();
      await (await place.store()).remove(ref.key);
      return { state: 'done', detail: 'message deleted' };
    },
    async anonymise(ref, { token, person }) {
      await place.free();
      const store = await place.store();
      const raw = await store.read(ref.key);
      if (!raw) return { state: 'done', detail: 'message was gone' };
      await store.replace(ref.key, await withoutPerson(raw, person, token));
      return { state: 'done', detail: 'the person’s words and addresses replaced' };
    },
    isErased: async (ref) => (await (await place.store()).read(ref.key)) === null,
    async isAnonymised(ref, token) {
      const raw = await (await place.store()).read(ref.key);
      return raw === null || raw.includes(`X-Anonymised: ${token}`);
    },
    can: () => ({ erase: true, anonymise: true }),
    close: () => place.close(),
  };
}

async function storeOf(root: string): Promise<MessageStore> {
  const info = await stat(root).catch((cause: unknown) => Promise.reject(unreadable(cause)));
  if (info.isFile()) return mboxStore(dirname(root), async () => [basename(root)]);
  if ((await exists(`${root}/cur`)) || (await exists(`${root}/new`))) return maildirStore(root);
  const isMbox = (name: string) => /\.(mbox|mbx)$/i.test(name);
  return (await filesBelow(root, isMbox)).length > 0
    ? both(
        emlStore(root),
        mboxStore(root, () => filesBelow(root, isMbox)),
      )
    : emlStore(root);
}

/** Single messages and files of many side by side; only the latter have `#` in their keys. */
function both(single: MessageStore, many: MessageStore): MessageStore {
  const of = (key: string) => (key.includes('#') ? many : single);
  return {
    count: async () => (await single.count()) + (await many.count()),
    async *all() {
      yield* single.all();
      yield* many.all();
    },
    read: (key) => of(key).read(key),
    remove: (key) => of(key).remove(key),
    replace: (key, raw) => of(key).replace(key, raw),
  };
}

async function open(key: string, raw: Buffer): Promise<Opened> {
  const message = await readMessage(raw);
  const problem = (place: string, code: string, text: string): FoundProblem => ({
    collection: COLLECTION,
    key: place ? `${key}: ${place}` : key,
    code,
    text,
  });
  const problems = message.isTooDeep
    ? [problem('', 'too-deep', `Messages within messages are opened ${MOST_ENCLOSED} deep.`)]
    : [];
  const words = [message.words];
  for (const file of message.files) {
    const read = await readAttachment(file);
    words.push(read.words);
    // How deep messages lie has been said of the whole.
    problems.push(
      ...read.problems
        .filter(({ code }) => !(message.isTooDeep && code === 'too-deep'))
        .map(({ place, code, text }) => problem(place, code, text)),
    );
  }
  return { message, hay: haystackOf(words.join('\n')), problems };
}

/** Whom a message seems to be of: its outside correspondent, and whatever of the keys stands in it. */
function toRecord(
  key: string,
  { message, hay }: Opened,
  keys: readonly SearchKey[],
  ownDomains: readonly string[],
): FoundRecord {
  const isOwn = (email: string) => ownDomains.some((domain) => email.endsWith(`@${domain}`));
  const outside = [...message.from, ...message.to, ...message.cc].filter(({ address }) => !isOwn(address));
  const hit = (kind: SearchKey['kind']) =>
    keys.filter((own) => own.kind === kind && mentions(hay, own)).map(({ value }) => value);
  const emails = [...new Set([...outside.map(({ address }) => address), ...hit('email')])];
  const named = hit('name')[0] ?? outside.find(({ name }) => name)?.name ?? null;
  const [givenName, ...rest] = (named ?? '').split(' ');
  const conditions = [
    message.isCutOff ? 'the message breaks off before its end' : '',
    message.isTooDeep ? `it encloses messages more than ${MOST_ENCLOSED} deep` : '',
  ].filter(Boolean);
  return {
    collection: COLLECTION,
    key,
    title: message.subject || '(no subject)',
    parent: null,
    refersTo: [],
    text: message.text,
    fields: {
      date: message.date,
      from: sayPeople(message.from),
      to: sayPeople(message.to),
      cc: sayPeople(message.cc),
      subject: message.subject,
      attachments: message.files.map(({ name }) => name).join(', ') || null,
      ...(conditions.length > 0 ? { condition: conditions.join('; ') } : {}),
    },
    person: { givenName: givenName || null, familyName: rest.join(' ') || null, emails, phones: hit('phone') },
    files: message.files,
  };
}
