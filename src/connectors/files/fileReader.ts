import type { FileReader } from '../../ports/fileReader';
import { haystackOf, mentions } from '../../core/matching/mentions';
import { asFile, toRecord, wordsOf } from './filesConnector';
import { isPdf, readFileUnits } from './readFile';
import { LIMITS, Unpacked } from './limits';
import { redactPdf } from './redactPdf';
import { sheetRows } from './sheetRows';

export const fileReader: FileReader = {
  async *read(name, bytes, keys) {
    for await (const reading of readFileUnits(name, bytes)) {
      if ('trouble' in reading) {
        yield {
          problem: {
            collection: 'uploads',
            key: reading.trouble.place ? `${name}#${reading.trouble.place}` : name,
            code: reading.trouble.trouble,
            text: reading.trouble.message,
          },
        };
        continue;
      }
      const hay = haystackOf(wordsOf(reading.unit));
      // A table may hold everybody; a document was handed over because it is about the person.
      if (reading.unit.fields && reading.unit.text === null && !keys.some((key) => mentions(hay, key))) continue;
      const record = toRecord(name, reading.unit, hay, keys);
      yield { record: { ...record, collection: 'uploads', files: asFile(name, reading.unit, bytes) } };
    }
  },
  async *sheetRows(bytes) {
    let first: string | null = null;
    for await (const { sheet, number, cells } of sheetRows(bytes, LIMITS, new Unpacked(bytes.length, LIMITS))) {
      if (first !== null && sheet !== first) return;
      first = sheet;
      yield { number, cells };
    }
  },
  async words(name, bytes) {
    const words: string[] = [];
    for await (const reading of readFileUnits(name, bytes)) if ('unit' in reading) words.push(wordsOf(reading.unit));
    return words.join('\n');
  },
  withoutPassages: async (bytes, passages) => (isPdf(bytes) ? redactPdf(bytes, passages) : null),
};
