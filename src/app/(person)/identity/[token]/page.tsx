import { LINK_WORDS } from '../../../../core/words/sections';
import { CodeForm } from '../../../../ui/identity/CodeForm';
import { PersonPage } from '../../../../ui/requests/PersonPage';

import { askedLanguage } from '../../../lib/language';
import type { LinkParams } from '../../../lib/linkParams';
import { publicContext } from '../../../lib/session';
import { proveIdentity, provePosted } from './actions';

export async function generateMetadata(props: LinkParams) {
  return { title: LINK_WORDS[await askedLanguage(props.searchParams)].identity.title };
}

export default async function IdentityPage(props: LinkParams) {
  const { organisation } = await publicContext();
  const { token } = await props.params;
  const language = await askedLanguage(props.searchParams);
  const words = LINK_WORDS[language].identity;
  return (
    <PersonPage organisation={organisation} language={language}>
      <h1>{words.title}</h1>
      <p>{words.lead}</p>
      <CodeForm
        token={token}
        language={language}
        proveIdentity={proveIdentity}
        post={provePosted.bind(null, language, token)}
      />
    </PersonPage>
  );
}
