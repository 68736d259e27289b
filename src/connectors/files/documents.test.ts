import ExcelJS from 'exceljs';
import iconv from 'iconv-lite';
import PDFDocument from 'pdfkit';
import { planted, readings, wordsIn, zipOf } from '../../../test/documents/planted';
import { redactPdf } from './redactPdf';

const pdfOf = (work: (doc: PDFKit.PDFDocument) => void, options: PDFKit.PDFDocumentOptions = {}) =>
  new Promise<Buffer>((resolve) => {
    const doc = new PDFDocument(options);
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part)).on('end', () => resolve(Buffer.concat(parts)));
    work(doc);
    doc.end();
  });

const W = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"';
const p = (...runs: string[]) => `<w:p>${runs.join('')}</w:p>`;
const r = (text: string) => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`;
const part = (root: string, inner: string) => `<?xml version="1.0"?><w:${root} ${W}>${inner}</w:${root}>`;

describe('a text document', () => {
  const files: [string, string][] = [
    ['[Content_Types].xml', '<?xml version="1.0"?><Types/>'],
    [
      'word/document.xml',
      part(
        'document',
        `<w:body>${p(r('Kaja '), r('Holm'))}<w:tbl><w:tr><w:tc>${p(r('cell one'))}</w:tc><w:tc>${p(r('cell two'))}` +
          `</w:tc></w:tr></w:tbl>` +
          p(
            '<w:del><w:r><w:delText>struck Otto Berg</w:delText></w:r></w:del>',
            '<w:ins><w:r><w:t>put in Else Lind</w:t></w:r></w:ins>',
          ) +
          `${p(r('a'), '<w:r><w:tab/></w:r>', r('b'))}<mc:AlternateContent xmlns:mc="x"><w:txbxContent>` +
          `${p(r('in a box'))}</w:txbxContent></mc:AlternateContent></w:body>`,
      ),
    ],
    ['word/header1.xml', part('hdr', p(r('head words')))],
    ['word/footer2.xml', part('ftr', p(r('foot words')))],
    ['word/footnotes.xml', part('footnotes', `<w:footnote w:id="1">${p(r('a footnote on Ida Vang'))}</w:footnote>`)],
    ['word/endnotes.xml', part('endnotes', `<w:endnote w:id="1">${p(r('an endnote'))}</w:endnote>`)],
    [
      'word/comments.xml',
      part('comments', `<w:comment w:id="0" w:author="Per">${p(r('a comment on Liv Dam'))}</w:comment>`),
    ],
    [
      'word/_rels/document.xml.rels',
      '<Relationships xmlns="r"><Relationship Id="a" Type="hyperlink" Target="mailto:kaja%40mail.example" ' +
        'TargetMode="External"/><Relationship Id="b" Target="styles.xml"/></Relationships>',
    ],
    [
      'docProps/core.xml',
      '<cp:coreProperties xmlns:cp="c" xmlns:dc="d"><dc:creator>Signe Aaby</dc:creator><dc:subject>About ' +
        'Tove</dc:subject><cp:revision>7</cp:revision></cp:coreProperties>',
    ],
  ];

  test('every word of it is read: notes, comments, words struck out and put in, heads and feet, boxes, links, properties', async () => {
    const [said, ...others] = await readings('x.docx', await zipOf(files));
    expect(others).toEqual([]);
    expect(said!.split('\n')).toEqual([
      '|Kaja Holm',
      'cell one',
      'cell two',
      'struck Otto Bergput in Else Lind',
      'a b',
      'in a box',
      'head words',
      'foot words',
      'a footnote on Ida Vang',
      'an endnote',
      'a comment on Liv Dam',
      'kaja@mail.example',
      'Signe Aaby',
      'About Tove',
    ]);
  });

  test('a part that is no XML makes it damaged, not silent', async () =>
    expect(
      await readings(
        'x.docx',
        await zipOf([...files, ['word/comments2.xml', '<w:comments><w:p>'] as [string, string]]),
      ),
    ).toEqual(['!damaged']));

  test('OpenDocument: comments, notes and struck words in its content, heads and feet in its styles, who wrote it', async () => {
    const odt = await zipOf([
      ['mimetype', 'application/vnd.oasis.opendocument.text'],
      [
        'content.xml',
        '<o:c xmlns:o="o" xmlns:text="t" xmlns:office="f"><text:tracked-changes><text:p>struck ' +
          'Otto</text:p></text:tracked-changes><text:p>One<text:s ' +
          'text:c="2"/>two<text:note><text:note-body><text:p>a ' +
          'note</text:p></text:note-body></text:note></text:p><office:annotation><text:p>a ' +
          'comment</text:p></office:annotation></o:c>',
      ],
      ['styles.xml', '<o:s xmlns:o="o" xmlns:text="t"><text:p>in the head</text:p></o:s>'],
      [
        'meta.xml',
        '<o:m xmlns:o="o" xmlns:meta="m" xmlns:dc="d"><meta:initial-creator>Per</meta:initial-creator>' +
          '<meta:editing-cycles>3</meta:editing-cycles></o:m>',
      ],
    ]);
    expect((await readings('x.odt', odt))[0]!.split('\n')).toEqual([
      '|struck Otto',
      'One  twoa note',
      'a comment',
      'in the head',
      'Per',
    ]);
  });
});

test('slides and what is said to them, in the order of their numbers', async () => {
  const slide = (text: string) => `<p:sld xmlns:p="p" xmlns:a="a"><a:p><a:r><a:t>${text}</a:t></a:r></a:p></p:sld>`;
  const pptx = await zipOf([
    ['ppt/presentation.xml', '<p:presentation xmlns:p="p"/>'],
    ['ppt/slides/slide10.xml', slide('ten')],
    ['ppt/slides/slide2.xml', slide('two')],
    ['ppt/notesSlides/notesSlide1.xml', slide('say hello to Ida')],
    ['ppt/theme/theme1.xml', slide('no words of anybody')],
  ]);
  expect(await readings('x.pptx', pptx)).toEqual(['|two\nten\nsay hello to Ida']);
});

test('a table in a workbook: hidden sheets and rows, notes beside cells, who made it', async () => {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Open').addRows([
    ['name', 'e-mail'],
    ['Ida', 'ida@mail.example'],
  ]);
  book.getWorksheet('Open')!.getRow(2).hidden = true;
  book.addWorksheet('Away', { state: 'veryHidden' }).addRows([['name'], ['Bo']]);
  book.getWorksheet('Open')!.getCell('A2').note = 'called Otto Berg';
  book.creator = 'Signe Aaby';
  expect(await readings('x.xlsx', Buffer.from(await book.xlsx.writeBuffer()))).toEqual([
    'Open!2|{"name":"Ida","e-mail":"ida@mail.example"}',
    'Away!2|{"name":"Bo"}',
    expect.stringContaining('called Otto Berg'),
    expect.stringMatching(/^properties\|.*Signe Aaby/),
  ]);
});

describe('a PDF', () => {
  test('fields that are filled in, notes beside the page, files packed into it, and what it says of itself', async () => {
    const bytes = await pdfOf(
      (doc) => {
        doc.font('Helvetica').initForm();
        doc.text('Sign here');
        doc.formText('name', 72, 120, 200, 20, { value: 'Ida Vang' });
        doc.note(72, 200, 20, 20, 'called twice, Otto Berg');
        doc.link(72, 240, 50, 10, 'mailto:liv@mail.example');
        doc.file(Buffer.from('e-mail\nbo@mail.example\n'), { name: 'list.csv' });
      },
      { info: { Author: 'Signe Aaby', Title: 'Waiver' } },
    );
    const [whole, packed] = await readings('x.pdf', bytes);
    for (const words of [
      'Sign here',
      'Ida Vang',
      'called twice, Otto Berg',
      'liv@mail.example',
      'Signe Aaby',
      'Waiver',
    ])
      expect(whole).toContain(words);
    expect(packed).toBe('list.csv row 2|{"e-mail":"bo@mail.example"}');
  });

  test('where words stand that no page holds as words, it is not covered but typeset anew', async () => {
    const bytes = await pdfOf((doc) => {
      doc.font('Helvetica').initForm();
      doc.text('Sign here');
      doc.formText('name', 72, 120, 200, 20, { value: 'Ida Vang' });
    });
    expect(await redactPdf(bytes, [{ start: 0, end: 4, why: 'reviewer' }])).toBeNull();
  });
});

describe('tables as people keep them', () => {
  test('a table without names of columns loses no record', async () => {
    expect(await readings('x.csv', Buffer.from('Ida Vang,ida@mail.example,12\nBo Dam,bo@mail.example,13\n'))).toEqual([
      'row 1|{"column 1":"Ida Vang","column 2":"ida@mail.example","column 3":"12"}',
      'row 2|{"column 1":"Bo Dam","column 2":"bo@mail.example","column 3":"13"}',
    ]);
    expect(await readings('x.csv', Buffer.from('+45 20 30 40 50;Ida\n'))).toEqual([
      'row 1|{"column 1":"+45 20 30 40 50","column 2":"Ida"}',
    ]);
  });
  test('years and short numbers name columns', async () =>
    expect(await readings('x.csv', Buffer.from('name,2024,1\nIda,5,6\n'))).toEqual([
      'row 2|{"1":"6","2024":"5","name":"Ida"}',
    ]));
  test('two columns of one name keep both values', async () =>
    expect(await readings('x.csv', Buffer.from('name,phone,phone,,\nIda,1,2,3,4\n'))).toEqual([
      'row 2|{"name":"Ida","phone":"1","phone 2":"2","column 4":"3","column 5":"4"}',
    ]));
  test.each([
    ['x.csv', 'row 2|{"a":"1","b":"2"}', 'a,b'],
    ['x.ndjson', 'line 2|1,2', 'a,b'],
  ])('lines that end with a bare CR are lines (%s)', async (name, last, first) => {
    const found = await readings(name, Buffer.from(`${first}\r1,2\r`));
    expect(found.at(-1)).toBe(last);
  });
});

describe('letters of the alphabet', () => {
  test.each(['utf-16le', 'utf-16be'])('%s without a mark', async (encoding) => {
    expect(await readings('x.txt', iconv.encode('Kære Märta, tak', encoding))).toEqual(['|Kære Märta, tak']);
    expect(await readings('x.csv', iconv.encode('navn;by\nSøren;Århus\n', encoding))).toEqual([
      'row 2|{"navn":"Søren","by":"Århus"}',
    ]);
  });
  test('lines of two encodings are each read in their own, and those that were guessed are told', async () => {
    const mixed = Buffer.concat([
      Buffer.from('navn;by\nSøren;Århus\n'),
      iconv.encode('Åse;Ærø\n', 'windows-1252'),
      Buffer.from('Bo;Møn\n'),
    ]);
    expect(await readings('x.csv', mixed)).toEqual([
      '!mixed-encoding',
      'row 2|{"navn":"Søren","by":"Århus"}',
      'row 3|{"navn":"Åse","by":"Ærø"}',
      'row 4|{"navn":"Bo","by":"Møn"}',
    ]);
    expect((await readings('x.log', mixed)).slice(0, 3)).toEqual([
      '!mixed-encoding',
      'line 1|navn;by',
      'line 2|Søren;Århus',
    ]);
    expect(await readings('x.txt', mixed)).toEqual(['!mixed-encoding', '|navn;by\nSøren;Århus\nÅse;Ærø\nBo;Møn']);
  });
  test('one encoding is no mixture', async () =>
    expect(await readings('x.csv', iconv.encode('navn;by\nSøren;Århus\nÅse;Ærø\n', 'windows-1252'))).toEqual([
      'row 2|{"navn":"Søren","by":"Århus"}',
      'row 3|{"navn":"Åse","by":"Ærø"}',
    ]));
});

describe('within one another', () => {
  test('two files of one name in an archive are two', async () =>
    expect(
      await readings(
        'x.zip',
        await zipOf([
          ['a.txt', 'one'],
          ['a.txt', 'two'],
        ]),
      ),
    ).toEqual(['a.txt|one', 'a.txt (2)|two']));
  test('what is attached to what is attached is read', async () => {
    const attach = (name: string, type: string, content: Buffer) =>
      `--b\r\nContent-Type: ${type}; name="${name}"\r\nContent-Disposition: attachment; filename="${name}` +
      `"\r\nContent-Transfer-Encoding: base64\r\n\r\n${content.toString('base64')}\r\n`;
    const mail = (subject: string, ...parts: string[]) =>
      Buffer.from(
        `From: a@mail.example\r\nTo: b@mail.example\r\nSubject: ${subject}\r\nMIME-Version: 1.0\r\nContent-Type: ` +
          `multipart/mixed; boundary="b"\r\n\r\n--b\r\nContent-Type: text/plain\r\n\r\nwords of ${subject}\r\n` +
          `${parts.join('')}--b--\r\n`,
      );
    const inner = mail('inner', attach('list.csv', 'text/csv', Buffer.from('e-mail\nbo@mail.example\n')));
    const zip = await zipOf([['kept.eml', inner]]);
    const found = await readings(
      'x.eml',
      mail(
        'outer',
        attach('box.zip', 'application/zip', zip),
        attach('list.csv', 'text/csv', Buffer.from('e-mail\nida@mail.example\n')),
      ),
    );
    expect(found.map((one) => one.replace(/\|\{.*$/, '').split('\n')[0])).toEqual([
      expect.stringContaining('|words of outer'),
      expect.stringContaining('box.zip kept.eml'),
      'box.zip kept.eml list.csv row 2',
      'list.csv row 2',
    ]);
    expect(found.join()).toContain('bo@mail.example');
  });
});

test('in every place of every kind of document what stands there is read', async () => {
  for (const { kind, name, bytes, places } of await planted(31)) {
    const read = await wordsIn(name, bytes);
    expect([kind, Object.keys(places).filter((place) => !read.includes(places[place]!))]).toEqual([kind, []]);
  }
});
