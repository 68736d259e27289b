import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import PDFDocument from 'pdfkit';
import { pdfContent, runsOf, withPdf } from './documents';
import { fileReader } from './fileReader';
import { redactPdf } from './redactPdf';

const LETTER = readFileSync(join(resolve('test/fixtures/documents'), 'letter.pdf'));

/** A page as grey values, 72 dots an inch. */
async function greys(bytes: Buffer, number: number): Promise<{ width: number; at: (x: number, y: number) => number }> {
  return withPdf(bytes, async (pdf) => {
    const page = await pdf.getPage(number);
    const view = page.getViewport({ scale: 1 });
    const canvas = createCanvas(Math.ceil(view.width), Math.ceil(view.height));
    const context = canvas.getContext('2d');
    context.fillStyle = '#fff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    await page.render({ canvas: canvas as never, canvasContext: context as never, viewport: view }).promise;
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    return { width: canvas.width, at: (x, y) => data[(Math.round(y) * canvas.width + Math.round(x)) * 4]! };
  });
}

const passageOf = (text: string, words: string) => ({
  start: text.indexOf(words),
  end: text.indexOf(words) + words.length,
  why: 'other-person' as const,
});

test('what stood in a passage is black in the picture; the rest of the page is as it was, and no text is left to read', async () => {
  const text = (await pdfContent(LETTER)).text;
  const passages = [passageOf(text, 'ida.kirkegaard@mail.example')];
  const redacted = (await redactPdf(LETTER, passages))!;
  expect((await pdfContent(redacted)).text).toBe('');
  const before = await greys(LETTER, 1);
  const after = await greys(redacted, 1);
  const { runs } = await withPdf(LETTER, (pdf) => runsOf(pdf));
  const height = 842;
  let [covered, kept] = [0, 0];
  for (const run of runs.filter(({ text: words }) => words.trim())) {
    const [x, y] = [run.transform[4]!, height - run.transform[5]!];
    const isIn = run.start >= passages[0]!.start && run.end <= passages[0]!.end;
    for (let dx = 1; dx < run.width - 1; dx++) {
      const middle = after.at(x + dx, y - run.height * 0.35);
      if (isIn) {
        expect(middle).toBeLessThan(40);
        covered++;
      } else if (Math.abs(middle - before.at(x + dx, y - run.height * 0.35)) < 90) kept++;
    }
  }
  expect(covered).toBeGreaterThan(60);
  expect(kept).toBeGreaterThan(600);
});

test('only a part of a line is covered, over all its length and little more', async () => {
  const doc = new PDFDocument({ size: 'A4', margin: 72 });
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  doc.fontSize(12).text('The bell was sold to Jonas Vind in the spring of 2024 and never paid.');
  doc.addPage().text('Nothing of anybody here.');
  doc.end();
  await new Promise((done) => doc.on('end', done));
  const bytes = Buffer.concat(parts);
  const text = (await pdfContent(bytes)).text;
  const redacted = (await redactPdf(bytes, [passageOf(text, 'Jonas Vind')]))!;
  const page = await greys(redacted, 1);
  const { runs } = await withPdf(bytes, (pdf) => runsOf(pdf));
  const y = 842 - runs[0]!.transform[5]! - 4;
  doc.font('Helvetica').fontSize(12);
  const [from, to] = [
    72 + doc.widthOfString('The bell was sold to '),
    72 + doc.widthOfString('The bell was sold to Jonas Vind'),
  ];
  for (let x = from; x < to; x++) expect(page.at(x, y)).toBeLessThan(60);
  // A few letters more at either side: where exactly they stand is not known.
  const dark = (a: number, b: number) =>
    Array.from({ length: Math.floor(b - a) }, (_, i) => page.at(a + i, y)).filter((grey) => grey < 40).length / (b - a);
  expect(dark(72, from - 24)).toBeLessThan(0.6);
  expect(dark(to + 24, 400)).toBeLessThan(0.6);
  expect(await withPdf(redacted, async (pdf) => pdf.numPages)).toBe(2);
});

test('the words of any file are read back, also of what is packed into it', async () => {
  expect(await fileReader.words('letter.pdf', LETTER)).toContain('Ida Kirkegaard');
  expect(await fileReader.words('quote.docx', readFileSync('test/fixtures/documents/letter.docx'))).toContain(
    'Kind regards, Jørgen',
  );
  expect(await fileReader.withoutPassages(Buffer.from('plain words'), [])).toBeNull();
});
