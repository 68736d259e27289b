import type { PDFDocumentProxy } from 'pdfjs-dist';
import { FileProblem } from './limits';

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

/** What a PDF holds. A PDF of pictures has no words: that is said by the caller. */
export interface PdfContent {
  /** By page; below it what is filled in, noted beside it, and said of it. */
  text: string;
  /** Files that are packed into it. */
  attached: { name: string; bytes: Buffer }[];
}

export async function pdfContent(bytes: Buffer): Promise<PdfContent> {
  return withPdf(bytes, async (pdf) => {
    const { text } = await runsOf(pdf);
    const beside = [...new Set([...(await notedBeside(pdf)), ...(await saidOf(pdf))])];
    const packed = ((await pdf.getAttachments()) ?? {}) as Record<string, { filename?: string; content?: Uint8Array }>;
    const attached = Object.entries(packed).flatMap(([name, { filename, content }]) =>
      content ? [{ name: filename || name, bytes: Buffer.from(content) }] : [],
    );
    return { text: [text, ...beside].filter(Boolean).join('\n'), attached };
  });
}

const PROPERTIES = ['Author', 'Title', 'Subject', 'Keywords'] as const;

/** What is filled into fields and noted beside the pages: it is drawn where no run of words stands. */
export async function notedBeside(pdf: PDFDocumentProxy): Promise<string[]> {
  const found: string[] = [];
  for (let n = 1; n <= Math.min(pdf.numPages, MOST_PAGES); n++) {
    for (const one of (await (await pdf.getPage(n)).getAnnotations()) as {
      fieldValue?: unknown;
      contentsObj?: { str?: string };
      titleObj?: { str?: string };
      url?: string;
    }[]) {
      const values = [one.fieldValue]
        .flat()
        .filter((value): value is string => typeof value === 'string' && value !== 'Off');
      found.push(
        ...values,
        one.titleObj?.str ?? '',
        one.contentsObj?.str ?? '',
        one.url?.replace(/^mailto:/i, '') ?? '',
      );
    }
  }
  return found.map((one) => one.trim()).filter(Boolean);
}

/** What the file says of itself. */
async function saidOf(pdf: PDFDocumentProxy): Promise<string[]> {
  const info = (await pdf.getMetadata()).info as unknown as Record<string, unknown>;
  return PROPERTIES.map((name) => info[name]).filter(
    (value): value is string => typeof value === 'string' && value.trim() !== '',
  );
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
      if (item.str)
        runs.push({
          start: text.length,
          end: text.length + item.str.length,
          page: n,
          text: item.str,
          transform: item.transform as number[],
          width: item.width,
          height: item.height,
        });
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
    if (cause instanceof Error && cause.name === 'PasswordException')
      throw new FileProblem('encrypted', 'The PDF is protected by a password.', { cause });
    throw new FileProblem('damaged', 'The PDF is damaged or cut off.', { cause });
  } finally {
    await task.destroy();
  }
}
