import sanitizeHtml from 'sanitize-html';
import { languageOf, type Language } from '../../core/letters/mailings';

export interface PageWords {
  title: string;
  language: Language;
  /** Paragraphs parted by blank lines; headings begin with `## `, items of lists with `- `. */
  text: string;
}

/** What is around the words of a page, and no part of them. */
const AROUND = [
  'script',
  'style',
  'textarea',
  'option',
  'noscript',
  'nav',
  'header',
  'footer',
  'aside',
  'form',
  'button',
];

const BLOCKS = ['p', 'div', 'td', 'th', 'tr', 'section', 'article', 'dd', 'dt', 'blockquote', 'table', 'ul', 'ol'];

const decoded = (text: string): string =>
  text
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&amp;/g, '&')
    .replace(/\u00a0/g, ' ');

const bare = (html: string): string =>
  decoded(sanitizeHtml(html, { allowedTags: [], allowedAttributes: {} }))
    .replace(/\s+/g, ' ')
    .trim();

/** The words of a page that somebody else keeps, as they are read: without what is around them. */
export function pageWords(html: string): PageWords {
  const language = languageOf(/<html[^>]*\blang=["']?([a-z-]+)/i.exec(html)?.[1]);
  const main =
    /<(main|article)\b[^>]*>([\s\S]*)<\/\1>/i.exec(html)?.[2] ?? /<body[^>]*>([\s\S]*)<\/body>/i.exec(html)?.[1];
  const kept = sanitizeHtml(main ?? html, {
    allowedTags: [...BLOCKS, 'li', 'br', 'h1', 'h2', 'h3', 'h4'],
    allowedAttributes: {},
    nonTextTags: AROUND,
  }).replace(/[\r\n]+/g, ' ');
  const title = bare(
    /<h1[^>]*>([\s\S]*?)<\/h1>/i.exec(kept)?.[1] ?? /<title[^>]*>([\s\S]*?)<\/title>/i.exec(html)?.[1] ?? '',
  );
  const lines = kept
    .replace(/<h1[^>]*>[\s\S]*?<\/h1>/gi, '\n\n')
    .replace(/<h[2-4][^>]*>/gi, '\n\n## ')
    .replace(/<\/h[2-4]>/gi, '\n\n')
    .replace(/<li[^>]*>/gi, '\n- ')
    .replace(/<\/li>/gi, '\n')
    .replace(/<br[^>]*>/gi, '\n')
    .replace(new RegExp(`</?(${BLOCKS.join('|')})[^>]*>`, 'gi'), '\n\n');
  const text = decoded(sanitizeHtml(lines, { allowedTags: [], allowedAttributes: {} }))
    .split('\n')
    .map((line) => line.replace(/\s+/g, ' ').trim())
    .filter((line) => line !== '-' && line !== '##')
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    // Items of a list stand without a gap between them.
    .replace(/(^|\n)(- [^\n]*)\n\n(?=- )/g, '$1$2\n')
    .trim();
  return { title, language, text };
}
