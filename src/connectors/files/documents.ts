import mammoth from 'mammoth';
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

/** The words of a PDF by page. A PDF of pictures has none: that is said by the caller. */
export async function pdfText(bytes: Buffer): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const task = getDocument({ data: new Uint8Array(bytes), isEvalSupported: false, useSystemFonts: true, verbosity: 0 });
  try {
    const pdf = await task.promise;
    const pages: string[] = [];
    for (let n = 1; n <= Math.min(pdf.numPages, MOST_PAGES); n++) {
      const content = await (await pdf.getPage(n)).getTextContent();
      pages.push(content.items.map((item) => ('str' in item ? `${item.str}${item.hasEOL ? '\n' : ''}` : '')).join(''));
    }
    return pages.join('\n').trim();
  } catch (cause) {
    if (cause instanceof Error && cause.name === 'PasswordException') throw new FileProblem('encrypted', 'The PDF is protected by a password.', { cause });
    throw new FileProblem('damaged', 'The PDF is damaged or cut off.', { cause });
  } finally {
    await task.destroy();
  }
}
