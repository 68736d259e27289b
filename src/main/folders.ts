import { createReadStream } from 'node:fs';
import { mkdir, readdir, rename, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { FolderFile, Folders } from '../ports/folders';

export const folders: Folders = {
  async list(folder, pattern) {
    const names = await readdir(folder).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return [];
      throw error;
    });
    const files: FolderFile[] = [];
    for (const name of names.filter((one) => pattern.test(one)).sort()) {
      const info = await stat(join(folder, name)).catch(() => null);
      if (info?.isFile()) files.push({ name, bytes: info.size, changedAt: info.mtimeMs });
    }
    return files;
  },
  read: (folder, name) => createReadStream(join(folder, plain(name))),
  async write(folder, name, text) {
    await mkdir(folder, { recursive: true, mode: 0o750 });
    const place = join(folder, plain(name));
    await writeFile(`${place}.part`, text, { mode: 0o640 });
    await rename(`${place}.part`, place);
  },
};

function plain(name: string): string {
  if (!/^[^/\\]+$/.test(name) || name === '..') throw new Error(`not the name of a file: ${name}`);
  return name;
}
