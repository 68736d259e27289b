import ExcelJS from 'exceljs';
import PDFDocument from 'pdfkit';
import yazl from 'yazl';

// Files of the kinds that people send, made here.

/** An archive, closed, as its bytes. */
export function closed(zip: yazl.ZipFile): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.end();
    const parts: Buffer[] = [];
    zip.outputStream
      .on('data', (part: Buffer) => parts.push(part))
      .on('end', () => resolve(Buffer.concat(parts)))
      .on('error', reject);
  });
}

/** An archive of some files. */
export function zipOf(files: Record<string, Buffer | string>, options: Partial<yazl.Options> = {}): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, bytes] of Object.entries(files)) zip.addBuffer(Buffer.from(bytes), name, options);
  return closed(zip);
}

/** A workbook of one sheet. */
export const xlsxOf = async (rows: unknown[][]) => {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Camp').addRows(rows);
  return Buffer.from(await book.xlsx.writeBuffer());
};

/** One page; without a text, a page of nothing that can be read. */
export const pdfOf = (text: string | null, options: PDFKit.PDFDocumentOptions = {}) =>
  new Promise<Buffer>((resolve) => {
    const pdf = new PDFDocument(options);
    const parts: Buffer[] = [];
    pdf.on('data', (part: Buffer) => parts.push(part)).on('end', () => resolve(Buffer.concat(parts)));
    if (text) pdf.text(text);
    pdf.end();
  });

const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';

const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006';

export const docxOf = (text: string) =>
  zipOf({
    '[Content_Types].xml':
      `<?xml version="1.0"?><Types xmlns="${PACKAGE}/content-types">` +
      '<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>' +
      '<Override PartName="/word/document.xml" ' +
      'ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    '_rels/.rels':
      `<?xml version="1.0"?><Relationships xmlns="${PACKAGE}/relationships">` +
      `<Relationship Id="r" Type="${OFFICE}/relationships/officeDocument" Target="word/document.xml"/></Relationships>`,
    'word/document.xml':
      `<?xml version="1.0"?><w:document ` +
      `xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>${text}` +
      `</w:t></w:r></w:p></w:body></w:document>`,
  });
