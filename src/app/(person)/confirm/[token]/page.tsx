import { CHOICES_WORDS } from '../../../../core/words/sections';
import { languageOf } from '../../../../core/letters/mailings';
import { ConfirmButton } from '../../../../ui/choicesPage/SmallForms';
import { sayOwnRefusal } from '../../../../core/words/ownRefusals';

import { PersonPage } from '../../../../ui/requests/PersonPage';
import { confirmView } from '../../../../usecases/ledger/confirmChoice';
import { publicContext } from '../../../lib/session';
import { confirmChoice, confirmPosted } from '../../choices/actions';

export const metadata = { title: 'Please confirm' };

export default async function ConfirmPage({ params }: { params: Promise<{ token: string }> }) {
  const ctx = await publicContext();
  const { token } = await params;
  const result = await confirmView(ctx, { token: token.slice(0, 100) });
  const language = languageOf(result.ok ? result.value.language : null);
  const words = CHOICES_WORDS[language];
  return (
    <PersonPage organisation={ctx.organisation} language={language}>
      <h1>{words.confirmTitle}</h1>
      {result.ok ? (
        <>
          <p>{words.confirmLead.replace('{title}', result.value.title)}</p>
          <ConfirmButton
            language={language}
            token={token}
            confirmChoice={confirmChoice}
            post={confirmPosted.bind(null, token, language)}
          />
        </>
      ) : (
        <p className="note bad">{sayOwnRefusal(language, result.refusal)}</p>
      )}
    </PersonPage>
  );
}
