import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gzipSync } from 'node:zlib';
import ExcelJS from 'exceljs';
import iconv from 'iconv-lite';
import PDFDocument from 'pdfkit';
import yazl from 'yazl';
import type { FoundRecord } from '../../ports/connector';
import { filesConnector } from './filesConnector';
import { LIMITS, type FileLimits } from './limits';
import { readFileUnits } from './readFile';

const root = mkdtempSync(join(tmpdir(), 'bookend-files-'));

const put = (name: string, bytes: Buffer | string) => {
  mkdirSync(join(root, name, '..'), { recursive: true });
  writeFileSync(join(root, name), bytes);
};

const zipOf = (files: Record<string, Buffer | string>, options: Partial<yazl.Options> = {}) =>
  new Promise<Buffer>((resolve, reject) => {
    const zip = new yazl.ZipFile();
    for (const [name, bytes] of Object.entries(files)) zip.addBuffer(Buffer.from(bytes), name, options);
    zip.end();
    const parts: Buffer[] = [];
    zip.outputStream
      .on('data', (part: Buffer) => parts.push(part))
      .on('end', () => resolve(Buffer.concat(parts)))
      .on('error', reject);
  });

const xlsxOf = async (rows: unknown[][]) => {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Camp').addRows(rows);
  return Buffer.from(await book.xlsx.writeBuffer());
};

const pdfOf = (text: string | null, options: PDFKit.PDFDocumentOptions = {}) =>
  new Promise<Buffer>((resolve) => {
    const pdf = new PDFDocument(options);
    const parts: Buffer[] = [];
    pdf.on('data', (part: Buffer) => parts.push(part)).on('end', () => resolve(Buffer.concat(parts)));
    if (text) pdf.text(text);
    pdf.end();
  });

const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';

const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006';

const docx = (text: string) =>
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

const EMAIL = 'mette@mail.example';

async function units(name: string, bytes: Buffer, limits: Partial<FileLimits> = {}) {
  const found: string[] = [];
  for await (const reading of readFileUnits(name, bytes, { ...LIMITS, ...limits }))
    found.push(
      'unit' in reading
        ? `${reading.unit.place}|${reading.unit.text ?? JSON.stringify(reading.unit.fields)}`
        : `${reading.trouble.place}!${reading.trouble.trouble}`,
    );
  return found;
}

beforeAll(async () => {
  put(
    'quotes/prices.csv',
    iconv.encode(
      'navn;e-mail;telefon\nMette Holmgård;METTE@mail.example;10 12 34 56\nJonas Vind;jonas@inbox.example;10 77 88 99\n',
      'windows-1252',
    ),
  );
  put(
    'quotes/utf16.tsv',
    Buffer.concat([Buffer.from([0xff, 0xfe]), iconv.encode('name\tphone\nMette Holmgård\t+45 10123456\n', 'utf-16le')]),
  );
  put(
    'camp/2026.xlsx',
    await xlsxOf([
      ['child', 'guardian e-mail', 'note'],
      ['Emil', EMAIL, 'asthma'],
      ['Sofie', 'other@mail.example', null],
    ]),
  );
  put('letters/reply.docx', await docx('Dear Mette Holmgård, your number is 48213.'));
  put('waivers/signed.pdf', await pdfOf('I, Mette Holmgård, ride at my own risk.'));
  put('letters/page.html', '<html><style>mette@mail.example</style><body><p>Call <b>10 12 34 56</b></p></body></html>');
  put(
    'log/2026-11-01.ndjson.gz',
    gzipSync(
      `{"at":"2026-11-01T08:00:00Z","user":{"email":"${EMAIL}` +
        `"},"ip":"192.0.2.1"}\n{"at":"x","user":{"email":"no@mail.example"}}\nplain line of ${EMAIL}\n`,
    ),
  );
  put('old/box.zip', await zipOf({ 'a/list.csv': `email\n${EMAIL}\n`, 'b/readme.txt': 'nothing' }));
  put('old/mail.eml', `From: Mette <${EMAIL}>\r\nTo: x@larkmere.example\r\nSubject: Hi\r\n\r\nhello`);
  put('old/half.pdf', (await pdfOf('cut')).subarray(0, 300));
  put('old/locked.pdf', await pdfOf('secret', { userPassword: 'x' }));
  put('old/picture.pdf', await pdfOf(null));
  put('old/program.bin', Buffer.from([0, 1, 2, 3, 0, 9]));
  put('old/half.docx', (await docx('x')).subarray(0, 200));
});

