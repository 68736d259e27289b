import { headers } from 'next/headers';
import { LANGUAGES, languageOf, type Language } from '../../core/letters/mailings';
import { publicContext } from './session';

/** Pages of people outside: they are in the reader's language, those of staff are in English. */
const OF_PEOPLE = /^\/(ask|status|choices|confirm|identity|hand-over)(\/|\?|$)/;

/** The language a page is asked in: the one its address names, else the first of the browser's that we have. */
export async function askedLanguage(searchParams: Promise<{ lang?: string | string[] }>): Promise<Language> {
  const { organisation } = await publicContext();
  return languageOf(
    (await searchParams).lang ?? (await headers()).get('accept-language'),
    organisation.brand.languages,
  );
}

/** The language of the whole document, for programs that read it aloud. @param path with its query, as it was asked for */
export function documentLanguage(
  path: string | null,
  accepted: string | null,
  offered: readonly Language[] = LANGUAGES,
): Language {
  if (!path || !OF_PEOPLE.test(path)) return 'en';
  return languageOf(new URL(path, 'http://here').searchParams.get('lang') ?? accepted, offered);
}

/** What a page is offered in. Where nothing can be read, its words for that are in any of them. */
export async function offeredOn(path: string | null): Promise<readonly Language[]> {
  if (!path || !OF_PEOPLE.test(path)) return LANGUAGES;
  return publicContext().then(
    ({ organisation }) => organisation.brand.languages,
    () => LANGUAGES,
  );
}
