import type { FileReader } from '../../ports/fileReader';
import { haystackOf, mentions } from '../shared/mentions';
import { toRecord, wordsOf } from './filesConnector';
import { readFileUnits } from './readFile';

export const fileReader: FileReader = {
  async *read(name, bytes, keys) {
    for await (const reading of readFileUnits(name, bytes)) {
      if ('trouble' in reading) {
        yield { problem: { collection: 'uploads', key: reading.trouble.place ? `${name}#${reading.trouble.place}` : name, code: reading.trouble.trouble, text: reading.trouble.message } };
        continue;
      }
      const hay = haystackOf(wordsOf(reading.unit));
      // A table may hold everybody; a document was handed over because it is about the person.
      if (reading.unit.fields && reading.unit.text === null && !keys.some((key) => mentions(hay, key))) continue;
      const record = toRecord(name, reading.unit, hay, keys);
      // A document is handed on as it is.
      const files = reading.unit.text !== null && reading.unit.place === '' ? [{ name: name.split('/').at(-1)!, mediaType: 'application/octet-stream', base64: bytes.toString('base64') }] : [];
      yield { record: { ...record, collection: 'uploads', files } };
    }
  },
};
