import type { FetchMessageObject, ImapFlow } from 'imapflow';
import { ConnectorError } from '../../ports/connector';
import { guardedImap, type ImapLine } from './imapClient';
import { MOST_MESSAGE_BYTES, type MessageStore } from './store';

/** Messages are asked for in so many at once. */
const AT_ONCE = 200;

interface Place {
  folder: string;
  /** As the folder numbers its messages now; made anew, it has another (RFC 9051, section 2.3.1.1). */
  age: string;
  uid: string;
}

/**
 * The folders of a mailbox on a mail server. A message is known by its number in its folder and by the age of that numbering,
 * so that a folder that was made anew is never taken for the old one: what was found there is not “gone”, it has to be searched again.
 *
 * @param only folders, as the server calls them; none: all that hold messages
 */
// The methods of one store share the line they have opened.
// eslint-disable-next-line max-lines-per-function
export function imapStore(line: ImapLine, only: readonly string[] = []): MessageStore {
  async function within<T>(
    folder: string,
    work: (client: ImapFlow, age: string) => Promise<T>,
    write = false,
  ): Promise<T> {
    const client = await line.open();
    return guardedImap(async () => {
      const lock = await client.getMailboxLock(folder, { readOnly: !write });
      try {
        const age = client.mailbox ? String(client.mailbox.uidValidity) : '';
        return await work(client, age);
      } finally {
        lock.release();
      }
    });
  }

  const at = <T>(key: string, work: (client: ImapFlow, place: Place) => Promise<T>, write = false): Promise<T> => {
    const place = placeOf(key);
    return within(
      place.folder,
      async (client, age) => {
        if (age !== place.age)
          throw new ConnectorError(
            'wrong-answer',
            'The mail server has numbered this folder anew since the search. Search again.',
          );
        return work(client, place);
      },
      write,
    );
  };

  return {
    async count() {
      const client = await line.open();
      let n = 0;
      for (const folder of await foldersOf(client, only)) {
        const status = await guardedImap(() => client.status(folder, { messages: true }));
        n += (status && status.messages) || 0;
      }
      return n;
    },
    async *all() {
      const client = await line.open();
      for (const folder of await foldersOf(client, only)) {
        const uids = await within(folder, async (own, age) => ({
          age,
          list: (await own.search({ all: true }, { uid: true })) || [],
        }));
        for (let from = 0; from < uids.list.length; from += AT_ONCE)
          yield* await within(folder, async (own, age) => {
            if (age !== uids.age)
              throw new ConnectorError(
                'wrong-answer',
                'The mail server numbers this folder anew while it is searched.',
              );
            return part(own, { folder, age }, uids.list.slice(from, from + AT_ONCE));
          });
      }
    },
    read: (key) =>
      at(key, async (client, { uid }) => {
        const found = await client.fetchOne(uid, { uid: true, source: true }, { uid: true });
        return found ? (found.source ?? null) : null;
      }),
    remove: (key) => at(key, (client, { uid }) => removeOne(client, uid), true),
    replace: (key, raw) =>
      at(
        key,
        async (client, { folder, uid }) => {
          const old = await client.fetchOne(uid, { uid: true, flags: true, internalDate: true }, { uid: true });
          if (!old) return;
          // After a crash in between the new one may lie there already.
          const token = /^X-Anonymised: (\S+)/m.exec(raw.toString('latin1'))?.[1];
          const there = token ? await client.search({ header: { 'x-anonymised': token } }, { uid: true }) : [];
          if (!there || there.length === 0)
            await client.append(
              folder,
              raw,
              [...(old.flags ?? [])].filter((flag) => flag !== '\\Recent'),
              old.internalDate,
            );
          await removeOne(client, uid);
        },
        true,
      ),
  };
}

/** Only sizes first: what is too large is said and not fetched. */
async function part(
  client: ImapFlow,
  { folder, age }: Omit<Place, 'uid'>,
  uids: readonly number[],
): Promise<{ key: string; raw: Buffer | null; isClosed?: boolean }[]> {
  const keyOf = (uid: number) => `${age}:${uid}@${folder}`;
  const sized = await client.fetchAll(uids.join(','), { uid: true, size: true }, { uid: true });
  const large = sized.filter(({ size }) => (size ?? 0) > MOST_MESSAGE_BYTES).map(({ uid }) => uid);
  const small = sized.map(({ uid }) => uid).filter((uid) => !large.includes(uid));
  const found: FetchMessageObject[] =
    small.length > 0 ? await client.fetchAll(small.join(','), { uid: true, source: true }, { uid: true }) : [];
  const sources = new Map(found.map((one) => [one.uid, one.source]));
  return [
    ...large.map((uid) => ({ key: keyOf(uid), raw: null })),
    // Taken away in between it is none of the mailbox's messages any more; one that is there and comes empty is said.
    ...small.flatMap((uid) => {
      if (!sources.has(uid)) return [];
      const raw = sources.get(uid);
      return [raw ? { key: keyOf(uid), raw } : { key: keyOf(uid), raw: null, isClosed: true }];
    }),
  ];
}

/** Folders that hold messages. One in which the server shows all of them again stands for the others. */
async function foldersOf(client: ImapFlow, only: readonly string[]): Promise<string[]> {
  const all = (await guardedImap(() => client.list())).filter(
    ({ flags }) => !flags.has('\\Noselect') && !flags.has('\\NonExistent'),
  );
  if (only.length > 0) {
    const missing = only.filter((name) => !all.some(({ path }) => path === name));
    if (missing.length > 0)
      throw new ConnectorError('wrong-answer', `The mail server knows no folder ${missing.join(', ')}.`);
    return [...only];
  }
  const whole = all.filter(({ specialUse }) => specialUse === '\\All');
  const list =
    whole.length > 0 ? [...whole, ...all.filter(({ specialUse }) => /Junk|Trash/.test(specialUse ?? ''))] : all;
  return list.filter(({ specialUse }) => specialUse !== '\\Flagged').map(({ path }) => path);
}

/**
 * Deletes one message and no other. A server without UIDPLUS removes all that are marked at once: where another program has marked
 * some, nothing is removed.
 */
async function removeOne(client: ImapFlow, uid: string): Promise<void> {
  if (!client.capabilities.has('UIDPLUS')) {
    const marked = (await client.search({ deleted: true }, { uid: true })) || [];
    if (marked.some((other) => String(other) !== uid))
      throw new ConnectorError(
        'constraint',
        'Other messages of this folder are marked as deleted, and this mail server would remove them too. Empty the folder’s bin first.',
      );
  }
  await client.messageDelete(uid, { uid: true });
}

function placeOf(key: string): Place {
  const [, age, uid, folder] = /^(\d+):(\d+)@(.+)$/s.exec(key) ?? [];
  if (!age || !uid || !folder) throw new ConnectorError('wrong-answer', 'This is not a message of this mailbox.');
  return { folder, age, uid };
}
