import { readFileUnits } from '../files/readFile';
import type { FoundFile } from '../../ports/connector';

/** What cannot be read because nobody reads it: a picture says nothing that could be searched. */
const SILENT = new Set(['unknown-kind']);

/** The words of what is attached to a message (tables, documents, archives), and what could not be read of it. */
export async function readAttachment(
  file: FoundFile,
): Promise<{ words: string; problems: { place: string; code: string; text: string }[] }> {
  const words: string[] = [];
  const problems: { place: string; code: string; text: string }[] = [];
  for await (const reading of readFileUnits(file.name, Buffer.from(file.base64, 'base64'))) {
    if ('unit' in reading)
      words.push(...[...Object.values(reading.unit.fields ?? {}), reading.unit.text].filter((word) => word !== null));
    else if (!SILENT.has(reading.trouble.trouble))
      problems.push({
        place: reading.trouble.place ? `${file.name} ${reading.trouble.place}` : file.name,
        code: reading.trouble.trouble,
        text: reading.trouble.message,
      });
  }
  return { words: words.join('\n'), problems };
}
