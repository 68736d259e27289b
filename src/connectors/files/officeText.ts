import { marks } from './marks';
import { FileProblem } from './limits';
import type { Archive } from './zip';

/** Elements whose text is words: of a run, of words that were struck out, of a property. */
const WORDS = new Set(['t', 'delText']);
/** Elements that end a line. */
const ENDS = new Set(['p', 'h', 'br', 'cr', 'line-break', 'tr', 'table-row']);
/** Elements that stand for a blank. */
const BLANKS = new Set(['tab', 's', 'noBreakHyphen']);

/** Parts of an office document, in the order in which they are read: what is on its pages, then what hangs on it. */
const PARTS: readonly RegExp[] = [
  /^word\/document\d*\.xml$/,
  /^word\/header\d*\.xml$/,
  /^word\/footer\d*\.xml$/,
  /^word\/footnotes\.xml$/,
  /^word\/endnotes\.xml$/,
  /^word\/comments\w*\.xml$/,
  /^word\/glossary\/document\.xml$/,
  /^ppt\/slides\/slide\d+\.xml$/,
  /^ppt\/notesSlides\/notesSlide\d+\.xml$/,
  /^ppt\/comments\/.*\.xml$/,
];
/** Who wrote it, for whom, about what. */
const PROPERTIES = /^docProps\/(core|custom)\.xml$/;
/** Where links lead, such as to an address. */
const LINKS = /^(word|ppt\/slides|ppt\/notesSlides)\/_rels\/.*\.rels$/;

/**
 * Every word of a DOCX or PPTX (ISO/IEC 29500): text, tables and boxes, headers and footers, notes, comments, words
 * that were struck out and words that were put in, slides and what is said to them, addresses behind links,
 * properties.
 *
 * @throws FileProblem where a part is no XML
 */
export async function ooxmlText(archive: Archive): Promise<string> {
  const parts = PARTS.flatMap((pattern) =>
    archive.entries
      .filter(({ name }) => pattern.test(name))
      .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true })),
  );
  const texts: string[] = [];
  for (const part of parts) texts.push(await wordsOfPart(part.stream(), WORDS));
  for (const part of archive.entries.filter(({ name }) => LINKS.test(name))) texts.push(await linksOf(part.stream()));
  for (const part of archive.entries.filter(({ name }) => PROPERTIES.test(name)))
    texts.push(await wordsOfPart(part.stream(), null, PROPERTY));
  return texts.filter(Boolean).join('\n');
}

/** What is noted beside the cells of a workbook, and what it says of itself. */
export async function beside(archive: Archive): Promise<{ place: string; text: string }[]> {
  const found: { place: string; text: string }[] = [];
  for (const part of archive.entries.filter(({ name }) =>
    /^xl\/(comments\d*|threadedComments\/[^/]+)\.xml$/.test(name),
  )) {
    found.push({
      place: `notes ${part.name.split('/').at(-1)!.replace(/\D/g, '') || '1'}`,
      text: await wordsOfPart(part.stream(), new Set(['t', 'text', 'author'])),
    });
  }
  for (const part of archive.entries.filter(({ name }) => PROPERTIES.test(name)))
    found.push({ place: 'properties', text: await wordsOfPart(part.stream(), null, PROPERTY) });
  return found.filter(({ text }) => text !== '');
}

/** Properties that name people or subjects; days and counters say nothing. */
const PROPERTY = new Set([
  'creator',
  'lastModifiedBy',
  'title',
  'subject',
  'description',
  'keywords',
  'category',
  'lpwstr',
  'initial-creator',
  'keyword',
  'user-defined',
  'printed-by',
]);

/**
 * Every word of an OpenDocument text or presentation (ISO/IEC 26300): notes, comments and struck words stand in its
 * content.
 */
export async function odfText(archive: Archive): Promise<string> {
  const texts: string[] = [];
  for (const name of ['content.xml', 'styles.xml']) {
    const part = archive.entries.find((entry) => entry.name === name);
    if (part) texts.push(await wordsOfPart(part.stream(), null));
  }
  const meta = archive.entries.find(({ name }) => name === 'meta.xml');
  if (meta) texts.push(await wordsOfPart(meta.stream(), null, PROPERTY));
  return texts.filter(Boolean).join('\n');
}

/** @param wanted elements whose text counts; null: all of it */
async function wordsOfPart(
  content: AsyncIterable<Buffer>,
  wanted: ReadonlySet<string> | null,
  only: ReadonlySet<string> | null = null,
): Promise<string> {
  let text = '';
  const open: string[] = [];
  await readXml(content, {
    open: (name, of) => {
      open.push(name);
      if (BLANKS.has(name)) text += ' '.repeat(Math.min(Number(of('c') ?? 1) || 1, 200));
    },
    text: (words) => {
      const at = open.at(-1) ?? '';
      const counts = only ? only.has(at) : wanted === null || wanted.has(at);
      if (counts) text += only ? `${words}\n` : words;
    },
    close: (name) => {
      open.pop();
      if (ENDS.has(name)) text += '\n';
    },
  });
  return text
    .replace(/[ \t]+\n/g, '\n')
    .replace(/\n{2,}/g, '\n')
    .trim();
}

async function linksOf(content: AsyncIterable<Buffer>): Promise<string> {
  const found: string[] = [];
  await readXml(content, {
    open: (name, of) => {
      if (name === 'Relationship' && of('TargetMode') === 'External') found.push(decoded(of('Target') ?? ''));
    },
  });
  return found.map((link) => link.replace(/^mailto:/i, '')).join('\n');
}

function decoded(link: string): string {
  try {
    return decodeURIComponent(link);
  } catch {
    return link;
  }
}

async function readXml(content: AsyncIterable<Buffer>, on: Parameters<typeof marks>[1]): Promise<void> {
  try {
    await marks(content, on);
  } catch (cause) {
    if (cause instanceof FileProblem) throw cause;
    throw new FileProblem('damaged', 'The document could not be read.', { cause });
  }
}
