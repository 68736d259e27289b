import { headers } from 'next/headers';
import { languageOf, type Language } from '../../core/letters/mailings';

export interface LinkParams {
  params: Promise<{ token: string }>;
  searchParams: Promise<{ lang?: string | string[] }>;
}

/** The language of the letter that a link stood in; without one, the browser's. */
export async function linkLanguage({ searchParams }: Pick<LinkParams, 'searchParams'>): Promise<Language> {
  return languageOf((await searchParams).lang ?? (await headers()).get('accept-language'));
}
