import { lstat, readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { UnreadableMessage, type Inbox } from '../../ports/inbox';
import { inboxMessage, MOST_INBOX_BYTES } from './inboxMessage';

const FOLDERS = ['new', 'cur'];
/** A mail server moves a read message from new to cur and adds flags: the part before them stays. */
const identify = (key: string): string => key.slice(4).split(':')[0]!;

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
    identify,
    async read(key) {
      if (!/^(new|cur)\/[^/\\]+$/.test(key)) return null;
      const raw = await bytesOf(join(root, key));
      if (!raw) return null;
      return inboxMessage(identify(key), raw, null);
    },
  };
}

/** Null where it is gone. A link is no message: what it leads to is not the mailbox's. */
async function bytesOf(path: string): Promise<Buffer | null> {
  try {
    const info = await lstat(path);
    if (!info.isFile()) throw new UnreadableMessage('no-message');
    if (info.size > MOST_INBOX_BYTES) throw new UnreadableMessage('too-large');
    return await readFile(path);
  } catch (error) {
    if (isGone(error)) return null;
    throw error;
  }
}
