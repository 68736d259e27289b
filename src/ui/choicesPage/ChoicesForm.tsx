'use client';

import { CHOICES_WORDS } from '../../core/words/sections';
import type { PageWords } from '../../core/words/words';
import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useActionState, useState, type FormEvent } from 'react';
import type { PagePurpose, PageView } from '../../core/choicesPage/views';
import type { ChoicesActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { sayLost } from '../../core/words/ownRefusals';
import { ListTable } from '../shared/ListTable';
import { FailureNote } from '../shared/FailureNote';

type Said = Record<string, boolean | undefined>;

function saidOf(purpose: PagePurpose): boolean | undefined {
  // Nothing is chosen for the person: only what they said themselves is shown as chosen.
  // A yes that waits for its confirmation is a yes that they said.
  if (purpose.answer.standing === 'awaiting-confirmation') return true;
  return purpose.answer.since === null ? undefined : purpose.answer.permitted;
}

const fieldValue = (yes: boolean | undefined) => (yes === undefined ? '' : yes ? 'yes' : 'no');

function stateOf({ answer, kind }: PagePurpose, words: PageWords): string {
  if (answer.standing === 'awaiting-confirmation') return words.waiting;
  if (answer.since !== null) return answer.permitted ? words.saidYes : words.saidNo;
  return kind === 'consent' ? words.notAsked : words.unlessNo;
}

/** Every purpose in plain words; yes and no stand side by side, alike in size and reach. */
export function ChoicesForm({
  view,
  token,
  changeChoices,
  post = notPosted,
  days,
}: {
  view: PageView;
  token: string;
  changeChoices: ChoicesActs['changeChoices'];
  post?: PostAction<{ changed: number }>;
  days: Record<string, string>;
}) {
  const words = CHOICES_WORDS[view.language];
  const [said, setSaid] = useState<Said>(() =>
    Object.fromEntries(view.purposes.map((purpose) => [purpose.id, saidOf(purpose)])),
  );
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const sayDone = ({ changed }: { changed: number }) =>
    changed === 0 ? words.nothing : `${words.saved} ${words.mail}`;
  const [done, setDone] = useState<string | null>(posted.result?.ok ? sayDone(posted.result.value) : null);
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [isBusy, setBusy] = useState(false);
  const router = useRouter();
  const titles = new Map(view.purposes.map(({ id, title }) => [id, title]));
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const changes = view.purposes
      .filter((purpose) => said[purpose.id] !== undefined && said[purpose.id] !== saidOf(purpose))
      .map(({ id }) => ({ purpose: id, yes: said[id]! }));
    setBusy(true);
    const result = await changeChoices({ language: view.language, token, changes }).catch(
      (): ActionResult<{ changed: number }> => ({
        ok: false,
        message: sayLost(view.language),
      }),
    );
    setBusy(false);
    setFailure(result.ok ? null : result.message);
    if (!result.ok) return;
    setDone(sayDone(result.value));
    router.refresh();
  };
  return (
    <>
      {view.signal && (
        <p className={`note ${view.signal.honoured ? 'good' : 'slate'}`} role="status">
          {view.signal.honoured ? words.signal : words.signalNot}
        </p>
      )}
      <form action={action} onSubmit={(event) => void submit(event)} aria-label={words.title}>
        {view.purposes.map((purpose) => (
          <fieldset key={purpose.id} className="choice">
            <legend>{purpose.title}</legend>
            <p>{purpose.plain}</p>
            <Facts purpose={purpose} words={words} />
            {purpose.kind === 'necessary' ? (
              <p className="muted">{words.always}</p>
            ) : (
              <div className="yes-no">
                <input type="hidden" name="shown" value={`${purpose.id}=${fieldValue(saidOf(purpose))}`} />
                {(
                  [
                    [true, words.yes],
                    [false, words.no],
                  ] as const
                ).map(([yes, label]) => (
                  <label key={label}>
                    <input
                      type="radio"
                      name={`answer-${purpose.id}`}
                      value={fieldValue(yes)}
                      checked={said[purpose.id] === yes}
                      onChange={() => {
                        setSaid({ ...said, [purpose.id]: yes });
                        setDone(null);
                      }}
                    />{' '}
                    {label}
                  </label>
                ))}
                <span className="muted">
                  {stateOf(purpose, words)}
                  {purpose.answer.since && days[purpose.id] ? `, ${days[purpose.id]}` : ''}
                  {purpose.parent ? ` · ${words.child} ${titles.get(purpose.parent) ?? purpose.parent}` : ''}
                </span>
              </div>
            )}
          </fieldset>
        ))}
        <FailureNote text={failure} />
        {done && (
          <p className="note good" role="status">
            {done}
          </p>
        )}
        <Button type="submit" variant="contained" size="medium" disabled={isBusy}>
          {words.save}
        </Button>
      </form>
      <History view={view} token={token} words={words} days={days} />
      <p style={{ marginTop: 20 }}>
        <Link href="/ask">{words.rights}</Link>
      </p>
    </>
  );
}

/** What is used, who receives it, where and how long: only what is said. */
function Facts({ purpose, words }: { purpose: PagePurpose; words: PageWords }) {
  return (
    <dl className="facts">
      {purpose.categories.length > 0 && (
        <>
          <dt>{words.what}</dt>
          <dd>{purpose.categories.join(', ')}</dd>
        </>
      )}
      {purpose.recipients.length > 0 && (
        <>
          <dt>{words.who}</dt>
          <dd>{purpose.recipients.join(', ')}</dd>
        </>
      )}
      {purpose.transfers && (
        <>
          <dt>{words.where}</dt>
          <dd>{purpose.transfers}</dd>
        </>
      )}
      {purpose.retention && (
        <>
          <dt>{words.howLong}</dt>
          <dd>{purpose.retention}</dd>
        </>
      )}
    </dl>
  );
}

function History({
  view,
  token,
  words,
  days,
}: {
  view: PageView;
  token: string;
  words: PageWords;
  days: Record<string, string>;
}) {
  if (view.history.length === 0) return null;
  return (
    <section style={{ marginTop: 26 }}>
      <h2>{words.history}</h2>
      <ListTable>
        <tbody>
          {view.history.map((one) => (
            <tr key={one.id}>
              <td className="nowrap">{days[one.id]}</td>
              <td>{one.title}</td>
              <td>
                <b>{words.answers[one.answer]}</b>
              </td>
              <td className="muted">{one.where}</td>
              <td>
                <a href={`/choices/${token}/receipt/${one.id}`}>{words.receipt}</a>
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
    </section>
  );
}
