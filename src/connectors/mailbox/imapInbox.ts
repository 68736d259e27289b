import type { ImapFlow } from 'imapflow';
import type { Mailbox } from '../../core/installation/settings';
import { UnreadableMessage, type Inbox } from '../../ports/inbox';
import { guardedImap, imapLine } from './imapClient';
import { inboxMessage, MOST_INBOX_BYTES } from './inboxMessage';

/** Even where the server tells of nothing new it is asked after this, milliseconds. */
const ASK_AGAIN_MS = 60_000;

/**
 * The folder of a mail server into which people's messages about their data come. The line stays open and the server tells what is
 * new (IDLE); messages are neither marked as read nor moved.
 */
export function imapInbox(mailbox: Extract<Mailbox, { kind: 'imap' }>): Inbox {
  const line = imapLine(mailbox);
  let known: { keys: string[]; at: number; mark: string } | null = null;
  const opened = async () => {
    const client = await line.open();
    if (!client.mailbox || client.mailbox.path !== mailbox.folder) {
      known = null;
      await guardedImap(() => client.mailboxOpen(mailbox.folder, { readOnly: true }));
    }
    return client;
  };
  return {
    async keys() {
      const client = await opened();
      const folder = client.mailbox as Exclude<typeof client.mailbox, boolean>;
      const mark = `${folder.uidValidity}/${folder.exists}/${folder.uidNext}`;
      if (known?.mark === mark && Date.now() - known.at < ASK_AGAIN_MS) return listening(client, known.keys);
      const uids = (await guardedImap(() => client.search({ all: true }, { uid: true }))) || [];
      known = { keys: uids.map((uid) => `${folder.uidValidity}:${uid}`), at: Date.now(), mark };
      return listening(client, known.keys);
    },
    identify: (key) => key,
    async read(key) {
      const client = await opened();
      const folder = client.mailbox as Exclude<typeof client.mailbox, boolean>;
      const [age, uid] = key.split(':');
      // Numbered anew, the same number is another message's.
      if (age !== String(folder.uidValidity) || !uid) return null;
      const head = await guardedImap(() =>
        client.fetchOne(uid, { uid: true, size: true, internalDate: true }, { uid: true }),
      );
      if (!head) return null;
      if ((head.size ?? 0) > MOST_INBOX_BYTES) throw new UnreadableMessage('too-large');
      const whole = await guardedImap(() => client.fetchOne(uid, { uid: true, source: true }, { uid: true }));
      if (!whole || !whole.source) return null;
      const arrived = head.internalDate ? new Date(head.internalDate).toISOString() : null;
      return inboxMessage(key, whole.source, arrived);
    },
    close: () => line.close(),
  };
}

/** Until the next question the server tells by itself what is new; any question ends that. */
function listening<T>(client: ImapFlow, answer: T): T {
  if (!client.idling) void client.idle().catch(() => {});
  return answer;
}
