// Lengths of time as they are written in four languages.

export interface Duration {
  hours: number;
  /** As it is written. */
  words: string;
}

const NUMBERS: Readonly<Record<string, number>> = {
  ...{ one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10, twelve: 12 },
  ...{ en: 1, et: 1, to: 2, tre: 3, fire: 4, fem: 5, seks: 6, syv: 7, otte: 8, ni: 9, ti: 10, tolv: 12 },
  ...{ ein: 1, eine: 1, einem: 1, einen: 1, zwei: 2, drei: 3, vier: 4, fünf: 5, sechs: 6, sieben: 7, acht: 8 },
  ...{ neun: 9, zehn: 10, zwölf: 12, een: 1, één: 1, twee: 2, drie: 3, vijf: 5, zes: 6, zeven: 7, negen: 9, tien: 10 },
  twaalf: 12,
};

const UNITS: readonly [RegExp, number][] = [
  [/^(hours?|timer?|stunden?|uur|uren)$/, 1],
  [/^(days?|dage?|dag|tage?n?|dagen)$/, 24],
  [/^(weeks?|uger?|wochen?|weken|week)$/, 24 * 7],
  [/^(months?|måneder|måned|monate?n?|maanden|maand)$/, 24 * 30],
  [/^(years?|år|jahre?n?|jaren|jaar)$/, 24 * 365],
];

const FOUND = /(\d{1,4}|[\p{L}]+)[\s-]+([\p{L}]+)/gu;

/**
 * Every length of time that a sentence says.
 *
 * @example durationsIn('within five days') // [{ hours: 120, words: 'five days' }]
 */
export function durationsIn(sentence: string): Duration[] {
  const found: Duration[] = [];
  const lower = sentence.toLowerCase();
  FOUND.lastIndex = 0;
  for (let match = FOUND.exec(lower); match; match = FOUND.exec(lower)) {
    const [words, count, unit] = match as unknown as [string, string, string];
    const number = /^\d/.test(count) ? Number(count) : NUMBERS[count];
    const hours = UNITS.find(([sign]) => sign.test(unit))?.[1];
    if (number !== undefined && hours !== undefined) found.push({ hours: number * hours, words });
    // The second word may be the number of the next pair.
    else FOUND.lastIndex = match.index + count.length;
  }
  return found;
}
