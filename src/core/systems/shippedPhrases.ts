import type { Language } from '../letters/mailings';
import { ONE_PERIOD, PERIODS, PHRASES } from '../words/sections';
import type { Phrases } from '../words/words';

const NUMBERS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  fourteen: 14,
  thirty: 30,
  sixty: 60,
  ninety: 90,
};

/** A bare period. @example sayPeriod('five years', 'da') // '5 år' */
function sayPeriod(text: string, language: Language): string | null {
  const [, count, unit] = /^(\d{1,3}|[a-z]+) (day|month|year)s?$/i.exec(text.trim()) ?? [];
  if (!count || !unit) return null;
  const [n, kind] = [
    /^\d+$/.test(count) ? Number(count) : NUMBERS[count.toLowerCase()],
    unit.toLowerCase() as 'day' | 'month' | 'year',
  ];
  if (!n) return null;
  return n === 1 ? ONE_PERIOD[language][kind] : `${n} ${PERIODS[language][kind]}`;
}

const KEYS = new Map(Object.keys(PHRASES.en).map((phrase) => [phrase.toLowerCase(), phrase as keyof Phrases]));

/** What a usual phrase is called, or null where it is none of them. */
export function shippedPhrase(text: string, language: Language): string | null {
  const key = KEYS.get(text.trim().toLowerCase());
  return key ? PHRASES[language][key] : sayPeriod(text, language);
}
