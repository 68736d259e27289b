import { UnreadableMessage, type InboxMessage } from '../../ports/inbox';
import { readMessage } from './readMessage';

/** A message may be refused for its size: what a person writes about their rights is short, and attachments are not read here. */
export const MOST_INBOX_BYTES = 40_000_000;

/**
 * A message as it came, read for what it asks.
 *
 * @param key the same at every look
 * @param arrived when our own server says it came, where that is known from elsewhere than its headers
 * @throws UnreadableMessage
 */
export async function inboxMessage(key: string, raw: Buffer, arrived: string | null): Promise<InboxMessage> {
  const message = await readMessage(raw).catch((cause: unknown) => {
    throw new UnreadableMessage('broken', { cause });
  });
  const [sender] = message.from;
  if (!sender && !message.subject && !message.text) throw new UnreadableMessage('no-message');
  return {
    key,
    from: sender ?? null,
    subject: message.subject,
    text: message.text,
    receivedAt: arrived ?? arrivedAt(raw) ?? message.date,
  };
}

/** The day in the topmost Received header: our own server wrote it, last of all. */
function arrivedAt(raw: Buffer): string | null {
  const head = raw
    .toString('latin1', 0, 32_768)
    .split(/\r?\n\r?\n/)[0]!
    .replace(/\r?\n[ \t]+/g, ' ');
  const stamp = /^received:[^\n]*;\s*([^\n]+)$/im.exec(head)?.[1];
  const at = stamp ? Date.parse(stamp.replace(/\(.*?\)/g, '')) : Number.NaN;
  return Number.isNaN(at) ? null : new Date(at).toISOString();
}