describe('documents of an office suite', () => {
  const odf = (kind: string, content: string) =>
    zipOf({ mimetype: `application/vnd.oasis.opendocument.${kind}`, 'content.xml': content });
  test('ODS, with repeated cells and a date', async () => {
    const sheet = await odf(
      'spreadsheet',
      '<office:document-content><office:body><office:spreadsheet><table:table table:name="Liste &amp; ' +
        'mehr"><table:table-row><table:table-cell><text:p>name</text:p></table:table-cell><table:table-cell ' +
        'table:number-columns-repeated="2"><text:p>x</text:p></table:table-cell></table:table-row>' +
        '<table:table-row><table:table-cell><text:p>M&#228;rta</text:p></table:table-cell><table:table-cell ' +
        'office:date-value="1987-03-14"/></table:table-row><table:table-row ' +
        'table:number-rows-repeated="1048574"><table:table-cell ' +
        'table:number-columns-repeated="1024"/></table:table-row></table:table></office:spreadsheet>' +
        '</office:body></office:document-content>',
    );
    expect(await units('x.ods', sheet)).toEqual(['Liste & mehr!2|{"name":"Märta","x":"1987-03-14"}']);
  });
  test(
    'XLSX of other programs: no places, prefixes, runs of letters, days of two calendars, hidden ' +
      'sheets, texts after the sheets',
    async () => {
      const sheet = (rows: string) =>
        `<?xml version="1.0"?><x:worksheet ` +
        `xmlns:x="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><x:sheetData>${rows}` +
        `</x:sheetData></x:worksheet>`;
      const text = (words: string) => `<x:c t="inlineStr"><x:is><x:t>${words}</x:t></x:is></x:c>`;
      const book = (dates: string) =>
        zipOf({
          'xl/worksheets/sheet1.xml': sheet(
            `<x:row>${['name', 'born', 'number', 'member', 'far'].map(text).join('')}</x:row><x:row r="4"><x:c ` +
              `t="s"><x:v>1</x:v></x:c><x:c s="1"><x:v>31850</x:v></x:c><x:c><x:v>4.520304050E9</x:v></x:c><x:c ` +
              `t="b"><x:v>1</x:v></x:c><x:c r="F4" t="str"><x:f>A1</x:f><x:v>a_x000A_b</x:v></x:c></x:row>`,
          ),
          'xl/worksheets/sheet2.xml': sheet(`<x:row>${text('a')}</x:row><x:row><x:c r="C2"><x:v>3</x:v></x:c></x:row>`),
          'xl/workbook.xml':
            `<x:workbook xmlns:x="http://schemas.openxmlformats.org/spreadsheetml/2006/main" ` +
            `xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><x:workbookPr ${dates}` +
            `/><x:sheets><x:sheet name="One" sheetId="1" r:id="a"/><x:sheet name="Two" sheetId="2" state="veryHidden" ` +
            `r:id="b"/></x:sheets></x:workbook>`,
          'xl/_rels/workbook.xml.rels':
            '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship ' +
            'Id="a" Type="x/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="b" Type="x/worksheet" ' +
            'Target="/xl/worksheets/sheet2.xml"/><Relationship Id="c" Type="x/sharedStrings" ' +
            'Target="texts.xml"/><Relationship Id="d" Type="x/styles" Target="styles.xml"/></Relationships>',
          'xl/texts.xml':
            '<x:sst xmlns:x="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><x:si><x:t>no</x:t>' +
            '</x:si><x:si><x:r><x:t xml:space="preserve">Ida ' +
            '</x:t></x:r><x:r><x:rPr><x:b/></x:rPr><x:t>Vang</x:t></x:r><x:rPh sb="0" ' +
            'eb="1"><x:t>sound</x:t></x:rPh></x:si></x:sst>',
          'xl/styles.xml':
            '<x:styleSheet xmlns:x="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><x:numFmts>' +
            '<x:numFmt numFmtId="164" formatCode="[$-409]d&quot; of ' +
            '&quot;mmmm"/></x:numFmts><x:cellStyleXfs><x:xf numFmtId="0"/></x:cellStyleXfs><x:cellXfs><x:xf ' +
            'numFmtId="0"/><x:xf numFmtId="164"/></x:cellXfs></x:styleSheet>',
        });
      const first = (born: string) =>
        `One!4|${JSON.stringify({ name: 'Ida Vang', born, number: '4520304050', member: 'true', 'column 6': 'a\nb' })}`;
      expect(await units('x.xlsx', await book(''))).toEqual([first('1987-03-14'), 'Two!2|{"column 3":"3"}']);
      expect((await units('x.xlsx', await book('date1904="1"')))[0]).toBe(first('1991-03-15'));
    },
  );
  test('ODS: blank cells and rows that are said once keep what follows in its place', async () => {
    const cell = (words: string) => `<table:table-cell><text:p>${words}</text:p></table:table-cell>`;
    const sheet = (rows: string) =>
      odf(
        'spreadsheet',
        `<?xml version="1.0" encoding="UTF-8"?><office:document-content><table:table table:name="One">${rows}` +
          `</table:table><table:table table:name="Two"><table:table-row>${cell('no')}` +
          `</table:table-row><table:table-row>${cell('2')}</table:table-row></table:table></office:document-content>`,
      );
    const rows =
      `<table:table-row>${cell('a')}${cell('b')}${cell('c')}${cell('d')}</table:table-row><table:table-row ` +
      `table:number-rows-repeated="7"><table:table-cell ` +
      `table:number-columns-repeated="9"/></table:table-row><table:table-row>${cell('1')}<table:table-cell ` +
      `table:number-columns-repeated="2"/>${cell('4<text:s text:c="2"/>5')}<table:table-cell ` +
      `table:number-columns-repeated="1000"/></table:table-row>`;
    expect(await units('x.ods', await sheet(rows))).toEqual(['One!9|{"a":"1","d":"4  5"}', 'Two!2|{"no":"2"}']);
    expect(await units('x.ods', await sheet(rows), { mostCells: 6 })).toEqual(['!too-many']);
    expect(
      await units(
        'x.ods',
        await odf(
          'spreadsheet',
          `<office:document-content><table:table table:name="One"><table:table-row>${cell('a')}` +
            `</table:table-row><table:table-row>${cell('1')}</table:table-row><table:table-row>`,
        ),
      ),
    ).toEqual(['One!2|{"a":"1"}', '!damaged']);
  });
  test('ODT', async () =>
    expect(
      await units(
        'x.odt',
        await odf('text', '<office:text><text:p>One<text:s/>two</text:p><text:p>three</text:p></office:text>'),
      ),
    ).toEqual(['|One two\nthree']));
});

