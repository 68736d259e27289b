import { CHOICES_WORDS } from '../../../../core/words/sections';
import { headers } from 'next/headers';
import { languageOf, type Language } from '../../../../core/letters/mailings';
import { dayIn, sayDay } from '../../../../core/shared/days';
import type { PageView } from '../../../../core/choicesPage/views';
import { ChoicesForm } from '../../../../ui/choicesPage/ChoicesForm';
import { PageCode } from '../../../../ui/choicesPage/SmallForms';
import { sayOwnRefusal } from '../../../../core/words/ownRefusals';

import { PersonPage } from '../../../../ui/requests/PersonPage';
import { pageView } from '../../../../usecases/choicesPage/pageView';
import { askedLanguage } from '../../../lib/language';
import { publicContext } from '../../../lib/session';
import { changeChoices, changePosted, proveCode, provePosted } from '../actions';

export async function generateMetadata({ searchParams }: { searchParams: Promise<{ lang?: string }> }) {
  return { title: CHOICES_WORDS[await askedLanguage(searchParams)].title };
}

export default async function OwnChoicesPage({
  params,
  searchParams,
}: {
  params: Promise<{ token: string }>;
  searchParams: Promise<{ lang?: string }>;
}) {
  const ctx = await publicContext();
  const { token } = await params;
  const list = await headers();
  const asked = (await searchParams).lang;
  const result = await pageView(ctx, {
    token: token.slice(0, 100),
    gpc: list.get('sec-gpc') === '1',
    language: asked ? languageOf(asked) : null,
  });
  if (!result.ok) {
    const language = languageOf(asked ?? list.get('accept-language'));
    return (
      <PersonPage organisation={ctx.organisation} language={language}>
        <h1>{CHOICES_WORDS[language].title}</h1>
        {result.refusal.code === 'code-needed' ? (
          <PageCode
            language={language}
            token={token}
            proveCode={proveCode}
            post={provePosted.bind(null, token, language)}
          />
        ) : (
          <p className="note bad">{sayOwnRefusal(language, result.refusal)}</p>
        )}
      </PersonPage>
    );
  }
  const view = result.value;
  return (
    <PersonPage organisation={ctx.organisation} language={view.language}>
      <h1>{CHOICES_WORDS[view.language].title}</h1>
      <p>{CHOICES_WORDS[view.language].lead}</p>
      <ChoicesForm
        view={view}
        token={token}
        changeChoices={changeChoices}
        post={changePosted.bind(null, token, view.language)}
        days={daysOf(view, view.language, ctx.organisation.zone)}
      />
    </PersonPage>
  );
}

/** Days in the person's own language, made here so that server and browser say the same. */
function daysOf(view: PageView, language: Language, zone: string): Record<string, string> {
  const say = (at: string) =>
    language === 'en'
      ? sayDay(dayIn(at, zone))
      : new Intl.DateTimeFormat(language, { dateStyle: 'medium', timeZone: 'UTC' }).format(
          new Date(`${dayIn(at, zone)}T00:00:00Z`),
        );
  return Object.fromEntries([
    ...view.purposes.flatMap(({ id, answer }) => (answer.since ? [[id, say(answer.since)]] : [])),
    ...view.history.map(({ id, occurredAt }) => [id, say(occurredAt)]),
  ]);
}
