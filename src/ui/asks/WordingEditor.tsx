'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { SaidFinding } from '../../core/asks/findings';
import { METHODS, wordingDraftInput, type WordingDraft } from '../../core/asks/schema';
import type { AsksView, FairnessView, WordingShown } from '../../core/asks/views';
import { FormChoose } from '../fields/FormChoose';
import { tellFields } from '../fields/tellFields';
import { FormTick, FormTicks } from '../fields/FormTicks';
import { useFields } from '../fields/useFields';
import type { LedgerActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';
import { useSay } from '../shared/Say';
import { LANGUAGE_NAMES } from './languageNames';

interface Props {
  draft: WordingDraft;
  /** The version before; null: it is new. */
  before: WordingShown | null;
  purposes: AsksView['purposes'];
  mayPublish: boolean;
  actions: Pick<LedgerActs, 'checkWording' | 'publishWording'>;
  close: () => void;
}

const LANGUAGES = ['en', 'da', 'de', 'nl'] as const;

/** One version in its words: looked at for faults before anybody can publish it. */
export function WordingEditor({ draft, before, purposes, mayPublish, actions, close }: Props) {
  const { control, register, handleSubmit, setError, watch, formState } = useFields<WordingDraft>({
    resolver: yupResolver(wordingDraftInput),
    defaultValues: draft,
  });
  const [found, setFound] = useState<FairnessView | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const router = useRouter();
  const run = (publish: boolean) =>
    handleSubmit(async (values) => {
      setFailure(null);
      const looked = publish ? null : await actions.checkWording(values).catch(stillHere);
      if (looked?.ok) return setFound(looked.value);
      const result = looked ?? (await actions.publishWording(values).catch(stillHere));
      if (!result.ok) {
        setFailure(result.message);
        return tellFields(setError, result.fields);
      }
      say(`Published as version ${result.value.version}`, true);
      router.refresh();
      close();
    })();
  const { errors } = formState;
  const title = before ? `Another version of “${draft.id}”` : 'A new ask';
  const mustSayWhy = (found?.doubts.length ?? 0) > 0;
  return (
    <form
      className="sheet"
      style={{ marginBottom: 14 }}
      aria-label={title}
      noValidate
      // What is typed anew has not been looked at.
      onChange={(event) => (event.target as HTMLElement).id !== 'reason' && setFound(null)}
      onSubmit={(event) => (event.preventDefault(), void run(false))}
    >
      <header>
        <h2>{title}</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <div className="pair">
          <TextField
            id="wording-id"
            {...register('id')}
            label="Short name"
            error={Boolean(errors.id)}
            helperText={errors.id?.message ?? 'What programs call it by, such as checkout-newsletter.'}
            slotProps={{ htmlInput: { readOnly: before !== null } }}
          />
          <TextField
            id="wording-place"
            {...register('place')}
            label="Where it is shown"
            helperText="Such as checkout."
          />
        </div>
        <FormChoose
          name="method"
          control={control}
          label="How it is answered"
          options={METHODS.map((method) => [method, method] as const)}
        />
        <FormTicks
          name="purposes"
          control={control}
          legend="What it asks for"
          options={purposes.map(({ id, title }) => [id, title])}
          empty="There is no purpose yet; say one first."
        />
        {watch('purposes').length > 1 && (
          <FormTick name="hasBoxes" control={control}>
            each purpose has a box of its own
          </FormTick>
        )}
        {LANGUAGES.map((language) => (
          <TextField
            key={language}
            id={`wording-${language}`}
            {...register(`words.${language}`)}
            label={`In ${LANGUAGE_NAMES[language]}`}
            multiline
            minRows={2}
            slotProps={{ htmlInput: { lang: language } }}
          />
        ))}
        {errors.words && (
          <p className="late" role="alert">
            {(errors.words as { message?: string; root?: { message?: string } }).message ?? errors.words.root?.message}
          </p>
        )}
        {before && (
          <FormTick name="isMaterial" control={control}>
            a material change: whoever said yes to an earlier version is asked again, where the purpose says so
          </FormTick>
        )}
        {found && <Found found={found} />}
        {mustSayWhy && (
          <TextField
            id="reason"
            {...register('reason')}
            label="Why it is right all the same"
            helperText="It is kept with the version. At least ten letters."
          />
        )}
        <div className="row">
          <Button variant={found ? 'outlined' : 'contained'} type="submit" disabled={formState.isSubmitting}>
            Is it fair?
          </Button>
          <Button
            variant={found ? 'contained' : 'outlined'}
            disabled={!found || found.faults.length > 0 || !mayPublish || formState.isSubmitting}
            onClick={() => void run(true)}
          >
            Publish
          </Button>
          {!mayPublish && <span className="muted">A supervisor publishes.</span>}
          <Button onClick={close}>Leave it</Button>
        </div>
      </div>
    </form>
  );
}

function Found({ found: { faults, doubts, version } }: { found: FairnessView }) {
  if (faults.length + doubts.length === 0)
    return (
      <p className="note good" role="status">
        No fault was found in its words. It would be version {version}.
      </p>
    );
  return (
    <div className={`note ${faults.length > 0 ? 'bad' : ''}`} role="status">
      <Findings title={faults.length > 0 ? 'Faults: it cannot be published with them' : ''} list={faults} />
      <Findings title={doubts.length > 0 ? 'Doubts: say why, or write it otherwise' : ''} list={doubts} />
    </div>
  );
}

function Findings({ title, list }: { title: string; list: readonly SaidFinding[] }) {
  if (list.length === 0) return null;
  return (
    <>
      <p>
        <b>{title}</b>
      </p>
      <ul>
        {list.map(({ text, better, law }) => (
          <li key={text}>
            {text} {better} <span className="muted">{law}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
