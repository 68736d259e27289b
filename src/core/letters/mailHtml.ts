import { letterFromText } from './letter';

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const escaped = (text: string) => text.replace(/[&<>"']/g, (one) => ESCAPES[one]!);

/** Text as it stands, its lines kept; an address of a page can be followed. */
function inline(text: string): string {
  return text
    .split(/(https?:\/\/[^\s<>"]*[^\s<>".,;:!?)])/)
    .map((part, i) => (i % 2 === 1 ? `<a href="${escaped(part)}">${escaped(part)}</a>` : escaped(part)))
    .join('')
    .replaceAll('\n', '<br>');
}

/**
 * The same words as the plain part of a mail, with headings and lists that a program can tell. Nothing is fetched from
 * anywhere when it is opened: no picture, no font, no count of readers.
 *
 * @param text as `letterText` writes it
 * @param language BCP 47; without it the mail says none
 */
export function mailHtml(subject: string, text: string, language?: string): string {
  const { greeting, body, closing } = letterFromText(subject, text);
  const parts = body.map((part) => {
    if (part.kind === 'heading') return `<h2 style="font-size:16px">${inline(part.text)}</h2>`;
    if (part.kind === 'list') return `<ul>${part.items.map((item) => `<li>${inline(item)}</li>`).join('')}</ul>`;
    return `<p>${inline(part.text)}</p>`;
  });
  const lang = language ? ` lang="${escaped(language)}"` : '';
  return (
    `<!DOCTYPE html><html${lang}><head><meta charset="utf-8"><title>${escaped(subject)}</title></head>` +
    `<body style="font-family:sans-serif;font-size:15px;line-height:1.5;max-width:640px">` +
    `${greeting ? `<p>${inline(greeting)}</p>` : ''}${parts.join('')}` +
    `${closing ? `<p>${inline(closing)}</p>` : ''}</body></html>`
  );
}
