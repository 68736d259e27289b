import { Readable } from 'node:stream';
import ExcelJS from 'exceljs';
import iconv from 'iconv-lite';
import PDFDocument from 'pdfkit';
import yazl from 'yazl';
import { LIMITS, type FileLimits } from '../../src/connectors/files/limits';
import { readFileUnits } from '../../src/connectors/files/readFile';
import { numbers } from '../matching/people';
import { closed } from '../support/fileBytes';

/** An archive as a program writes it that does not know the sizes before it has written them. */
export function zipOf(files: readonly (readonly [name: string, bytes: Buffer | string])[]): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, bytes] of files) zip.addReadStream(Readable.from([Buffer.from(bytes)]), name);
  return closed(zip);
}

/**
 * What a reader gives of a file: of each unit its place and its text, or its fields as JSON; of what it could not read
 * the place and the kind of trouble.
 */
export async function readings(name: string, bytes: Buffer, limits: Partial<FileLimits> = {}): Promise<string[]> {
  const found: string[] = [];
  for await (const reading of readFileUnits(name, bytes, { ...LIMITS, ...limits })) {
    found.push(
      'unit' in reading
        ? `${reading.unit.place}|${reading.unit.text ?? JSON.stringify(reading.unit.fields)}`
        : `${reading.trouble.place}!${reading.trouble.trouble}`,
    );
  }
  return found;
}

/** All that a reader gives of a file, as one text. */
export async function wordsIn(name: string, bytes: Buffer): Promise<string> {
  const words: string[] = [];
  for await (const reading of readFileUnits(name, bytes, LIMITS))
    if ('unit' in reading) words.push(reading.unit.text ?? '', JSON.stringify(reading.unit.fields));
  return words.join('\n');
}

/** A file with an address planted in every place of its kind that can hold words. */
export interface Planted {
  kind: string;
  name: string;
  bytes: Buffer;
  /** The address that stands in each place. */
  places: Record<string, string>;
}

/** Files of every kind that is read; the addresses differ with the seed. */
export async function planted(seed: number): Promise<Planted[]> {
  const { below } = numbers(seed);
  const made: Planted[] = [];
  const file = async (
    kind: string,
    name: string,
    build: (at: (place: string) => string) => Promise<Buffer> | Buffer,
  ) => {
    const places: Record<string, string> = {};
    const at = (place: string) => (places[place] ??= `w${below(1_000_000_000)}@mail.example`);
    made.push({ kind, name, bytes: await build(at), places });
  };
  await file('DOCX', 'letter.docx', docx);
  await file('PPTX', 'talk.pptx', (at) =>
    zipOf([
      ['ppt/presentation.xml', '<p:presentation xmlns:p="p"/>'],
      ['ppt/slides/slide1.xml', slide(at('slide'))],
      ['ppt/notesSlides/notesSlide1.xml', slide(at('speaker notes'))],
    ]),
  );
  await file('XLSX', 'members.xlsx', workbook);
  await file('ODT', 'letter.odt', (at) => openDocument('text', at));
  await file('PDF', 'waiver.pdf', pdf);
  await file('mail', 'mail.eml', mail);
  await file('archive', 'box.zip', async (at) =>
    zipOf([
      ['a.txt', at('file')],
      ['a.txt', at('file of the same name')],
      ['in.zip', await zipOf([['b.txt', at('archive in it')]])],
    ]),
  );
  await file('CSV', 'list.csv', (at) =>
    Buffer.from(`name,e-mail,e-mail\nIda,${at('field')},${at('second column of one name')}\n`),
  );
  await file('CSV without names', 'list.csv', (at) =>
    Buffer.from(`Ida Vang,${at('first row')},12\nBo Dam,${at('row')},13\n`),
  );
  await file('text of another encoding', 'note.txt', (at) =>
    iconv.encode(`Kære Åse, skriv til ${at('text')}`, 'windows-1252'),
  );
  await file('text without a mark', 'note.txt', (at) => iconv.encode(`Kære Åse, skriv til ${at('text')}`, 'utf-16be'));
  await file('lines of two encodings', 'mixed.log', (at) =>
    Buffer.concat([
      Buffer.from(`Søren ${at('line of one')}\n`),
      iconv.encode(`Åse ${at('line of the other')}\n`, 'windows-1252'),
    ]),
  );
  await file('lines that end with CR', 'old.csv', (at) => Buffer.from(`name,mail\rIda,${at('row')}\r`));
  return made;
}

const W = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"';
const paragraph = (text: string) => `<w:p><w:r><w:t>${text}</w:t></w:r></w:p>`;
const part = (root: string, inner: string) => `<?xml version="1.0"?><w:${root} ${W}>${inner}</w:${root}>`;
const slide = (text: string) => `<p:sld xmlns:p="p" xmlns:a="a"><a:p><a:r><a:t>${text}</a:t></a:r></a:p></p:sld>`;

