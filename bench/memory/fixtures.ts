import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { createGzip } from 'node:zlib';
import yazl from 'yazl';

// Inputs as large as each path takes them, made once; each holds one line about the person who is sought.

export const SOUGHT = 'mette@mail.example';
const MB = 1_048_576;

/** Writes pieces until so many bytes are there. @param piece the nth piece of the content */
export async function fill(
  path: string,
  bytes: number,
  piece: (n: number) => string,
  ends: { first?: string; last?: string } = {},
  encoding: BufferEncoding = 'utf8',
): Promise<void> {
  const out = createWriteStream(path);
  let left = bytes - Buffer.byteLength(ends.last ?? '', encoding);
  const write = async (text: string) => {
    const part = Buffer.from(text, encoding);
    left -= part.length;
    if (!out.write(part)) await once(out, 'drain');
  };
  await write(ends.first ?? '');
  for (let n = 0; ; n += 500) {
    const next = Array.from({ length: 500 }, (_, i) => piece(n + i)).join('');
    if (Buffer.byteLength(next, encoding) > left) break;
    await write(next);
  }
  out.end(Buffer.from(ends.last ?? '', encoding));
  await once(out, 'close');
}

const name = (n: number) => `Person ${n.toString(36)}`;
export const csv = (path: string, bytes: number, encoding: BufferEncoding = 'utf8') =>
  fill(
    path,
    bytes,
    (n) =>
      `${n},${name(n)},p${n}@inbox.example,"Street ${n}, Aarhus",words that fill a line of a table up to its usual length and a little more than that, so that the rows are few enough,${'x'.repeat(1200)}\n`,
    {
      first: `${encoding === 'utf16le' ? '\ufeff' : ''}no,name,email,address,note,more\n`,
      last: `0,Mette,${SOUGHT},,,\n`,
    },
    encoding,
  );
export const ndjson = (path: string, bytes: number, encoding: BufferEncoding = 'utf8') =>
  fill(
    path,
    bytes,
    (n) =>
      `${JSON.stringify({ n, name: name(n), email: `p${n}@inbox.example`, words: 'of a log that goes on and on' })}\n`,
    { first: encoding === 'utf16le' ? '\ufeff' : '', last: `{"email":"${SOUGHT}"}\n` },
    encoding,
  );
const EMPTY = Array(80).fill('[]').join(',');
/** The smallest things: they become the most memory. */
export const json = (path: string, bytes: number, before = '[', after = ']') =>
  fill(path, bytes, (n) => `{"n":${n % 10},"a":[${EMPTY}]},`, {
    first: before,
    last: `{"n":-1,"email":"${SOUGHT}"}${after}`,
  });
export const text = (path: string, bytes: number) =>
  fill(path, bytes, (n) => `${name(n)} wrote to p${n}@inbox.example about a ride along the fjord, with ærlige ord. `, {
    last: `And ${SOUGHT} too.`,
  });
export const html = (path: string, bytes: number) =>
  fill(path, bytes, (n) => `<p>${name(n)} <b>p${n}@inbox.example</b> &amp; a ride</p>`, {
    first: '<!doctype html><body>',
    last: `<p>${SOUGHT}</p>`,
  });

/** One message with an attachment that fills it. */
export const message = (path: string, bytes: number) =>
  fill(path, bytes, () => `${'QUJD'.repeat(19)}\r\n`, {
    first: `From: Ida <ida@inbox.example>\r\nTo: ${SOUGHT}\r\nSubject: pictures\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\nContent-Type: text/plain\r\n\r\nHello ${SOUGHT}\r\n--b\r\nContent-Type: application/octet-stream; name=a.bin\r\nContent-Transfer-Encoding: base64\r\n\r\n`,
    last: '\r\n--b--\r\n',
  });
export const mbox = (path: string, bytes: number) =>
  fill(
    path,
    bytes,
    (n) =>
      `From a@b Mon Nov 23 08:00:00 2026\nFrom: p${n}@inbox.example\nTo: ${n % 500 === 7 ? SOUGHT : 'x@inbox.example'}\nSubject: ${n}\n\n${`Words of message ${n}, such as people write.\n`.repeat(90)}\n`,
  );

