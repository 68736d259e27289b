import { mkdir, open, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { Journal, JournalEntry } from '../ports/journal';

/** One line of JSON an erasure, in a file that has to lie outside the database's backup. Without a path there is none. */
export function fileJournal(path: string | undefined): Journal {
  return {
    async append(entry) {
      if (!path) return;
      await mkdir(dirname(path), { recursive: true, mode: 0o700 });
      const file = await open(path, 'a', 0o600);
      try {
        await file.write(`${JSON.stringify(entry)}\n`);
        await file.sync();
      } finally {
        await file.close();
      }
    },
    async read() {
      const text = path ? await readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) => (error.code === 'ENOENT' ? '' : Promise.reject(error))) : '';
      return text.split('\n').filter((line) => line !== '').map((line, i) => parse(line, i + 1, path!));
    },
  };
}

function parse(line: string, number: number, path: string): JournalEntry {
  try {
    return JSON.parse(line) as JournalEntry;
  } catch (cause) {
    throw new Error(`Line ${number} of the erasure journal ${path} is not whole. Bookend does not serve before it is: an erasure in it may have to be done again.`, { cause });
  }
}
