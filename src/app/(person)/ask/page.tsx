import { ASK_WORDS } from '../../../core/words/sections';
import { headers } from 'next/headers';
import { countryOf } from '../../../core/shared/countries';
import { dayIn } from '../../../core/shared/days';
import { regionOf } from '../../../core/shared/region';
import { InRegion } from '../../../ui/fields/region';
import { AskForm } from '../../../ui/intake/AskForm';

import { PersonPage } from '../../../ui/requests/PersonPage';
import { askedLanguage } from '../../lib/language';
import { publicContext } from '../../lib/session';
import { askPosted, openFromPublic } from './actions';

export async function generateMetadata({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  return { title: ASK_WORDS[await askedLanguage(searchParams)].title };
}

export default async function AskPage({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  const { organisation, clock } = await publicContext();
  const accepted = (await headers()).get('accept-language');
  const language = await askedLanguage(searchParams);
  return (
    <PersonPage organisation={organisation} language={language}>
      <h1>{ASK_WORDS[language].title}</h1>
      <p>{ASK_WORDS[language].lead}</p>
      <InRegion value={regionOf(accepted, language)}>
        <AskForm
          key={language}
          language={language}
          today={dayIn(clock.now(), organisation.zone)}
          country={countryOf(accepted)}
          openFromPublic={openFromPublic}
          post={askPosted}
        />
      </InRegion>
    </PersonPage>
  );
}
