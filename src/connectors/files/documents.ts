import mammoth from 'mammoth';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { FileProblem } from './limits';

/** The words of a DOCX, comments and footnotes included. */
export async function docxText(bytes: Buffer): Promise<string> {
  try {
    return (await mammoth.extractRawText({ buffer: bytes })).value.trim();
  } catch (cause) {
    throw new FileProblem('damaged', 'The document could not be read.', { cause });
  }
}

const MOST_PAGES = 2000;

/** A run of words on a page. Offsets are those of the whole text. */
export interface Run {
  start: number;
  end: number;
  page: number;
  text: string;
  /** From the run's own space (one unit is its height) to the page's, in points. */
  transform: readonly number[];
  width: number;
  height: number;
}

/** The words of a PDF by page. A PDF of pictures has none: that is said by the caller. */
export async function pdfText(bytes: Buffer): Promise<string> {
  return (await withPdf(bytes, (pdf) => runsOf(pdf))).text;
}

/** The words of a PDF with where each run of them stands. */
export async function runsOf(pdf: PDFDocumentProxy): Promise<{ text: string; runs: Run[] }> {
  let text = '';
  const runs: Run[] = [];
  for (let n = 1; n <= Math.min(pdf.numPages, MOST_PAGES); n++) {
    if (n > 1) text += '\n';
    const { items } = await (await pdf.getPage(n)).getTextContent();
    for (const item of items) {
      if (!('str' in item)) continue;
      if (item.str) runs.push({ start: text.length, end: text.length + item.str.length, page: n, text: item.str, transform: item.transform as number[], width: item.width, height: item.height });
      text += `${item.str}${item.hasEOL ? '\n' : ''}`;
    }
  }
  // The text of a record has no white space around it: offsets follow.
  const cut = text.length - text.trimStart().length;
  return { text: text.trim(), runs: runs.map((run) => ({ ...run, start: run.start - cut, end: run.end - cut })) };
}

/** Opens a PDF for some work and closes it again. @throws FileProblem where it is protected or damaged */
export async function withPdf<T>(bytes: Buffer, work: (pdf: PDFDocumentProxy) => Promise<T>): Promise<T> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const task = getDocument({ data: new Uint8Array(bytes), isEvalSupported: false, useSystemFonts: true, verbosity: 0 });
  try {
    return await work(await task.promise);
  } catch (cause) {
    if (cause instanceof Error && cause.name === 'PasswordException') throw new FileProblem('encrypted', 'The PDF is protected by a password.', { cause });
    throw new FileProblem('damaged', 'The PDF is damaged or cut off.', { cause });
  } finally {
    await task.destroy();
  }
}
