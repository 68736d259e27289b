import { haystackOf, mentions, type MentionKey } from '../../core/matching/mentions';
import type { KnownPerson } from './knownPerson';

/** Tells of a text whether it speaks of the person: by any identifier, or by the name, whole. */
export function speaksOfPerson({ keys, names }: KnownPerson): (text: string) => boolean {
  const sought: MentionKey[] = [
    ...keys.filter(({ kind }) => kind !== 'name-birth-date'),
    ...names.map((value) => ({ kind: 'name', value })),
  ];
  return (text) => {
    const hay = haystackOf(text);
    return sought.some((key) => mentions(hay, key)) || namesInCells(text, names);
  };
}

/** A line of a file has given and family name in cells of their own, in whichever order. */
function namesInCells(text: string, names: readonly string[]): boolean {
  const cells = new Set(
    text
      .toLowerCase()
      .split(/[;,\t|"]+/)
      .map((cell) => cell.trim()),
  );
  return names.some((name) => {
    const parts = name.toLowerCase().split(' ');
    return (
      parts.length > 1 && cells.has(parts[0]!) && (cells.has(parts.slice(1).join(' ')) || cells.has(parts.at(-1)!))
    );
  });
}
