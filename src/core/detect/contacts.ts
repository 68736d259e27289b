/** A piece of text that names a way to reach somebody. UTF-16 offsets. */
export interface ContactSpan {
  start: number;
  end: number;
  kind: 'email' | 'phone';
  value: string;
}

const EMAIL = /[A-Za-z0-9._%+-]{1,64}@[A-Za-z0-9.-]{1,180}\.[A-Za-z]{2,20}/g;
const PHONE = /(?<![\w@.])(?:\+|00)?\d(?:[ ./()-]?\d){6,14}(?![\w@])/g;

/** E-mail addresses and phone numbers in a text, in order, without overlaps. */
export function contactsIn(text: string): ContactSpan[] {
  const spans: ContactSpan[] = [];
  for (const match of text.matchAll(EMAIL))
    spans.push({ start: match.index, end: match.index + match[0].length, kind: 'email', value: match[0] });
  for (const match of text.matchAll(PHONE)) {
    const span: ContactSpan = {
      start: match.index,
      end: match.index + match[0].length,
      kind: 'phone',
      value: match[0],
    };
    if (!spans.some((other) => other.start < span.end && span.start < other.end) && !looksLikeDate(match[0]))
      spans.push(span);
  }
  return spans.sort((a, b) => a.start - b.start);
}

function looksLikeDate(value: string): boolean {
  return /^\d{4}-\d{2}-\d{2}/.test(value) || /^\d{1,2}[./-]\d{1,2}[./-]\d{4}$/.test(value);
}
