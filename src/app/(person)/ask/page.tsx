import { ASK_WORDS } from '../../../core/words/sections';
import { headers } from 'next/headers';
import { languageOf } from '../../../core/letters/mailings';
import { AskForm } from '../../../ui/intake/AskForm';

import { PersonPage } from '../../../ui/requests/PersonPage';
import { publicContext } from '../../lib/session';
import { askPosted, openFromPublic } from './actions';

export const metadata = { title: 'Your data' };

export default async function AskPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { organisation } = await publicContext();
  const language = languageOf((await searchParams).lang ?? (await headers()).get('accept-language'));
  return (
    <PersonPage organisation={organisation.name} language={language}>
      <h1>{ASK_WORDS[language].title}</h1>
      <p>{ASK_WORDS[language].lead}</p>
      <AskForm key={language} language={language} openFromPublic={openFromPublic} post={askPosted} />
    </PersonPage>
  );
}
