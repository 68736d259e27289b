import { CHOICES_WORDS } from '../../../core/words/sections';
import { headers } from 'next/headers';
import { languageOf } from '../../../core/letters/mailings';
import { AskForPage } from '../../../ui/choicesPage/SmallForms';

import { PersonPage } from '../../../ui/requests/PersonPage';
import { publicContext } from '../../lib/session';
import { askForPage, askPosted } from './actions';

export const metadata = { title: 'Your choices' };

export default async function ChoicesPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { organisation } = await publicContext();
  const language = languageOf((await searchParams).lang ?? (await headers()).get('accept-language'));
  const words = CHOICES_WORDS[language];
  return (
    <PersonPage organisation={organisation.name} language={language}>
      <h1>{words.askTitle}</h1>
      <p>{words.askLead}</p>
      <AskForPage language={language} askForPage={askForPage} post={askPosted.bind(null, language)} />
    </PersonPage>
  );
}
