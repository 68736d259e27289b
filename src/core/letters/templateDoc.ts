/** A piece of a line: words, or a field that is filled in. */
export type TemplatePiece = { text: string } | { field: string };

/** A paragraph, a heading or a list of a template. `only`: it is there only where that field has a value. */
export interface TemplateBlock {
  kind: 'text' | 'heading' | 'list';
  only: string | null;
  /** One for a paragraph or a heading, one an item for a list. */
  lines: TemplatePiece[][];
}

/** A template as it is edited: its subject and its blocks. */
export interface TemplateDoc {
  subject: TemplatePiece[];
  blocks: TemplateBlock[];
}

const FIELD = /\{\{\s*([\w-]+)\s*\}\}/g;

/**
 * A template as blocks; `toTemplate` makes the same text of them again.
 *
 * @example
 * toDoc('Hello {{name}}\n\n- a\n- {{list}}').blocks
 * // [{ kind: 'list', only: null, lines: [[{ text: 'a' }], [{ field: 'list' }]] }]
 */
export function toDoc(template: string): TemplateDoc {
  const [subject = '', ...rest] = template.replace(/\r\n/g, '\n').split('\n');
  const blocks: TemplateBlock[] = [];
  for (const block of rest.join('\n').split(/\n\s*\n/)) {
    const [, only, words] = /^(?:\?([\w-]+) )?([\s\S]*)$/.exec(block.trim())!;
    if (!words) continue;
    if (words.startsWith('## ')) blocks.push({ kind: 'heading', only: only ?? null, lines: [pieces(words.slice(3))] });
    else if (words.startsWith('- '))
      blocks.push({
        kind: 'list',
        only: only ?? null,
        lines: words.split('\n').map((line) => pieces(line.replace(/^- /, ''))),
      });
    else blocks.push({ kind: 'text', only: only ?? null, lines: words.split('\n').map(pieces) });
  }
  return { subject: pieces(subject), blocks };
}

/** The text of a template. Blocks without words are left out. */
export function toTemplate({ subject, blocks }: TemplateDoc): string {
  const words = blocks.flatMap(({ kind, only, lines }) => {
    const said = lines.map(say).filter((line) => line.trim() !== '');
    if (said.length === 0) return [];
    const start = only ? `?${only} ` : '';
    if (kind === 'heading') return [`${start}## ${said.join(' ')}`];
    return [`${start}${kind === 'list' ? said.map((line) => `- ${line}`).join('\n') : said.join('\n')}`];
  });
  return [say(subject).replace(/\n/g, ' ').trim(), ...words].join('\n\n');
}

export function pieces(line: string): TemplatePiece[] {
  const found: TemplatePiece[] = [];
  let at = 0;
  for (const match of line.matchAll(FIELD)) {
    if (match.index > at) found.push({ text: line.slice(at, match.index) });
    found.push({ field: match[1]! });
    at = match.index + match[0].length;
  }
  if (at < line.length) found.push({ text: line.slice(at) });
  return found;
}

export function say(line: readonly TemplatePiece[]): string {
  return line.map((piece) => ('field' in piece ? `{{${piece.field}}}` : piece.text)).join('');
}
