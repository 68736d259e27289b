import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import ExcelJS from 'exceljs';
import iconv from 'iconv-lite';
import PDFDocument from 'pdfkit';
import yazl from 'yazl';
import { byStory, type WorldPerson } from '../world/people';
import { seeded } from '../world/random';

/** Who asks to be erased in the stories has nothing in files that only their owner can change. */
const NOT_IN_FILES = new Set(['erasure', 'gone', 'married-name', 'formula']);

/** The office's folder: camp registrations with health notes, letters, waivers, price quotes in the encoding of an old till. */
export async function fillOffice(root: string, people: readonly WorldPerson[], today: Date): Promise<void> {
  for (const folder of ['camp', 'letters', 'waivers', 'quotes']) mkdirSync(join(root, folder), { recursive: true });
  const random = seeded(31);
  const [mette, aoife] = [byStory(people, 'access'), byStory(people, 'agent')];
  const family = people.filter(({ story }) => story === 'family');
  const others = people.filter(({ story, customerNo }) => story === null && customerNo);
  const year = today.getUTCFullYear();

  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(`Camp ${year}`);
  sheet.addRow(['child', 'born', 'guardian', 'guardian e-mail', 'phone', 'allergies and health', 'swims']);
  const parent = family[0]!;
  for (const child of family.filter(({ customerNo }) => customerNo === null))
    sheet.addRow([
      `${child.givenName} ${child.familyName}`,
      child.birthDate,
      `${parent.givenName} ${parent.familyName}`,
      child.email,
      child.phone,
      child.givenName === 'Emil' ? 'asthma, carries an inhaler' : 'none',
      'yes',
    ]);
  for (let n = 0; n < 34; n++) {
    const guardian = random.pick(others);
    sheet.addRow([
      `Child ${guardian.familyName} ${n + 1}`,
      `${year - 9 - random.int(5)}-0${1 + random.int(9)}-1${random.int(9)}`,
      `${guardian.givenName} ${guardian.familyName}`,
      guardian.email,
      guardian.phone,
      random.pick(['none', 'none', 'nut allergy', 'hay fever', 'insulin before meals']),
      random.pick(['yes', 'no']),
    ]);
  }
  await book.xlsx.writeFile(join(root, 'camp', `registrations-${year}.xlsx`));

  const rows = [mette, aoife, ...Array.from({ length: 60 }, () => random.pick(others))].map((person, n) =>
    [
      `Q-${4100 + n}`,
      `${person.givenName} ${person.familyName}`,
      person.email,
      person.phone,
      random.pick(['Touring frame 56', 'Cargo rack', 'Winter check', 'Child seat']),
      `${300 + random.int(9000)},00`,
    ].join(';'),
  );
  writeFileSync(
    join(root, 'quotes', `quotes-${year}.csv`),
    iconv.encode(['tilbud;navn;e-mail;telefon;vare;pris', ...rows].join('\r\n'), 'windows-1252'),
  );

  for (const [n, person] of [mette, ...others.slice(0, 5)].entries()) {
    writeFileSync(
      join(root, 'letters', `goodwill-${n + 1}.docx`),
      await docx([
        `Dear ${person.givenName} ${person.familyName},`,
        `we are sorry about your chain guard. Your customer number is ${person.customerNo}. Please find a voucher enclosed.`,
        'Larkmere Cycles & Touring',
      ]),
    );
    await pdf(
      join(root, 'waivers', `ride-${n + 1}.pdf`),
      `I, ${person.givenName} ${person.familyName}, born ${person.birthDate ?? '-'}, ride the Funen tour at my own risk. ${person.email}`,
    );
  }
  // A scan that broke off while it was copied: it happens.
  writeFileSync(join(root, 'waivers', 'scan-0007.pdf'), Buffer.from('%PDF-1.4\n1 0 obj << /Type /Catalog'));
}

/** The ride app's log, a file a day: who rode where, from which device. */
export function fillRides(root: string, people: readonly WorldPerson[], today: Date): void {
  mkdirSync(root, { recursive: true });
  const random = seeded(37);
  const riders = people.filter(
    ({ story, customerNo, n }) => customerNo && (story ? !NOT_IN_FILES.has(story) : n % 40 === 0),
  );
  for (let back = 1; back <= 10; back++) {
    const day = new Date(today.getTime() - back * 86_400_000).toISOString().slice(0, 10);
    const lines = Array.from({ length: 40 }, () => {
      const rider = random.pick(riders);
      return JSON.stringify({
        at: `${day}T${String(6 + random.int(14)).padStart(2, '0')}:${String(10 + random.int(50))}:00Z`,
        event: random.pick(['ride-started', 'ride-ended', 'photo']),
        account: { email: rider.email, customer_no: rider.customerNo },
        device: `dev-${(rider.n * 7919).toString(16)}`,
        ip: `192.0.2.${1 + (rider.n % 250)}`,
        at_place: [55 + random.next(), 10 + random.next()].map((one) => Number(one.toFixed(5))),
      });
    });
    writeFileSync(join(root, `rides-${day}.ndjson.gz`), gzipSync(`${lines.join('\n')}\n`));
  }
}

function docx(paragraphs: readonly string[]): Promise<Buffer> {
  const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
  const zip = new yazl.ZipFile();
  const add = (name: string, text: string) => zip.addBuffer(Buffer.from(text), name);
  add(
    '[Content_Types].xml',
    '<?xml version="1.0" encoding="UTF-8"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
  );
  add(
    '_rels/.rels',
    '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
  );
  add(
    'word/document.xml',
    `<?xml version="1.0" encoding="UTF-8"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${paragraphs.map((text) => `<w:p><w:r><w:t xml:space="preserve">${escape(text)}</w:t></w:r></w:p>`).join('')}</w:body></w:document>`,
  );
  zip.end();
  return collect(zip.outputStream);
}

async function pdf(path: string, text: string): Promise<void> {
  const document = new PDFDocument({ size: 'A4' });
  const bytes = collect(document);
  document.fontSize(12).text(text);
  document.end();
  writeFileSync(path, await bytes);
}

function collect(stream: NodeJS.ReadableStream): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    stream
      .on('data', (part: Buffer) => parts.push(part))
      .on('end', () => resolve(Buffer.concat(parts)))
      .on('error', reject);
  });
}
