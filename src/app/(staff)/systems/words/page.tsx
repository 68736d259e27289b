import { languageOf } from '../../../../core/letters/mailings';
import { readRegisterWords } from '../../../../usecases/systems/registerWords';
import { WordsSheet } from '../../../../ui/systems/WordsSheet';
import { shown, staff } from '../../../lib/session';
import { sayInLanguage } from '../actions';

export const metadata = { title: 'Words in other languages' };

export default async function WordsPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { ctx } = await staff('systems.see');
  const asked = languageOf((await searchParams).lang);
  const view = shown(await readRegisterWords(ctx, { language: asked === 'en' ? 'da' : asked }));
  return <WordsSheet key={view.language} view={view} sayInLanguage={sayInLanguage} />;
}
