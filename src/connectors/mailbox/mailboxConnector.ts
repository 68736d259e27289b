import { readdir, readFile, rename, stat, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { ConnectorError, type Connector, type FoundRecord, type RecordRef, type SearchKey } from '../../ports/connector';
import { mentions } from '../shared/mentions';
import { readMessage, type ReadMessage } from './readMessage';
import { withoutPerson } from './withoutPerson';

const MOST_BYTES = 30 * 1024 * 1024;
const BATCH = 50;
const LOCK_WAIT_MS = 4000;
const LOCK_POLL_MS = 100;

/** A Maildir: one MIME message a file, in `cur` and `new`. Settings: `path`, `ownDomains` (comma-separated). */
export function mailboxConnector(connection: Record<string, string>): Connector {
  const root = connection['path']!;
  const ownDomains = (connection['ownDomains'] ?? '').split(',').map((domain) => domain.trim()).filter(Boolean);

  async function* search(keys: readonly SearchKey[]) {
    let records: FoundRecord[] = [];
    let scanned = 0;
    await unlocked(root);
    for (const file of await files(root)) {
      const message = await open(root, file);
      scanned++;
      if (message && keys.some((key) => mentions(message.hay, key))) records.push(toRecord(file, message, keys, ownDomains));
      if (scanned === BATCH) {
        yield { records, scanned };
        records = [];
        scanned = 0;
      }
    }
    yield { records, scanned };
  }

  return {
    describe: async () => ({ collections: [{ name: 'messages', fields: ['from', 'to', 'cc', 'subject', 'date'].map((name) => ({ name, type: 'text', holds: name === 'from' || name === 'to' ? 'email' : null })), approximateCount: (await files(root)).length }] }),
    search,
    async read(ref) {
      const message = await open(root, checked(ref));
      return message ? toRecord(ref.key, message, [], ownDomains) : null;
    },
    async erase(ref) {
      await unlocked(root);
      await unlink(join(root, checked(ref))).catch(unlessGone);
      return { state: 'done', detail: 'message deleted' };
    },
    async anonymise(ref, { token, person }) {
      await unlocked(root);
      const path = join(root, checked(ref));
      const raw = await readFile(path).catch(() => null);
      if (!raw) return { state: 'done', detail: 'message was gone' };
      const rewritten = await withoutPerson(raw, person, token);
      // Written aside and put in its place at once: a crash leaves the old or the new message, never half of one.
      await writeFile(`${path}.bookend`, rewritten);
      await rename(`${path}.bookend`, path);
      return { state: 'done', detail: 'the person’s words and addresses replaced' };
    },
    isErased: async (ref) => !(await exists(join(root, checked(ref)))),
    async isAnonymised(ref, token) {
      const raw = await readFile(join(root, checked(ref))).catch(() => null);
      return raw === null || raw.includes(`X-Anonymised: ${token}`);
    },
    can: () => ({ erase: true, anonymise: true }),
    close: async () => {},
  };
}

/** Another program that rewrites the mailbox says so by a file `.lock`; it gets a moment, then the step has to wait. */
async function unlocked(root: string): Promise<void> {
  for (const end = Date.now() + LOCK_WAIT_MS; await exists(join(root, '.lock')); await wait(LOCK_POLL_MS)) {
    if (Date.now() > end) throw new ConnectorError('time-out', 'The mailbox is held by another program and did not come free in time.');
  }
}

async function files(root: string): Promise<string[]> {
  const found: string[] = [];
  for (const folder of ['cur', 'new']) {
    let names: string[];
    try {
      names = await readdir(join(root, folder));
    } catch (cause) {
      const code = (cause as NodeJS.ErrnoException).code;
      throw new ConnectorError(code === 'EACCES' ? 'not-allowed' : 'refused', code === 'EACCES' ? 'The mailbox cannot be read.' : 'The mailbox is not there.', null, { cause });
    }
    found.push(...names.filter((name) => !name.endsWith('.bookend')).sort().map((name) => `${folder}/${name}`));
  }
  return found;
}

async function open(root: string, file: string): Promise<ReadMessage | null> {
  const path = join(root, file);
  const info = await stat(path).catch(() => null);
  if (!info || info.size > MOST_BYTES) return null;
  const raw = await readFile(path).catch(() => null);
  return raw ? readMessage(raw) : null;
}

/** A key of this mailbox names a file in it, and nothing above it. */
function checked(ref: RecordRef): string {
  if (!/^(cur|new)\/[^/]+$/.test(ref.key) || ref.key.includes('..')) throw new ConnectorError('wrong-answer', 'This is not a message of this mailbox.');
  return ref.key;
}

function unlessGone(error: NodeJS.ErrnoException): void {
  if (error.code !== 'ENOENT') throw new ConnectorError('refused', 'The message could not be deleted.', null, { cause: error });
}

async function exists(path: string): Promise<boolean> {
  return (await stat(path).catch(() => null)) !== null;
}

/** Whom a message seems to be of: its outside correspondent, and whatever of the keys stands in it. */
function toRecord(key: string, message: ReadMessage, keys: readonly SearchKey[], ownDomains: readonly string[]): FoundRecord {
  const isOwn = (email: string) => ownDomains.some((domain) => email.endsWith(`@${domain}`));
  const outside = [...message.from, ...message.to, ...message.cc].filter(({ address }) => !isOwn(address));
  const hit = (kind: SearchKey['kind']) => keys.filter((own) => own.kind === kind && mentions(message.hay, own)).map(({ value }) => value);
  const emails = [...new Set([...outside.map(({ address }) => address), ...hit('email')])];
  const named = hit('name')[0] ?? outside.find(({ name }) => name)?.name ?? null;
  const [givenName, ...rest] = (named ?? '').split(' ');
  const say = (list: readonly { name: string; address: string }[]) => list.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join(', ') || null;
  return {
    collection: 'messages', key, title: message.subject || '(no subject)', parent: null, refersTo: [], text: message.text,
    fields: { date: message.date, from: say(message.from), to: say(message.to), cc: say(message.cc), subject: message.subject, attachments: message.files.map(({ name }) => name).join(', ') || null, ...(message.isCutOff ? { condition: 'the message breaks off before its end' } : {}) },
    person: { givenName: givenName || null, familyName: rest.join(' ') || null, emails, phones: hit('phone') },
    files: message.files,
  };
}
