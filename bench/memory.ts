import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { archive, csv, gzip, html, json, mbox, MB, message, ndjson, ods, text, xlsx } from './memory/fixtures';
import { part, recorder } from './measure';

// What each way in holds at most, with the largest that it takes. Each is read by a process of its own.

/** Megabytes over what the process holds at rest. */
const MOST_MB = 640;
const folder = join(process.env['BENCH_FOLDER']!, 'memory');
const note = recorder();

type Kind = 'folder' | 'mailbox' | 'service' | 'import';
const PATHS: [what: string, kind: Kind, file: string, make: (path: string) => Promise<void>][] = [
  ['a table of 256 MB in a folder', 'folder', 'a.csv', (path) => csv(path, 256 * MB)],
  ['the same in UTF-16', 'folder', 'wide.csv', (path) => csv(path, 256 * MB, 'utf16le')],
  ['a log of 256 MB in a folder', 'folder', 'a.ndjson', (path) => ndjson(path, 256 * MB)],
  ['the same in UTF-16', 'folder', 'wide.ndjson', (path) => ndjson(path, 256 * MB, 'utf16le')],
  ['a tree of JSON of 32 MB', 'folder', 'a.json', (path) => json(path, 32 * MB)],
  ['a text of 32 MB', 'folder', 'a.txt', (path) => text(path, 32 * MB)],
  ['a page of HTML of 32 MB', 'folder', 'a.html', (path) => html(path, 32 * MB)],
  ['a workbook that unpacks to 500 MB', 'folder', 'a.xlsx', (path) => xlsx(path, 500 * MB)],
  ['an OpenDocument table that unpacks to 500 MB', 'folder', 'a.ods', (path) => ods(path, 500 * MB)],
  ['an archive of two tables of 250 MB', 'folder', 'a.zip', (path) => archive(path, 500 * MB)],
  ['a packed file of 250 MB', 'folder', 'a.csv.gz', (path) => gzip(path, 250 * MB)],
  ['a message of 30 MB', 'mailbox', 'a.eml', (path) => message(path, 30 * MB - 1000)],
  ['an mbox of 1 GB', 'mailbox', 'a.mbox', (path) => mbox(path, 1024 * MB)],
  ['an answer of 24 MB of a service', 'service', 'answer.json', (path) => json(path, 24 * MB - 1000)],
  ['an import of 1 GB', 'import', 'a.csv', (path) => csv(path, 1024 * MB)],
  ['an import of a workbook that unpacks to 500 MB', 'import', 'a.xlsx', (path) => xlsx(path, 500 * MB)],
];

for (const [i, [what, kind, file, make]] of PATHS.entries()) {
  await part(`memory-${i}`, async () => {
    const place = join(folder, String(i), file);
    mkdirSync(dirname(place), { recursive: true });
    await make(place);
    const given = kind === 'folder' || kind === 'mailbox' ? dirname(place) : place;
    const { stdout, stderr, status } = spawnSync(
      'node',
      ['--expose-gc', '--import', 'tsx', 'bench/memory/one.ts', kind, given],
      { encoding: 'utf8' },
    );
    rmSync(join(folder, String(i)), { recursive: true });
    if (status !== 0) throw new Error(`${what}: ${stderr.slice(-2000)}`);
    const { rest, peak, found, problems } = JSON.parse(stdout.trim().split('\n').at(-1)!) as {
      rest: number;
      peak: number;
      found: number;
      problems: string[];
    };
    if (found === 0 || problems.length > 0) throw new Error(`${what}: found ${found}, ${problems.join(', ')}`);
    note({
      what: `peak memory, ${what}`,
      ours: `${(peak - rest).toFixed(0)} MB more`,
      limit: `${MOST_MB} MB`,
      ratio: (peak - rest) / MOST_MB,
      goal: 1,
    });
  });
}
