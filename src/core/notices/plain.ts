import type { LetterPart } from '../letters/letter';

/** The parts of a notice as plain text, for printing and for whoever reads without a browser. */
export function letterPartsText(body: readonly LetterPart[]): string {
  return body
    .map((part) => {
      if (part.kind === 'list') return part.items.map((item) => `- ${item}`).join('\n');
      return part.kind === 'heading' ? part.text.toUpperCase() : part.text;
    })
    .join('\n\n');
}

/**
 * A page of others as the text of a notice: its words, read as text and never as a template.
 *
 * @param page paragraphs parted by blank lines, headings begun with `## `, items with `- `
 */
export function takenIn(title: string, page: string): string {
  const words = page
    .replace(/\{\{/g, '{ {')
    .split(/\n\s*\n/)
    .map((block) => block.trim())
    .filter((block) => block && block !== title)
    // A question mark at the beginning would make the paragraph depend on a field.
    .map((block) => block.replace(/^\?(?=[\w-]+ )/, '\u200b?'));
  return [title.replace(/\{\{/g, '{ {').replace(/\s+/g, ' ').trim() || 'Notice', ...words].join('\n\n');
}
