import { createReadStream } from 'node:fs';
import { mkdir, readdir, realpath, rename, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import type { FolderFile, Folders } from '../ports/folders';

export const folders: Folders = {
  async real(path) {
    const whole = resolve(path);
    try {
      return await realpath(whole);
    } catch {
      // What is not there yet lies where its folder really lies.
      return dirname(whole) === whole ? whole : join(await folders.real(dirname(whole)), basename(whole));
    }
  },
  async list(folder, pattern) {
    const names = await readdir(folder);
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
