import { createReadStream, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import iconv from 'iconv-lite';
import type { Context } from '../shared/context';
import { linesOf } from './readFile';

const folder = mkdtempSync(join(tmpdir(), 'bookend-lines-'));
const ctx = {
  storage: { read: (name: string) => createReadStream(join(folder, name)) },
  keys: { unsealStream: () => new PassThrough() },
} as unknown as Context;
async function read(
  name: string,
  encoding = 'UTF-8',
  format: 'csv' | 'xlsx' = 'csv',
  most = Infinity,
): Promise<string[]> {
  const lines: string[] = [];
  for await (const { raw } of linesOf(ctx, name, { format, encoding, delimiter: ';' }, null)) {
    lines.push(raw);
    if (lines.length >= most) break;
  }
  return lines;
}

test.each(['csv', 'xlsx'] as const)(
  'a file (%s) that is gone is said where it is read, and breaks nothing else',
  async (format) => {
    await expect(read('gone', 'UTF-8', format)).rejects.toMatchObject({ code: 'ENOENT' });
    await expect(read('gone', 'windows-1252', format)).rejects.toMatchObject({ code: 'ENOENT' });
  },
);

test.each(['UTF-8', 'windows-1252', 'utf-16le'])('lines in %s, all of them or only the first', async (encoding) => {
  writeFileSync(join(folder, encoding), iconv.encode('navn;by\r\nÅse;Århus\n\nBo;Ålborg', encoding));
  expect(await read(encoding, encoding)).toEqual(['navn;by', 'Åse;Århus', 'Bo;Ålborg']);
  expect(await read(encoding, encoding, 'csv', 1)).toEqual(['navn;by']);
});

test('an empty file has no line', async () => {
  writeFileSync(join(folder, 'empty'), '');
  expect(await read('empty')).toEqual([]);
});
