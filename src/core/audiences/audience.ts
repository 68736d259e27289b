import { cellsOf, delimiterOf } from '../imports/mapping';

export const CHANNELS = ['email', 'phone', 'sms'] as const;
export type Channel = (typeof CHANNELS)[number];

export function identifierKindOf(channel: Channel): 'email' | 'phone' {
  return channel === 'email' ? 'email' : 'phone';
}

const NAMES: Record<'email' | 'phone', RegExp> = {
  email: /^(e-?mail|mail|address|adresse)/i,
  phone: /^(phone|mobile|telefon|tlf|telefoon|number|sms)/i,
};

/**
 * Where the address stands in the lines of a list: CSV with or without a header, or NDJSON with a field of that name.
 *
 * @returns how to read a line, and whether the first line is a header
 */
export function addressReader(
  firstLine: string,
  kind: 'email' | 'phone',
): { read(line: string): string | null; hasHeader: boolean } {
  if (firstLine.trimStart().startsWith('{')) return { read: (line) => fieldOf(line, kind), hasHeader: false };
  const delimiter = delimiterOf(firstLine);
  const header = cellsOf(firstLine, delimiter) ?? [];
  const named = header.findIndex((cell) => NAMES[kind].test(cell.trim()));
  const looks = header.findIndex((cell) =>
    kind === 'email' ? cell.includes('@') : /^[+\d][\d ()./-]{5,}$/.test(cell.trim()),
  );
  const at = looks >= 0 ? looks : Math.max(0, named);
  return { read: (line) => cellsOf(line, delimiter)?.[at]?.trim() || null, hasHeader: looks < 0 && named >= 0 };
}

function fieldOf(line: string, kind: 'email' | 'phone'): string | null {
  try {
    const value = JSON.parse(line) as Record<string, unknown>;
    const name = Object.keys(value).find((key) => NAMES[kind].test(key) || key === 'value');
    return name && typeof value[name] === 'string' ? value[name].trim() || null : null;
  } catch {
    return null;
  }
}
