import { ASK_WORDS } from '../../../core/words/sections';

import { PersonPage } from '../../../ui/requests/PersonPage';
import { StatusForm } from '../../../ui/requests/StatusForm';
import { askedLanguage } from '../../lib/language';
import { publicContext } from '../../lib/session';
import { beginShopProof, readStatus, statusPosted } from './actions';

export async function generateMetadata({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  return { title: ASK_WORDS[await askedLanguage(searchParams)].statusTitle };
}

export default async function StatusPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { organisation } = await publicContext();
  const language = await askedLanguage(searchParams);
  return (
    <PersonPage organisation={organisation} language={language}>
      <h1>{ASK_WORDS[language].statusTitle}</h1>
      <p>{ASK_WORDS[language].statusLead}</p>
      <StatusForm
        language={language}
        readStatus={readStatus}
        beginShopProof={beginShopProof}
        post={statusPosted.bind(null, language)}
      />
    </PersonPage>
  );
}
