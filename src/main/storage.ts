import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, mkdirSync } from 'node:fs';
import { rename, stat, statfs, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Storage } from '../ports/storage';

/** A folder that only its owner may read. */
export function folderStorage(folder: string): Storage {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const path = (name: string) => {
    if (!/^[\w.-]+$/.test(name)) throw new Error(`not a storage name: ${name}`);
    return join(folder, name);
  };
  return {
    write: (name) => createWriteStream(path(name), { mode: 0o600 }),
    read: (name) => createReadStream(path(name)),
    size: async (name) => (await stat(path(name))).size,
    remove: async (name) => {
      await unlink(path(name)).catch((error: NodeJS.ErrnoException) => {
        if (error.code !== 'ENOENT') throw error;
      });
    },
    rename: (from, to) => rename(path(from), path(to)),
    probe: async () => {
      const name = path(`probe.${process.pid}.${randomUUID()}`);
      await writeFile(name, 'x', { mode: 0o600 });
      await unlink(name);
    },
    async room() {
      const { bavail, blocks, bsize } = await statfs(folder);
      return { free: bavail * bsize, total: blocks * bsize };
    },
  };
}