function docx(at: (place: string) => string): Promise<Buffer> {
  const changes = `<w:p><w:del w:id="1"><w:r><w:delText>${at('struck words')}</w:delText></w:r></w:del><w:ins w:id="2"><w:r><w:t>${at('words put in')}</w:t></w:r></w:ins></w:p>`;
  return zipOf([
    ['[Content_Types].xml', '<?xml version="1.0"?><Types/>'],
    [
      'word/document.xml',
      part(
        'document',
        `<w:body>${paragraph(at('body'))}<w:tbl><w:tr><w:tc>${paragraph(at('table'))}</w:tc></w:tr></w:tbl>${changes}</w:body>`,
      ),
    ],
    ['word/header1.xml', part('hdr', paragraph(at('head')))],
    ['word/footer1.xml', part('ftr', paragraph(at('foot')))],
    ['word/footnotes.xml', part('footnotes', `<w:footnote w:id="1">${paragraph(at('footnote'))}</w:footnote>`)],
    ['word/endnotes.xml', part('endnotes', `<w:endnote w:id="1">${paragraph(at('endnote'))}</w:endnote>`)],
    [
      'word/comments.xml',
      part('comments', `<w:comment w:id="0" w:author="Per">${paragraph(at('comment'))}</w:comment>`),
    ],
    [
      'word/_rels/document.xml.rels',
      `<Relationships xmlns="r"><Relationship Id="a" Type="hyperlink" Target="mailto:${at('link')}" TargetMode="External"/></Relationships>`,
    ],
    [
      'docProps/core.xml',
      `<cp:coreProperties xmlns:cp="c" xmlns:dc="d"><dc:creator>${at('properties')}</dc:creator></cp:coreProperties>`,
    ],
  ]);
}

function openDocument(kind: string, at: (place: string) => string): Promise<Buffer> {
  const changes = `<text:tracked-changes><text:p>${at('struck words')}</text:p></text:tracked-changes>`;
  const note = `<text:note><text:note-body><text:p>${at('footnote')}</text:p></text:note-body></text:note>`;
  return zipOf([
    ['mimetype', `application/vnd.oasis.opendocument.${kind}`],
    [
      'content.xml',
      `<o:c xmlns:o="o" xmlns:text="t" xmlns:office="f">${changes}<text:p>${at('body')}${note}</text:p><office:annotation><text:p>${at('comment')}</text:p></office:annotation></o:c>`,
    ],
    ['styles.xml', `<o:s xmlns:o="o" xmlns:text="t"><text:p>${at('head')}</text:p></o:s>`],
    [
      'meta.xml',
      `<o:m xmlns:o="o" xmlns:meta="m"><meta:initial-creator>${at('properties')}</meta:initial-creator></o:m>`,
    ],
  ]);
}

async function workbook(at: (place: string) => string): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('Open');
  sheet.addRows([
    ['name', 'mail'],
    ['Ida', at('cell')],
    ['Bo', at('hidden row')],
  ]);
  sheet.getRow(3).hidden = true;
  sheet.getCell('A2').note = at('note at a cell');
  book.addWorksheet('Away', { state: 'veryHidden' }).addRows([
    ['name', 'mail'],
    ['Liv', at('hidden sheet')],
  ]);
  book.creator = at('properties');
  return Buffer.from(await book.xlsx.writeBuffer());
}

function pdf(at: (place: string) => string): Promise<Buffer> {
  return new Promise((resolve) => {
    const doc = new PDFDocument({ info: { Author: at('properties') } });
    const parts: Buffer[] = [];
    doc.on('data', (bytes: Buffer) => parts.push(bytes)).on('end', () => resolve(Buffer.concat(parts)));
    doc.font('Helvetica').initForm();
    doc.text(at('page'));
    doc.formText('name', 72, 120, 200, 20, { value: at('form field') });
    doc.note(72, 200, 20, 20, at('note beside the page'));
    doc.link(72, 240, 50, 10, `mailto:${at('link')}`);
    doc.file(Buffer.from(`e-mail\n${at('file packed into it')}\n`), { name: 'list.csv' });
    doc.end();
  });
}

async function mail(at: (place: string) => string): Promise<Buffer> {
  const attached = (name: string, type: string, content: Buffer) =>
    `--b\r\nContent-Type: ${type}; name="${name}"\r\nContent-Disposition: attachment; filename="${name}"\r\nContent-Transfer-Encoding: base64\r\n\r\n${content.toString('base64')}\r\n`;
  const message = (from: string, text: string, ...parts: string[]) =>
    Buffer.from(
      `From: ${from}\r\nTo: b@mail.example\r\nSubject: x\r\nMIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary="b"\r\n\r\n--b\r\nContent-Type: text/plain\r\n\r\n${text}\r\n${parts.join('')}--b--\r\n`,
    );
  const inner = message(
    'a@mail.example',
    at('mail in an archive'),
    attached('list.csv', 'text/csv', Buffer.from(`mail\n${at('attachment of what is attached')}\n`)),
  );
  return message(
    at('sender'),
    at('body'),
    attached('box.zip', 'application/zip', await zipOf([['kept.eml', inner]])),
    attached('list.csv', 'text/csv', Buffer.from(`mail\n${at('attachment')}\n`)),
  );
}