async function zip(path: string, parts: Record<string, NodeJS.ReadableStream | string>): Promise<void> {
  const file = new yazl.ZipFile();
  for (const [entry, content] of Object.entries(parts)) {
    if (typeof content === 'string') file.addBuffer(Buffer.from(content), entry);
    else file.addReadStream(content, entry);
  }
  file.end();
  const out = createWriteStream(path);
  file.outputStream.pipe(out);
  await once(out, 'close');
}

async function* pieces(bytes: number, first: string, piece: (n: number) => string, last: string) {
  yield first;
  let made = first.length;
  for (let n = 0; made < bytes; n++) {
    const next = piece(n);
    made += next.length;
    yield next;
  }
  yield last;
}
const streamed = async (...given: Parameters<typeof pieces>) =>
  (await import('node:stream')).Readable.from(pieces(...given));
/** Differs from row to row, so that it does not look like a bomb. */
const noise = (n: number) => ((n * 2654435761) >>> 0).toString(36) + ((n * 40503 + 7) >>> 0).toString(36);

const XLSX = {
  '[Content_Types].xml':
    '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>',
  '_rels/.rels':
    '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>',
  'xl/workbook.xml':
    '<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="One" sheetId="1" r:id="rId1"/></sheets></workbook>',
  'xl/_rels/workbook.xml.rels':
    '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
};
const cell = (words: string) => `<c t="inlineStr"><is><t>${words}</t></is></c>`;
/** @param bytes of its one sheet, unpacked */
export const xlsx = async (path: string, bytes: number) =>
  zip(path, {
    ...XLSX,
    'xl/worksheets/sheet1.xml': await streamed(
      bytes,
      `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="1">${cell('no')}${cell('email')}${cell('note')}</row><row r="2">${cell('1')}${cell(SOUGHT)}${cell('')}</row>`,
      (n) =>
        `<row r="${n + 3}">${cell(String(n))}${cell(`${noise(n)}@inbox.example`)}${cell(`${noise(n + 1)} ${noise(n + 2)} ${'and words that fill the cell. '.repeat(80)}`)}</row>`,
      '</sheetData></worksheet>',
    ),
  });
const odsCell = (words: string) =>
  `<table:table-cell office:value-type="string"><text:p>${words}</text:p></table:table-cell>`;
export const ods = async (path: string, bytes: number) =>
  zip(path, {
    mimetype: 'application/vnd.oasis.opendocument.spreadsheet',
    'content.xml': await streamed(
      bytes,
      `<?xml version="1.0"?><office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet><table:table table:name="One"><table:table-row>${odsCell('no')}${odsCell('email')}${odsCell('note')}</table:table-row><table:table-row>${odsCell('1')}${odsCell(SOUGHT)}${odsCell('')}</table:table-row>`,
      (n) =>
        `<table:table-row>${odsCell(String(n))}${odsCell(`${noise(n)}@inbox.example`)}${odsCell(`${noise(n + 1)} ${noise(n + 2)} ${'and words that fill the cell. '.repeat(80)}`)}</table:table-row>`,
      '</table:table></office:spreadsheet></office:body></office:document-content>',
    ),
  });
/** An archive of tables. */
export const archive = async (path: string, bytes: number) =>
  zip(
    path,
    Object.fromEntries(
      await Promise.all(
        [0, 1].map(async (k) => [
          `part${k}.csv`,
          await streamed(
            bytes / 2,
            `no,email,note\n1,${SOUGHT},\n`,
            (n) => `${n},${noise(n * 2 + k)}@inbox.example,${noise(n)} ${'and words that fill it. '.repeat(60)}\n`,
            '',
          ),
        ]),
      ),
    ),
  );

export async function gzip(path: string, bytes: number): Promise<void> {
  const packed = createGzip();
  const out = createWriteStream(path);
  packed.pipe(out);
  for (let n = 0, made = 0; made < bytes; n++) {
    const line = `${noise(n)}@inbox.example;${noise(n + 1)};${n % 50_000 === 3 ? SOUGHT : ''};${'and words that fill it. '.repeat(20)}\n`;
    made += line.length;
    if (!packed.write(line)) await once(packed, 'drain');
  }
  packed.end();
  await once(out, 'close');
}
export { MB };
