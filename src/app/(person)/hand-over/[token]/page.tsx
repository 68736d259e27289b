import { LINK_WORDS, PACK_WORDS } from '../../../../core/words/sections';
import { PersonPage } from '../../../../ui/requests/PersonPage';
import { HandOver } from '../../../../ui/packs/HandOver';

import { sayOwnRefusal } from '../../../../core/words/ownRefusals';
import { openLink } from '../../../../usecases/packs/handOver';
import { askedLanguage } from '../../../lib/language';
import type { LinkParams } from '../../../lib/linkParams';
import { publicContext } from '../../../lib/session';
import { confirmDownload, releaseLink, releasePosted } from './actions';

export async function generateMetadata(props: LinkParams) {
  return { title: LINK_WORDS[await askedLanguage(props.searchParams)].handOver.ready };
}

/** Looking uses nothing up: a mail scanner may look as often as it likes. */
export default async function HandOverPage(props: LinkParams) {
  const ctx = await publicContext();
  const { token } = await props.params;
  const language = await askedLanguage(props.searchParams);
  const words = LINK_WORDS[language].handOver;
  const link = await openLink(ctx, { token });
  return (
    <PersonPage organisation={ctx.organisation} language={language}>
      <h1>{link.ok ? words.ready : words.closed}</h1>
      {link.ok ? (
        <HandOver
          token={token}
          language={language}
          readme={PACK_WORDS[link.value.language].names.readme}
          releaseLink={releaseLink}
          confirmDownload={confirmDownload}
          post={releasePosted.bind(null, language, token)}
        />
      ) : (
        <p className="note">
          {sayOwnRefusal(language, link.refusal)} {words.reach(ctx.organisation.contact)}
        </p>
      )}
    </PersonPage>
  );
}
