import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { FileProblem, type Unpacked } from './limits';

export interface Archive {
  entries: {
    name: string;
    isEncrypted: boolean;
    size: number;
    open(): Promise<Buffer>;
    stream(): AsyncGenerator<Buffer>;
  }[];
  close(): void;
}

/** Opens a ZIP in memory. Sizes are counted as they come out, not as the archive claims them. @throws FileProblem */
export async function openZip(bytes: Buffer, unpacked: Unpacked, mostEntries: number): Promise<Archive> {
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
    yauzl.fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, opened) =>
      error
        ? reject(new FileProblem('damaged', 'The archive is damaged or cut off.', { cause: error }))
        : resolve(opened),
    ),
  );
  const entries: Archive['entries'] = [];
  await new Promise<void>((resolve, reject) => {
    zip.on('entry', (entry: yauzl.Entry) => {
      if (entries.length >= mostEntries)
        return reject(new FileProblem('too-many', `It holds more than ${mostEntries.toLocaleString('en')} files.`));
      if (!entry.fileName.endsWith('/'))
        entries.push({
          name: entry.fileName,
          isEncrypted: (entry.generalPurposeBitFlag & 1) === 1,
          size: entry.uncompressedSize,
          open: () => read(zip, entry, unpacked),
          stream: () => pieces(zip, entry, unpacked),
        });
      zip.readEntry();
    });
    zip.on('end', resolve);
    zip.on('error', (cause: Error) =>
      reject(new FileProblem('damaged', 'The archive is damaged or cut off.', { cause })),
    );
    zip.readEntry();
  });
  return { entries, close: () => zip.close() };
}

async function read(zip: yauzl.ZipFile, entry: yauzl.Entry, unpacked: Unpacked): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of pieces(zip, entry, unpacked)) parts.push(part);
  return Buffer.concat(parts);
}

async function* pieces(zip: yauzl.ZipFile, entry: yauzl.Entry, unpacked: Unpacked): AsyncGenerator<Buffer> {
  try {
    const stream = await new Promise<Readable>((resolve, reject) =>
      zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened))),
    );
    for await (const part of stream as AsyncIterable<Buffer>) {
      unpacked.add(part.length);
      yield part;
    }
  } catch (cause) {
    if (cause instanceof FileProblem) throw cause;
    throw new FileProblem('damaged', 'A file in the archive cannot be unpacked.', { cause });
  }
}

/** One named entry. @throws FileProblem where it is not there */
export async function readEntry(archive: Archive, name: string): Promise<Buffer> {
  return entryOf(archive, name).open();
}

/** The same, piece by piece. */
export function streamEntry(archive: Archive, name: string): AsyncGenerator<Buffer> {
  return entryOf(archive, name).stream();
}

function entryOf(archive: Archive, name: string): Archive['entries'][number] {
  const entry = archive.entries.find((one) => one.name === name);
  if (!entry) throw new FileProblem('damaged', `It has no ${name}.`);
  return entry;
}
