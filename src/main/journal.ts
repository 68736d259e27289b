import type { PersonId } from '../core/shared/ids';
import { mkdir, open, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { Journal, JournalEntry } from '../ports/journal';

/**
 * One line of JSON an erasure, in a file that has to lie outside the database's backup. Without a path there is none.
 */
export function fileJournal(path: string | undefined): Journal {
  return {
    async append(entry) {
      if (!path || (await read(path)).some(({ id }) => id === entry.id)) return;
      await mkdir(dirname(path), { recursive: true, mode: 0o700 });
      const file = await open(path, 'a', 0o600);
      try {
        await file.write(`${JSON.stringify(entry)}\n`);
        await file.sync();
      } finally {
        await file.close();
      }
    },
    read: async () => (path ? read(path) : []),
  };
}

async function read(path: string): Promise<JournalEntry[]> {
  const text = await readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) =>
    error.code === 'ENOENT' ? '' : Promise.reject(error),
  );
  return text
    .split('\n')
    .filter((line) => line !== '')
    .map((line, i) => parse(line, i + 1, path));
}

function parse(line: string, number: number, path: string): JournalEntry {
  try {
    const entry = JSON.parse(line) as
      | JournalEntry
      | (Omit<JournalEntry, 'schema' | 'id' | 'personIds' | 'outcome'> & {
          schema: 'bookend-erasure-1';
          personId: PersonId | null;
        });
    // The first version knew one person, and no outcome.
    return entry.schema === 'bookend-erasure-1'
      ? {
          ...entry,
          schema: 'bookend-erasure-2',
          id: `line:${number}`,
          personIds: entry.personId ? [entry.personId] : [],
          outcome: entry.personId ? 'erased' : null,
        }
      : entry;
  } catch (cause) {
    throw new Error(
      `Line ${number} of the erasure journal ${path} is not whole. Bookend does not serve before it is: an ` +
        `erasure in it may have to be done again.`,
      { cause },
    );
  }
}
