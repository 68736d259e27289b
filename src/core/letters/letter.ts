/** A letter before it is mail or paper: plain paragraphs and lists, no mark-up. */
export interface Letter {
  template: string;
  version: number;
  subject: string;
  greeting: string;
  body: LetterPart[];
  closing: string;
}

export type LetterPart =
  { kind: 'text'; text: string } | { kind: 'heading'; text: string } | { kind: 'list'; items: string[] };

export const para = (text: string): LetterPart => ({ kind: 'text', text });
export const heading = (text: string): LetterPart => ({ kind: 'heading', text });
export const list = (items: string[]): LetterPart => ({ kind: 'list', items });

export interface Organisation {
  name: string;
  contact: string;
  address: string;
  authority: string;
}

/** The letter as the text of a mail. */
export function letterText(letter: Letter): string {
  const body = letter.body.map((part) => {
    if (part.kind === 'list') return part.items.map((item) => `  - ${item}`).join('\n');
    return part.kind === 'heading' ? `${part.text}\n${'-'.repeat(part.text.length)}` : part.text;
  });
  return [letter.greeting, ...body, letter.closing].join('\n\n');
}

/**
 * The letter that the text of a mail was made of: `letterText` turned round.
 *
 * @example letterFromText('Hello', 'Dear Ida,\n\nWords.\n\nRegards').body // [{ kind: 'text', text: 'Words.' }]
 */
export function letterFromText(subject: string, text: string): Letter {
  const blocks = text.split('\n\n');
  const body = blocks.slice(1, -1).map((block): LetterPart => {
    const lines = block.split('\n');
    if (lines.every((line) => line.startsWith('  - '))) return list(lines.map((line) => line.slice(4)));
    return lines.length === 2 && /^-+$/.test(lines[1]!) && lines[0]!.length === lines[1]!.length
      ? heading(lines[0]!)
      : para(block);
  });
  return {
    template: '',
    version: 0,
    subject,
    greeting: blocks[0] ?? '',
    body,
    closing: blocks.length > 1 ? blocks.at(-1)! : '',
  };
}
