import { resolve } from 'node:path';
import type { FoundRecord } from '../../ports/connector';
import { readings } from '../../../test/documents/planted';
import { zipOf } from '../../../test/support/fileBytes';
import { filesConnector } from './filesConnector';

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
    expect(await readings('x.ods', sheet)).toEqual(['Liste & mehr!2|{"name":"Märta","x":"1987-03-14"}']);
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
      expect(await readings('x.xlsx', await book(''))).toEqual([first('1987-03-14'), 'Two!2|{"column 3":"3"}']);
      expect((await readings('x.xlsx', await book('date1904="1"')))[0]).toBe(first('1991-03-15'));
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
    expect(await readings('x.ods', await sheet(rows))).toEqual(['One!9|{"a":"1","d":"4  5"}', 'Two!2|{"no":"2"}']);
    expect(await readings('x.ods', await sheet(rows), { mostCells: 6 })).toEqual(['!too-many']);
    expect(
      await readings(
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
      await readings(
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
