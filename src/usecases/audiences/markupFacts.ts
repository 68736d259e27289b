import sanitizeHtml from 'sanitize-html';
import type { MarkupFacts } from '../../core/audiences/messageAdvice';

const NAMED: Readonly<Record<string, string>> = {
  white: '#ffffff',
  black: '#000000',
  gray: '#808080',
  grey: '#808080',
};

/** @returns `#rrggbb`; null: it is another way of saying a colour, and is not judged */
function colourOf(value: string | undefined): string | null {
  const text = value?.trim().toLowerCase() ?? '';
  if (NAMED[text]) return NAMED[text];
  const [, short] = /^#([0-9a-f]{3})$/.exec(text) ?? [];
  if (short) return `#${[...short].map((one) => one + one).join('')}`;
  if (/^#[0-9a-f]{6}$/.test(text)) return text;
  const [, r, g, b] = /^rgb\((\d{1,3}),\s*(\d{1,3}),\s*(\d{1,3})\)$/.exec(text) ?? [];
  return r ? `#${[r, g!, b!].map((one) => Math.min(255, Number(one)).toString(16).padStart(2, '0')).join('')}` : null;
}

const stylesOf = (style: string): Map<string, string> =>
  new Map(
    style
      .split(';')
      .map((one) => one.split(':'))
      .filter((parts) => parts.length === 2)
      .map(([name, value]) => [name!.trim().toLowerCase(), value!.trim()]),
  );

/** What the mark-up of a mail says that matters to whoever cannot see it as it was meant. */
export function markupFacts(html: string): MarkupFacts {
  const facts: MarkupFacts = {
    language: /<html[^>]*\slang=["']?([a-zA-Z-]+)/i.exec(html)?.[1] ?? null,
    withoutAlternative: (html.match(/<img\b(?![^>]*\salt\s*=)[^>]*>/gi) ?? []).length,
    colours: [],
    smallest: null,
  };
  sanitizeHtml(html, {
    allowedTags: false,
    allowedAttributes: false,
    allowVulnerableTags: true,
    exclusiveFilter: ({ attribs, text }) => {
      const styles = stylesOf(attribs['style'] ?? '');
      const [colour, back] = [
        colourOf(styles.get('color') ?? attribs['color']),
        colourOf(styles.get('background-color') ?? styles.get('background') ?? attribs['bgcolor']),
      ];
      if (colour && back && text.trim()) facts.colours.push({ text: colour, back, words: text.trim() });
      const size = /^(\d+(?:\.\d+)?)px$/.exec(styles.get('font-size') ?? '')?.[1];
      // What is set to nothing is there to be hidden.
      if (size && Number(size) > 1 && text.trim()) facts.smallest = Math.min(facts.smallest ?? Infinity, Number(size));
      return false;
    },
  });
  return facts;
}