describe('documents as other programs write them', () => {
  const documents = filesConnector({ path: resolve('test/fixtures/documents') });
  const found = async (value: string) => {
    const all: { records: FoundRecord[]; problems: string[] } = { records: [], problems: [] };
    for await (const batch of documents.search([{ kind: 'email', value, scope: '' }])) {
      all.records.push(...batch.records);
      all.problems.push(...(batch.problems ?? []).map(({ key, code }) => `${key} ${code}`));
    }
    return all;
  };

  test('letters and tables of an office suite are searched; an old form and a password are said', async () => {
    const { records, problems } = await found('ida.kirkegaard@mail.example');
    expect(records.map(({ key }) => key).filter((key) => !key.includes('mbox'))).toEqual([
      'camp.ods#camp!2',
      'camp.xlsx#camp!2',
      'letter.docx',
      'letter.odt',
      'letter.pdf',
    ]);
    expect(problems).toEqual(['letter.doc encrypted', 'locked.pdf encrypted']);
    for (const { text } of records.filter(({ key }) => key.startsWith('letter')))
      expect(text!.replace(/\s+/g, ' ')).toContain('To Ida Kirkegaard, Ålborgvej 12, 8900 Randers');
  });

  test('a row of a table says the same whichever program wrote it', async () => {
    const rows = (await found('ida.kirkegaard@mail.example')).records
      .filter(({ key }) => key.startsWith('camp'))
      .map(({ person, fields }) => [
        person.givenName,
        person.familyName,
        person.emails,
        person.phones,
        fields['Bemærkning'],
      ]);
    expect(rows).toEqual(
      Array(2).fill([
        'Ida',
        'Kirkegaard',
        ['ida.kirkegaard@mail.example'],
        ['20 30 40 50'],
        'Nut allergy; sister of Bo',
      ]),
    );
  });
});
