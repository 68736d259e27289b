import { lstat, readdir, readFile, rename, unlink, writeFile } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { ConnectorError } from '../../ports/connector';
import { MOST_MESSAGE_BYTES, unlessGone, unreadable, type MessageStore } from './store';

/** A Maildir: one message a file, in `cur` and `new`. */
export function maildirStore(root: string): MessageStore {
  const names = async (folder: string) =>
    (await readdir(join(root, folder)).catch((cause: unknown) => Promise.reject(unreadable(cause))))
      .filter((name) => !name.endsWith('.bookend'))
      .sort()
      .map((name) => `${folder}/${name}`);
  return fileStore(root, /^(cur|new)\/[^/]+$/, async () => [...(await names('cur')), ...(await names('new'))]);
}

/** A folder with messages as `.eml` files, at any depth. */
export function emlStore(root: string): MessageStore {
  return fileStore(root, /^[^#]+\.eml$/i, () => filesBelow(root, (name) => /\.eml$/i.test(name)));
}

export async function filesBelow(root: string, fits: (name: string) => boolean): Promise<string[]> {
  const entries = await readdir(root, { recursive: true, withFileTypes: true }).catch((cause: unknown) =>
    Promise.reject(unreadable(cause)),
  );
  return entries
    .filter((entry) => entry.isFile() && fits(entry.name))
    .map((entry) => relative(root, join(entry.parentPath, entry.name)).split(sep).join('/'))
    .sort();
}

function fileStore(root: string, shape: RegExp, list: () => Promise<string[]>): MessageStore {
  /** A key names a file of this store, and nothing above it. */
  const pathOf = (key: string): string => {
    if (!shape.test(key) || key.split('/').includes('..'))
      throw new ConnectorError('wrong-answer', 'This is not a message of this mailbox.');
    return join(root, key);
  };
  return {
    count: async () => (await list()).length,
    async *all() {
      for (const key of await list()) {
        // A link is no message: what it leads to is not the mailbox's.
        const info = await lstat(join(root, key)).catch(() => null);
        if (!info?.isFile()) continue;
        if (info.size > MOST_MESSAGE_BYTES) yield { key, raw: null };
        else {
          const raw = await readFile(join(root, key)).catch((cause: NodeJS.ErrnoException) =>
            cause.code === 'ENOENT' ? null : cause,
          );
          // Taken away in between it is none of the mailbox's messages any more; one that is there and cannot be opened is said.
          if (raw) yield raw instanceof Error ? { key, raw: null, isClosed: true } : { key, raw };
        }
      }
    },
    async read(key) {
      const path = pathOf(key);
      const info = await lstat(path).catch(() => null);
      return info?.isFile() ? readFile(path).catch(() => null) : null;
    },
    remove: async (key) => unlink(pathOf(key)).catch(unlessGone),
    async replace(key, raw) {
      await writeFile(`${pathOf(key)}.bookend`, raw);
      await rename(`${pathOf(key)}.bookend`, pathOf(key));
    },
  };
}
