/** What is said of one page. */
export interface HelpSection {
  /** The address it belongs to, and what lies below it. */
  path: string;
  title: string;
  paragraphs: string[];
  /** The law behind it; null: none in particular. */
  law: string | null;
}

/**
 * The sections of a text whose headings are `## /address Title`.
 *
 * @example readHelp('## /desk The Desk\n\nWhat you do next.\n\nLaw: GDPR art. 12(3).')[0].law // 'GDPR art. 12(3).'
 */
export function readHelp(text: string): HelpSection[] {
  return text
    .split(/^## /m)
    .slice(1)
    .map((part) => {
      const [head = '', ...rest] = part.split('\n');
      const [path = '', ...title] = head.trim().split(' ');
      const paragraphs = rest
        .join('\n')
        .split(/\n\s*\n/)
        .map((one) => one.replace(/\s+/g, ' ').trim())
        .filter(Boolean);
      const law = paragraphs.find((one) => one.startsWith('Law: '))?.slice(5) ?? null;
      return { path, title: title.join(' '), law, paragraphs: paragraphs.filter((one) => !one.startsWith('Law: ')) };
    });
}

/** The section of a page: that of its own address, else of the nearest one above it. */
export function helpFor(sections: readonly HelpSection[], path: string): HelpSection | null {
  const fitting = sections.filter((one) => path === one.path || path.startsWith(`${one.path}/`));
  return fitting.sort((a, b) => b.path.length - a.path.length)[0] ?? null;
}
