import { LANGUAGES } from '../letters/mailings';
import * as da from './da';
import * as de from './de';
import * as en from './en';
import * as nl from './nl';
import * as sections from './sections';

const FILES = { en, da, de, nl };
/** Said in English only: under a law of the United States the copy answers other questions. */
const ENGLISH_ONLY = ['californiaCover'];

test('a language is one file: every section stands in each of them, and every section is looked up in all', () => {
  expect(Object.keys(FILES).toSorted()).toEqual([...LANGUAGES].toSorted());
  const names = Object.keys(en)
    .filter((name) => !ENGLISH_ONLY.includes(name))
    .toSorted();
  for (const file of Object.values(FILES))
    expect(
      Object.keys(file)
        .filter((name) => !ENGLISH_ONLY.includes(name))
        .toSorted(),
    ).toEqual(names);
  const looked = Object.values(sections);
  expect(looked).toHaveLength(names.length);
  for (const section of looked) expect(Object.keys(section).toSorted()).toEqual([...LANGUAGES].toSorted());
  for (const name of names as (keyof typeof da)[])
    expect(looked).toContainEqual({ en: en[name], da: da[name], de: de[name], nl: nl[name] });
});

test('what is said is said: no empty words, and hardly any left in English', () => {
  const textsOf = (value: unknown): string[] =>
    typeof value === 'string'
      ? [value]
      : typeof value === 'object' && value !== null
        ? Object.values(value).flatMap(textsOf)
        : [];
  const english = textsOf(en);
  expect(english.length).toBeGreaterThan(400);
  for (const language of ['da', 'de', 'nl'] as const) {
    const texts = textsOf(FILES[language]);
    expect(texts.filter((text) => text.trim() === '')).toEqual([]);
    const same = texts.filter((text) => text.split(' ').length > 4 && english.includes(text));
    expect(same).toEqual([]);
  }
});
