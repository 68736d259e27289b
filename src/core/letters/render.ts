import type { LetterPart } from './letter';

export type FieldValue = string | readonly string[] | null;

export type TemplateFault =
  | { code: 'template-without-subject' }
  | { code: 'template-unknown-field'; field: string; known: string[] }
  | { code: 'template-lacks-field'; field: string }
  | { code: 'template-too-long'; most: number };

const FIELD = /\{\{\s*([\w-]+)\s*\}\}/g;
const ONLY_IF = /^\?([\w-]+) /gm;
const MOST = 20_000;

export function fieldsIn(template: string): string[] {
  return [...new Set([...template.matchAll(FIELD), ...template.matchAll(ONLY_IF)].map(([, name]) => name!))];
}

/**
 * What is wrong with a template before it is used: a field nobody fills, or the lack of one that the law wants in this letter.
 */
export function checkTemplate(
  template: string,
  known: readonly string[],
  needed: readonly string[],
): TemplateFault | null {
  if (template.length > MOST) return { code: 'template-too-long', most: MOST };
  if (!template.split('\n')[0]!.trim()) return { code: 'template-without-subject' };
  const used = fieldsIn(template);
  const unknown = used.find((field) => !known.includes(field));
  if (unknown) return { code: 'template-unknown-field', field: unknown, known: [...known] };
  const missing = needed.find((field) => !used.includes(field));
  return missing ? { code: 'template-lacks-field', field: missing } : null;
}

/**
 * A template with its fields filled in. The first line is the subject; blank lines part paragraphs; `## ` begins a heading;
 * a paragraph of `- {{field}}` becomes a list with a line for each value. A paragraph with a field that has no value is left
 * out, and with it the heading right above it; one that begins with `?field ` is there only where that field has a value.
 * Values are never read as template.
 *
 * @example render('Hello\n\nDue {{due}}.\n\n{{note}}', { due: '1 May', note: null }).body // [{ kind: 'text', text: 'Due 1 May.' }]
 */
export function render(
  template: string,
  fields: Readonly<Record<string, FieldValue>>,
): { subject: string; body: LetterPart[] } {
  const [first = '', ...rest] = template.replace(/\r\n/g, '\n').split('\n');
  const body: LetterPart[] = [];
  let heading: string | null = null;
  for (const block of rest.join('\n').split(/\n\s*\n/)) {
    const [, only, words] = /^(?:\?([\w-]+) )?([\s\S]*)$/.exec(block.trim())!;
    const text = only && !fields[only]?.length ? '' : words!;
    if (!text) continue;
    if (text.startsWith('## ')) {
      heading = fill(text.slice(3), fields);
      continue;
    }
    const part = partOf(text, fields);
    if (part && heading) body.push({ kind: 'heading', text: heading });
    if (part) body.push(part);
    heading = null;
  }
  return { subject: fill(first.trim(), fields) ?? '', body };
}

function partOf(text: string, fields: Readonly<Record<string, FieldValue>>): LetterPart | null {
  if (text.startsWith('- ')) {
    const items = text.split('\n').flatMap((line) => {
      const item = line.replace(/^- /, '');
      const [, only] = /^\{\{\s*([\w-]+)\s*\}\}$/.exec(item) ?? [];
      const value = only ? fields[only] : null;
      if (Array.isArray(value)) return value as string[];
      return fill(item, fields) ?? [];
    });
    return items.length > 0 ? { kind: 'list', items } : null;
  }
  const filled = fill(text, fields);
  return filled === null ? null : { kind: 'text', text: filled };
}

function fill(text: string, fields: Readonly<Record<string, FieldValue>>): string | null {
  let isEmpty = false;
  const filled = text.replace(FIELD, (_, name: string) => {
    const value = fields[name];
    if (value === null || value === undefined || value.length === 0) isEmpty = true;
    return Array.isArray(value) ? value.join(', ') : ((value as string | null) ?? '');
  });
  return isEmpty ? null : filled;
}
