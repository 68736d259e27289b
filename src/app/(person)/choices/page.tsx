import { CHOICES_WORDS } from '../../../core/words/sections';
import { AskForPage } from '../../../ui/choicesPage/SmallForms';

import { PersonPage } from '../../../ui/requests/PersonPage';
import { askedLanguage } from '../../lib/language';
import { publicContext } from '../../lib/session';
import { askForPage, askPosted } from './actions';

export async function generateMetadata({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  return { title: CHOICES_WORDS[await askedLanguage(searchParams)].title };
}

export default async function ChoicesPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { organisation } = await publicContext();
  const language = await askedLanguage(searchParams);
  const words = CHOICES_WORDS[language];
  return (
    <PersonPage organisation={organisation} language={language}>
      <h1>{words.askTitle}</h1>
      <p>{words.askLead}</p>
      <AskForPage language={language} askForPage={askForPage} post={askPosted.bind(null, language)} />
    </PersonPage>
  );
}
