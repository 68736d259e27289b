import { cellsOf, type ImportFormat } from './mapping';

/** A column with more different values than this holds no words to choose from: names, addresses, times. */
export const MOST_WORDS = 40;
/** Longer than this a value is no word. */
const LONGEST = 60;

/** Of each column, the different values it holds, the most frequent first; those with too many are left out. */
export type FileWords = Readonly<Record<string, readonly string[]>>;

export interface WordCounter {
  add(raw: string): void;
  words(): FileWords;
  /** Some values of a column, whatever it holds. */
  valuesOf(column: string): readonly string[];
}

/** Counts the values of a file's columns, line by line. */
export function wordCounter(columns: readonly string[], format: ImportFormat, delimiter: string): WordCounter {
  const counts = columns.map(() => new Map<string, number>());
  const full = new Set<number>();
  const cells = (raw: string): readonly unknown[] => {
    if (format !== 'ndjson') return cellsOf(raw, delimiter) ?? [];
    try {
      const value = JSON.parse(raw) as Record<string, unknown>;
      return columns.map((column) => value[column]);
    } catch {
      return [];
    }
  };
  return {
    add(raw) {
      cells(raw).forEach((cell, i) => {
        const found = counts[i];
        const text = typeof cell === 'object' || cell === undefined ? '' : String(cell).trim();
        if (!found || text === '') return;
        if (text.length > LONGEST || (found.size >= MOST_WORDS && !found.has(text))) full.add(i);
        else found.set(text, (found.get(text) ?? 0) + 1);
      });
    },
    words: () =>
      Object.fromEntries(
        columns.flatMap((column, i) =>
          full.has(i)
            ? []
            : [[column, [...counts[i]!].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([word]) => word)]],
        ),
      ),
    valuesOf: (column) => [...(counts[columns.indexOf(column)]?.keys() ?? [])],
  };
}
