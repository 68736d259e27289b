import { ASK_WORDS } from '../../../core/words/sections';
import { headers } from 'next/headers';
import { languageOf } from '../../../core/letters/mailings';

import { PersonPage } from '../../../ui/requests/PersonPage';
import { StatusForm } from '../../../ui/requests/StatusForm';
import { publicContext } from '../../lib/session';
import { beginShopProof, readStatus, statusPosted } from './actions';

export const metadata = { title: 'Your request' };

export default async function StatusPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { organisation } = await publicContext();
  const language = languageOf((await searchParams).lang ?? (await headers()).get('accept-language'));
  return (
    <PersonPage organisation={organisation.name} language={language}>
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
