import { readdir, readFile, realpath, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { holdsByName } from '../../core/systems/fieldHolds';
import type { PersonRecord } from '../../core/people/record';
import {
  ConnectorError,
  type Connector,
  type FieldHolds,
  type FoundFile,
  type FoundProblem,
  type FoundRecord,
  type RecordRef,
  type SearchKey,
} from '../../ports/connector';
import { haystackOf, mentions, type Haystack } from '../../core/matching/mentions';
import { eachAlone } from '../shared/eachAlone';
import { LIMITS } from './limits';
import { candidateLines, type Line } from './lineSearch';
import { isLines, isPdf, lineUnit, readFileUnits } from './readFile';
import type { Reading, Unit } from './unit';

const MOST_FILES = 50_000;
/** Bytes of a document that is kept with its record. */
const MOST_KEPT = 15 * 1024 * 1024;
const NOTHING = Buffer.alloc(0);
const SAMPLE_FILES = 40;
const SAMPLE_UNITS = 20;

/**
 * A folder of files: tables, documents, messages, archives, logs. Each row of a table and each document is a record; its
 * collection is the folder it lies in. Files are read, never written: what is to go from them is done by their owner.
 * Setting: `path`.
 */
// The methods of one connector share what they have opened.
// eslint-disable-next-line max-lines-per-function
export function filesConnector(connection: Record<string, string>, confirmed: FieldHolds = {}): Connector {
  const root = connection['path']!;

  async function* search(keys: readonly SearchKey[]) {
    const files = await filesOf(root);
    if (files.length > MOST_FILES)
      yield {
        records: [],
        scanned: 0,
        problems: [
          {
            collection: 'files',
            key: '',
            code: 'too-many',
            text: `Only the first ${MOST_FILES.toLocaleString('en')} files were read.`,
          },
        ],
      };
    for (const file of files.slice(0, MOST_FILES)) {
      const problems: FoundProblem[] = [];
      const found = await eachAlone({ collection: collectionOf(file), key: file }, problems, () =>
        searchFile(file, keys, problems),
      );
      yield { records: found?.records ?? [], scanned: found?.scanned ?? 1, problems };
    }
  }

  async function searchFile(
    file: string,
    keys: readonly SearchKey[],
    problems: FoundProblem[],
  ): Promise<{ records: FoundRecord[]; scanned: number }> {
    const records: FoundRecord[] = [];
    const look = (unit: Unit, files: () => FoundFile[]) =>
      eachAlone({ collection: collectionOf(file), key: keyOf(file, unit.place) }, problems, () => {
        const hay = haystackOf(wordsOf(unit));
        if (keys.some((key) => mentions(hay, key)))
          records.push({ ...toRecord(file, unit, hay, keys, confirmed), files: files() });
      });
    const lined = await linesOf(root, file, keys);
    if (lined) {
      for (const { number, text } of lined.lines)
        await eachAlone({ collection: collectionOf(file), key: keyOf(file, `line ${number}`) }, problems, () =>
          look(lineUnit(number, text), () => []),
        );
      return { records, scanned: lined.count };
    }
    let scanned = 0;
    for await (const reading of readUnits(root, file)) {
      if ('trouble' in reading) {
        problems.push({
          collection: collectionOf(file),
          key: keyOf(file, reading.trouble.place),
          code: reading.trouble.trouble,
          text: reading.trouble.message,
        });
        continue;
      }
      scanned++;
      await look(reading.unit, () => asFile(file, reading.unit, reading.bytes));
    }
    return { records, scanned };
  }

  return {
    async describe() {
      const found = new Map<string, { fields: Map<string, string | null>; count: number }>();
      for (const [n, file] of (await filesOf(root)).entries()) {
        const collection = found.get(collectionOf(file)) ?? { fields: new Map<string, string | null>(), count: 0 };
        found.set(collectionOf(file), collection);
        collection.count++;
        if (n >= SAMPLE_FILES) continue;
        let units = 0;
        for await (const reading of readUnits(root, file)) {
          if ('trouble' in reading) continue;
          for (const name of Object.keys(reading.unit.fields ?? { text: null }))
            collection.fields.set(name, holdsByName(lastOf(name)));
          if (++units >= SAMPLE_UNITS) break;
        }
      }
      return {
        collections: [...found].map(([name, { fields, count }]) => ({
          name,
          fields: [...fields].map(([field, holds]) => ({ name: field, type: 'text', holds })),
          approximateCount: count,
        })),
      };
    },
    async sample(collection, most) {
      const rows: Record<string, string | null>[] = [];
      for (const file of (await filesOf(root))
        .filter((one) => collectionOf(one) === collection)
        .slice(0, SAMPLE_FILES)) {
        for await (const reading of readUnits(root, file)) {
          if ('unit' in reading) rows.push(reading.unit.fields ?? { text: reading.unit.text });
          if (rows.length >= most) return rows;
        }
      }
      return rows;
    },
    search,
    async read(ref) {
      const [file, place] = placeOf(ref);
      for await (const reading of readUnits(root, file))
        if ('unit' in reading && reading.unit.place === place)
          return {
            ...toRecord(file, reading.unit, haystackOf(wordsOf(reading.unit)), [], confirmed),
            files: asFile(file, reading.unit, reading.bytes),
          };
      return null;
    },
    async isErased(ref) {
      return (await this.read(ref)) === null;
    },
    can: () => ({ erase: false, anonymise: false }),
    close: async () => {},
  };
}

/** Of a file of lines those that may be about somebody, without making a record of every line; null: it is no such file. */
async function linesOf(
  root: string,
  file: string,
  keys: readonly SearchKey[],
): Promise<{ lines: Line[]; count: number } | null> {
  if (!/\.(ndjson|jsonl|log)$/i.test(file)) return null;
  const path = await within(root, file);
  const info = await stat(path).catch(() => null);
  const bytes = info && info.size <= LIMITS.mostBytes ? await readFile(path).catch(() => null) : null;
  return bytes && isLines(file, bytes) ? candidateLines(bytes, keys) : null;
}

/** What a file holds, with the file itself. */
async function* readUnits(root: string, file: string): AsyncGenerator<Reading & { bytes: Buffer }> {
  const path = await within(root, file);
  const info = await stat(path).catch(() => null);
  if (!info) return;
  if (info.size > LIMITS.mostBytes) {
    yield {
      trouble: {
        place: '',
        trouble: 'too-large',
        message: `It is larger than ${Math.round(LIMITS.mostBytes / 1_048_576)} MB.`,
      },
      bytes: NOTHING,
    };
    return;
  }
  const bytes = await readFile(path).catch(() => null);
  if (!bytes)
    yield { trouble: { place: '', trouble: 'unreadable', message: 'The file cannot be opened.' }, bytes: NOTHING };
  else for await (const reading of readFileUnits(file, bytes)) yield { ...reading, bytes };
}

/** A file of this folder and of nothing above it, whatever links say. */
async function within(root: string, file: string): Promise<string> {
  const [base, path] = [await realpath(root), await realpath(join(root, file)).catch(() => join(root, file))];
  if (path !== base && !path.startsWith(base + sep))
    throw new ConnectorError('wrong-answer', 'This is not a file of this folder.');
  return path;
}

async function filesOf(root: string): Promise<string[]> {
  let names: { parentPath: string; name: string; isFile(): boolean }[];
  try {
    names = await readdir(root, { recursive: true, withFileTypes: true });
  } catch (cause) {
    const code = (cause as NodeJS.ErrnoException).code;
    throw new ConnectorError(
      code === 'EACCES' ? 'not-allowed' : 'refused',
      code === 'EACCES' ? 'The folder cannot be read.' : 'The folder is not there.',
      null,
      { cause },
    );
  }
  return names
    .filter((entry) => entry.isFile() && !entry.name.startsWith('.'))
    .map((entry) => relative(root, join(entry.parentPath, entry.name)).split(sep).join('/'))
    .sort();
}

const collectionOf = (file: string): string => (file.includes('/') ? file.split('/')[0]! : 'files');
const keyOf = (file: string, place: string): string => (place ? `${file}#${place}` : file);
const lastOf = (name: string): string => name.split('.').at(-1)!;

function placeOf(ref: RecordRef): [file: string, place: string] {
  const at = ref.key.indexOf('#');
  return at < 0 ? [ref.key, ''] : [ref.key.slice(0, at), ref.key.slice(at + 1)];
}

/** A document is handed on as it is, where it is no archive and not too large to be kept with its record. */
export function asFile(name: string, unit: Unit, bytes: Buffer): FoundFile[] {
  if (unit.text === null || unit.place !== '' || bytes.length > MOST_KEPT) return [];
  return [
    {
      name: name.split('/').at(-1)!,
      mediaType: isPdf(bytes) ? 'application/pdf' : 'application/octet-stream',
      base64: bytes.toString('base64'),
      isRecord: true,
    },
  ];
}

export function wordsOf(unit: Unit): string {
  return [...Object.values(unit.fields ?? {}), unit.text].filter(Boolean).join('\n');
}

/** Whom a unit seems to be of: what its fields are named for, and whatever of the keys stands in it. */
export function toRecord(
  file: string,
  unit: Unit,
  hay: Haystack,
  keys: readonly SearchKey[],
  confirmed: FieldHolds = {},
): FoundRecord {
  const said = confirmed[collectionOf(file)] ?? {};
  const holdsOf = (name: string) => (name in said ? said[name] : holdsByName(lastOf(name)));
  const held = (holds: string) =>
    Object.entries(unit.fields ?? {}).flatMap(([name, value]) => (value && holdsOf(name) === holds ? [value] : []));
  const hit = (kind: SearchKey['kind']) =>
    keys.filter((key) => key.kind === kind && mentions(hay, key)).map(({ value }) => value);
  const full = (held('full-name')[0] ?? hit('name')[0] ?? '').split(' ');
  const person: PersonRecord = {
    givenName: held('given-name')[0] ?? (full[0] || null),
    familyName: held('family-name')[0] ?? (full.slice(1).join(' ') || null),
    birthDate: held('birth-date')[0] ?? null,
    emails: [...new Set([...held('email'), ...hit('email')])],
    phones: [...new Set([...held('phone'), ...hit('phone')])],
    street: held('street')[0] ?? null,
    postcode: held('postcode')[0] ?? null,
    city: held('city')[0] ?? null,
    customerNumbers: [
      ...held('customer-number').map((value) => ({ system: '', value })),
      ...keys
        .filter((key) => key.kind === 'customer-number' && mentions(hay, key))
        .map(({ value, scope }) => ({ system: scope, value })),
    ],
  };
  const name = file.split('/').at(-1)!;
  const title = `${name}${unit.place ? ` · ${unit.place}` : ''}`;
  return {
    collection: collectionOf(file),
    key: keyOf(file, unit.place),
    title,
    fields: { file, ...(unit.place ? { place: unit.place } : {}), ...unit.fields },
    person,
    parent: null,
    refersTo: [],
    text: unit.text,
    files: [],
  };
}
