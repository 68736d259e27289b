import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { createCanvas, GlobalFonts, type SKRSContext2D } from '@napi-rs/canvas';
import PDFDocument from 'pdfkit';
import type { Redaction } from '../../core/trace/redaction';
import { notedBeside, runsOf, withPdf, type Run } from './documents';

/** Dots an inch of the pictures that are made of pages. */
const DPI = 150;
const SCALE = DPI / 72;
/** Beyond the first and last letter of a passage, in heights of its run. */
const MARGIN = 0.35;
/** The document's own font is not at hand: a place is sought with several, and the widest of what they say is covered. */
const FONTS = ['bookend-sans', 'bookend-serif'] as const;
const INK = '#000000';

/**
 * A PDF without some passages: every page becomes a picture, and what stood in the passages is covered in it. Nothing else of the
 * file gets through, neither its text nor layers, forms, attachments or what it says of its author.
 *
 * @param passages offsets into the text that `pdfContent` gives
 * @returns null where it holds words that stand in no run of its pages: it has to be typeset anew
 * @throws FileProblem where the file cannot be opened
 */
export async function redactPdf(bytes: Buffer, passages: readonly Redaction[]): Promise<Buffer | null> {
  registerFonts();
  return withPdf(bytes, async (pdf) => {
    const { runs } = await runsOf(pdf);
    // What is filled in or noted beside a page is drawn where no run of words stands: it could not be covered.
    if ((await notedBeside(pdf)).length > 0) return null;
    const doc = new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: '', Producer: '', Creator: '' } });
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    const ended = new Promise<void>((resolve, reject) => doc.on('end', resolve).on('error', reject));
    for (let n = 1; n <= pdf.numPages; n++) {
      const page = await pdf.getPage(n);
      const view = page.getViewport({ scale: SCALE });
      const canvas = createCanvas(Math.ceil(view.width), Math.ceil(view.height));
      const context = canvas.getContext('2d');
      context.fillStyle = '#ffffff';
      context.fillRect(0, 0, canvas.width, canvas.height);
      await page.render({ canvas: canvas as never, canvasContext: context as never, viewport: view }).promise;
      for (const run of runs.filter((one) => one.page === n))
        for (const passage of passages) cover(context, view.transform, run, passage);
      doc.addPage({ size: [view.width / SCALE, view.height / SCALE], margin: 0 });
      doc.image(canvas.toBuffer('image/png'), 0, 0, { width: view.width / SCALE, height: view.height / SCALE });
    }
    doc.end();
    await ended;
    return Buffer.concat(parts);
  });
}

function registerFonts(): void {
  const require = createRequire(join(process.cwd(), 'package.json'));
  const file = (name: string, face: string) =>
    join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files', `${face}.woff2`);
  if (!GlobalFonts.has(FONTS[0]))
    GlobalFonts.registerFromPath(file('ibm-plex-sans', 'ibm-plex-sans-latin-400-normal'), FONTS[0]);
  if (!GlobalFonts.has(FONTS[1]))
    GlobalFonts.registerFromPath(file('source-serif-4', 'source-serif-4-latin-400-normal'), FONTS[1]);
}

/** Covers the part of a run that a passage holds. */
function cover(context: SKRSContext2D, view: readonly number[], run: Run, { start, end }: Redaction): void {
  const [from, to] = [Math.max(start, run.start) - run.start, Math.min(end, run.end) - run.start];
  if (from >= to) return;
  const [a, b, c, d, e, f] = run.transform as [number, number, number, number, number, number];
  const size = Math.hypot(c, d) || run.height;
  const along = Math.hypot(a, b) || 1;
  context.save();
  context.resetTransform();
  const places = (at: number): number[] => [
    // As if all letters were as wide.
    (at / run.text.length) * run.width,
    ...FONTS.map((font) => {
      context.font = `100px ${font}`;
      return (
        (context.measureText(run.text.slice(0, at)).width / (context.measureText(run.text).width || 1)) * run.width
      );
    }),
  ];
  const [left, right] = [
    from === 0 ? -0.1 * size : Math.min(...places(from)) - MARGIN * size,
    to === run.text.length ? run.width + 0.1 * size : Math.max(...places(to)) + MARGIN * size,
  ];
  context.setTransform(view[0]!, view[1]!, view[2]!, view[3]!, view[4]!, view[5]!);
  // The run's own directions, without its size: left and right are in points already.
  context.transform(a / along, b / along, -b / along, a / along, e, f);
  context.fillStyle = INK;
  context.fillRect(left, -0.32 * size, right - left, 1.32 * size);
  context.restore();
}
