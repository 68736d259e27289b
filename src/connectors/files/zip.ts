import yauzl from 'yauzl';
import { FileProblem, type Unpacked } from './limits';

export interface Archive {
  entries: { name: string; isEncrypted: boolean; size: number; open(): Promise<Buffer> }[];
  close(): void;
}

/** Opens a ZIP in memory. Sizes are counted as they come out, not as the archive claims them. @throws FileProblem */
export async function openZip(bytes: Buffer, unpacked: Unpacked, mostEntries: number): Promise<Archive> {
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) => yauzl.fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, opened) => (error ? reject(new FileProblem('damaged', 'The archive is damaged or cut off.', { cause: error })) : resolve(opened!))));
  const entries: Archive['entries'] = [];
  await new Promise<void>((resolve, reject) => {
    zip.on('entry', (entry: yauzl.Entry) => {
      if (entries.length >= mostEntries) return reject(new FileProblem('too-many', `It holds more than ${mostEntries.toLocaleString('en')} files.`));
      if (!entry.fileName.endsWith('/')) entries.push({ name: entry.fileName, isEncrypted: (entry.generalPurposeBitFlag & 1) === 1, size: entry.uncompressedSize, open: () => read(zip, entry, unpacked) });
      zip.readEntry();
    });
    zip.on('end', resolve);
    zip.on('error', (cause: Error) => reject(new FileProblem('damaged', 'The archive is damaged or cut off.', { cause })));
    zip.readEntry();
  });
  return { entries, close: () => zip.close() };
}

function read(zip: yauzl.ZipFile, entry: yauzl.Entry, unpacked: Unpacked): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(new FileProblem('damaged', 'A file in the archive cannot be unpacked.', { cause: error }));
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => {
        try {
          unpacked.add(part.length);
          parts.push(part);
        } catch (problem) {
          stream.destroy();
          reject(problem as Error);
        }
      });
      stream.on('end', () => resolve(Buffer.concat(parts)));
      stream.on('error', (cause: Error) => reject(new FileProblem('damaged', 'A file in the archive cannot be unpacked.', { cause })));
    });
  });
}

/** One named entry. @throws FileProblem where it is not there */
export async function readEntry(archive: Archive, name: string): Promise<Buffer> {
  const entry = archive.entries.find((one) => one.name === name);
  if (!entry) throw new FileProblem('damaged', `It has no ${name}.`);
  return entry.open();
}
