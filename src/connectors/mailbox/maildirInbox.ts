import { lstat, readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { UnreadableMessage, type Inbox } from '../../ports/inbox';
import { readMessage } from './readMessage';

const FOLDERS = ['new', 'cur'];
/** A message may be refused for its size: what a person writes about their rights is short, and attachments are not read here. */
const MOST_BYTES = 40_000_000;

const isGone = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'ENOENT';

/** A Maildir into which the mail server delivers what people write about their data. */
export function maildirInbox(root: string): Inbox {
  return {
    async keys() {
      const found: string[] = [];
      for (const folder of FOLDERS) {
        // Whose folder it is stands in the settings: the build is not to look for it in the project.
        const names = await readdir(/* turbopackIgnore: true */ join(/* turbopackIgnore: true */ root, folder));
        found.push(...names.filter((name) => !name.startsWith('.')).map((name) => `${folder}/${name}`));
      }
      return found.sort((a, b) => (a.slice(4) < b.slice(4) ? -1 : 1));
    },
    async read(key) {
      if (!/^(new|cur)\/[^/\\]+$/.test(key)) return null;
      const raw = await bytesOf(join(root, key));
      if (!raw) return null;
      const message = await readMessage(raw).catch((cause: unknown) => {
        throw new UnreadableMessage('broken', { cause });
      });
      const [sender] = message.from;
      if (!sender && !message.subject && !message.text) throw new UnreadableMessage('no-message');
      // A mail server moves a read message from new to cur and adds flags: the part before them stays.
      return {
        key: key.slice(4).split(':')[0]!,
        from: sender ?? null,
        subject: message.subject,
        text: message.text,
        receivedAt: arrivedAt(raw) ?? message.date,
      };
    },
  };
}

/** Null where it is gone. A link is no message: what it leads to is not the mailbox's. */
async function bytesOf(path: string): Promise<Buffer | null> {
  try {
    const info = await lstat(path);
    if (!info.isFile()) throw new UnreadableMessage('no-message');
    if (info.size > MOST_BYTES) throw new UnreadableMessage('too-large');
    return await readFile(path);
  } catch (error) {
    if (isGone(error)) return null;
    throw error;
  }
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
