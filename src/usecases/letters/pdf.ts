import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import anyAscii from 'any-ascii';
import PDFDocument from 'pdfkit';
import type { Brand } from '../../core/installation/settings';
import type { Letter } from '../../core/letters/letter';

export const INK = '#1f2426';
export const CLOTH = '#1d4d42';
export const RULE = '#ddd5c4';

interface Fonts {
  serif: Buffer;
  sans: Buffer;
}

let fonts: Fonts | null = null;

/** The house fonts as they ship with the application. */
function fontsOf(): Fonts {
  const require = createRequire(join(process.cwd(), 'package.json'));
  const file = (pkg: string, name: string) =>
    readFileSync(join(dirname(require.resolve(`${pkg}/package.json`)), 'files', name));
  fonts ??= {
    serif: file('@fontsource/source-serif-4', 'source-serif-4-latin-400-normal.woff'),
    sans: file('@fontsource/ibm-plex-sans', 'ibm-plex-sans-latin-400-normal.woff'),
  };
  return fonts;
}

/** The shipped fonts hold western letters; others are written in ASCII rather than as empty boxes. */
export function printable(text: string): string {
  return text.replace(/[^\u0000-\u00ff\u2010-\u2026\u20ac\n]/g, (letter) => anyAscii(letter));
}

/** Points around what is written. */
interface Margins {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

/** What only decorates is no part of what is read aloud. */
export function decorate(doc: PDFKit.PDFDocument, draw: () => void, type: 'Layout' | 'Pagination' = 'Layout'): void {
  doc.markContent('Artifact', { type });
  draw();
  doc.endMarkedContent();
}

/**
 * A document on A4 in the house's type, and its bytes once it has been written. It is tagged (ISO 32000-1, 14.8): whoever
 * writes says of each text what it is, below `root`, in the order in which it is to be read.
 */
export function newPdf(
  about: { title: string; author?: string; language?: string },
  margins: Margins,
  options: PDFKit.PDFDocumentOptions = {},
): { doc: PDFKit.PDFDocument; root: PDFKit.PDFStructureElement; finished(): Promise<Buffer> } {
  const { serif, sans } = fontsOf();
  const { title, author, language = 'en' } = about;
  const info = { Title: printable(title), ...(author ? { Author: printable(author) } : {}) };
  const doc = new PDFDocument({
    size: 'A4',
    margins,
    info,
    lang: language,
    tagged: true,
    pdfVersion: '1.7',
    displayTitle: true,
    ...options,
  });
  const root = doc.struct('Document');
  doc.addStructure(root);
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise<void>((resolve, reject) => doc.on('end', resolve).on('error', reject));
  doc.registerFont('serif', serif).registerFont('sans', sans);
  return {
    doc,
    root,
    finished: async () => {
      root.end();
      doc.end();
      await ended;
      return Buffer.concat(parts);
    },
  };
}

const LETTER_MARGINS: Margins = { top: 64, bottom: 64, left: 72, right: 72 };

/** Words typeset plainly on A4, with the name of the document they come from above. */
export async function textPdf(title: string, text: string): Promise<Buffer> {
  const { doc, root, finished } = newPdf({ title }, LETTER_MARGINS);
  const as = (structType: string) => ({ structParent: root, structType });
  doc.font('sans').fontSize(12).fillColor(CLOTH).text(printable(title), as('H1')).moveDown(0.8);
  doc
    .fontSize(10)
    .fillColor(INK)
    .text(printable(text), { lineGap: 1.5, ...as('P') });
  return finished();
}

/** Whose paper it is. */
export interface LetterHead {
  name: string;
  address: string;
  brand: Pick<Brand, 'logo' | 'accent'>;
}

/** Points that a logo may take at the head of a letter. */
const LOGO = { fit: [200, 50] as [number, number], gap: 8 };

/** The picture at the top, read aloud as the name it stands for. */
function drawLogo(doc: PDFKit.PDFDocument, root: PDFKit.PDFStructureElement, logo: string, name: string): void {
  const { y } = doc;
  root.add(
    doc.struct('Figure', { alt: printable(name) }, () => {
      doc.image(logo, doc.page.margins.left, y, { fit: LOGO.fit });
    }),
  );
  doc.y = y + LOGO.fit[1] + LOGO.gap;
}

/** A letter on the house's paper, A4. */
export async function letterPdf(
  letter: Letter,
  head: { organisation: LetterHead; date: string; lang?: string },
): Promise<Buffer> {
  const { doc, root, finished } = newPdf(
    { title: letter.subject, author: head.organisation.name, language: head.lang ?? 'en' },
    LETTER_MARGINS,
  );
  const as = (structType: string) => ({ structParent: root, structType });
  const { name, address, brand } = head.organisation;
  const colour = brand.accent ?? CLOTH;
  if (brand.logo) drawLogo(doc, root, brand.logo, name);
  doc.font('serif').fontSize(15).fillColor(colour).text(printable(name), as('P'));
  doc.font('sans').fontSize(8.5).fillColor(INK).text(printable(address), as('P')).text(head.date, as('P'));
  doc.moveDown(0.6);
  decorate(doc, () => doc.strokeColor(RULE).moveTo(72, doc.y).lineTo(523, doc.y).stroke());
  doc.moveDown(1.4);
  doc.font('serif').fontSize(14).text(printable(letter.subject), as('H1')).moveDown(0.8);
  doc.font('sans').fontSize(10).text(printable(letter.greeting), as('P')).moveDown(0.7);
  for (const part of letter.body) {
    if (part.kind === 'heading')
      doc
        .moveDown(0.3)
        .font('serif')
        .fontSize(11.5)
        .fillColor(colour)
        .text(printable(part.text), as('H2'))
        .moveDown(0.2)
        .fillColor(INK);
    else if (part.kind === 'list') {
      const list = doc.struct('L');
      root.add(list);
      doc
        .font('sans')
        .fontSize(10)
        .list(part.items.map(printable), { bulletRadius: 1.6, textIndent: 12, structParent: list })
        .moveDown(0.5);
      list.end();
    } else
      doc
        .font('sans')
        .fontSize(10)
        .text(printable(part.text), { lineGap: 1.5, ...as('P') })
        .moveDown(0.6);
  }
  doc.moveDown(0.8).text(printable(letter.closing), as('P'));
  return finished();
}
