import { headers } from 'next/headers';
import { languageOf, type Language } from '../../core/letters/mailings';

/** Pages of people outside: they are in the reader's language, those of staff are in English. */
const OF_PEOPLE = /^\/(ask|status|choices|confirm|identity|hand-over)(\/|\?|$)/;

/** The language a page is asked in: the one its address names, else the first of the browser's that we have. */
export async function askedLanguage(searchParams: Promise<{ lang?: string | string[] }>): Promise<Language> {
  return languageOf((await searchParams).lang ?? (await headers()).get('accept-language'));
}

/** The language of the whole document, for programs that read it aloud. @param path with its query, as it was asked for */
export function documentLanguage(path: string | null, accepted: string | null): Language {
  if (!path || !OF_PEOPLE.test(path)) return 'en';
  return languageOf(new URL(path, 'http://here').searchParams.get('lang') ?? accepted);
}
