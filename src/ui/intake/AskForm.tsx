'use client';

import { useFields } from '../fields/useFields';
import { tellFields } from '../fields/tellFields';
import type { RequestRef } from '../../core/shared/ids';
import { ASK_WORDS } from '../../core/words/sections';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useMemo, useState, type FormEvent } from 'react';
import { useWatch, type FieldErrors, type FieldPath, type UseFormRegister } from 'react-hook-form';
import type { InferType } from 'yup';
import type { Language } from '../../core/letters/mailings';
import { RIGHTS, type Right } from '../../core/requests/rights';
import { stagesOf } from '../../core/requests/stages';
import { FOR_WHOM, publicRequestSchema } from '../../core/requests/schema';
import type { AskActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { useIsAwake } from '../theme/useIsAwake';
import { FormDay } from '../fields/FormDay';
import { PlaceFields } from '../fields/PlaceFields';
import { useDraft } from './useDraft';
import { FailureNote } from '../shared/FailureNote';

type Values = InferType<typeof publicRequestSchema>;
type Asked = { ref: RequestRef; word: string };

const EMPTY: Values = {
  right: '' as Values['right'],
  forWhom: 'self',
  agentName: '',
  agentEmail: '',
  country: '',
  region: '',
  language: 'en',
  givenName: '',
  familyName: '',
  birthDate: '',
  email: '',
  phone: '',
  customerNumber: '',
  text: '',
  website: '',
};

/** Who asks is not looked at for every right. */
const needsNoProof = (right: Right | '') => right !== '' && !stagesOf(right).includes('identity');

function proofOf(right: Right | '', forWhom: string): 'code' | 'agent' | 'guardian' | 'none' {
  if (forWhom === 'agent' || forWhom === 'guardian') return forWhom;
  return needsNoProof(right) ? 'none' : 'code';
}

/** What was wrong with a form that was posted, as the form of the page takes it. */
function wrongFields(result: ActionResult<Asked> | null): FieldErrors<Values> | null {
  const fields = result && !result.ok ? result.fields : null;
  if (!fields) return null;
  return Object.fromEntries(Object.entries(fields).map(([name, message]) => [name, { type: 'server', message }]));
}

/** The public form, in the person's language. Nothing typed is lost when something is wrong. */
export function AskForm({
  language,
  openFromPublic,
  post = notPosted,
  today,
  country,
}: {
  language: Language;
  today: string;
  /** Most likely theirs. */
  country: string | null;
  openFromPublic: AskActs['openFromPublic'];
  post?: PostAction<Asked>;
}) {
  const words = ASK_WORDS[language];
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const wrongBefore = useMemo(() => wrongFields(posted.result), [posted.result]);
  const { control, register, handleSubmit, setError, reset, formState } = useFields<Values>({
    resolver: yupResolver(publicRequestSchema),
    defaultValues: { ...EMPTY, language, ...posted.values },
    ...(wrongBefore && { errors: wrongBefore }),
  });
  const [forWhom, right] = useWatch({ control, name: ['forWhom', 'right'] });
  const isForOther = forWhom !== 'self';
  const isAwake = useIsAwake();
  const forget = useDraft('ask', control, reset, Object.keys(posted.values).length === 0);
  const [sent, setSent] = useState<Asked | null>(posted.result?.ok ? posted.result.value : null);
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await openFromPublic(values).catch((): ActionResult<Asked> => ({ ok: false, message: words.lost }));
    if (result.ok) {
      forget();
      return setSent(result.value);
    }
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  if (sent) return <Sent asked={sent} language={language} />;
  const wrong = (name: FieldPath<Values>) => {
    const message = formState.errors[name]?.message;
    if (!message) return undefined;
    return message.includes('@') ? words.emailLooks : (words.needs[name as keyof typeof words.needs] ?? message);
  };
  const field = (name: FieldPath<Values>, label: string, more: object = {}) => (
    <TextField
      {...register(name)}
      defaultValue={posted.values[name] ?? ''}
      label={label}
      error={Boolean(formState.errors[name])}
      helperText={wrong(name) ?? ' '}
      {...more}
    />
  );
  return (
    <form
      action={action}
      onSubmit={(event: FormEvent) => void submit(event)}
      noValidate
      className="fields"
      aria-label={words.title}
    >
      <input type="hidden" name="language" value={language} />
      <FailureNote text={failure} />
      <Radios
        legend={words.what}
        name="right"
        options={RIGHTS.map((value) => [value, words.rights[value]] as const)}
        chosen={posted.values['right']}
        register={register}
        wrong={wrong('right')}
      />
      <Radios
        legend={words.forWhom}
        name="forWhom"
        options={FOR_WHOM.map((value) => [value, words[value]] as const)}
        chosen={posted.values['forWhom'] ?? 'self'}
        register={register}
      />
      {/* Whether they are shown follows from what is chosen, also where no script runs. */}
      <div className="pair agent">
        {field('agentName', words.agentName, { autoComplete: 'name' })}
        {field('agentEmail', words.agentEmail, { type: 'email', autoComplete: 'email' })}
      </div>
      <div className="pair">
        {field('givenName', words.givenName, { autoComplete: isForOther ? 'off' : 'given-name' })}
        {field('familyName', words.familyName, { autoComplete: isForOther ? 'off' : 'family-name' })}
      </div>
      {field('email', isForOther ? words.emailOfPerson : words.email, {
        type: 'email',
        autoComplete: isForOther ? 'off' : 'email',
      })}
      <div className="pair">
        {field('phone', words.phone, { autoComplete: 'tel' })}
        {field('customerNumber', words.customerNumber)}
      </div>
      {/* Where no script runs it is not known yet which of them fit. */}
      {!(isAwake && needsNoProof(right)) && (
        <FormDay
          name="birthDate"
          control={control}
          label={words.birthDate}
          max={today}
          error={wrong('birthDate')}
          wrong={words.needs.birthDate}
          help=" "
        />
      )}
      <PlaceFields
        control={control}
        country="country"
        region="region"
        labels={{ country: words.country, region: words.region, nothing: words.notSaid }}
        language={language}
        first={country}
        errors={{ country: wrong('country'), region: wrong('region') }}
      />
      {field('text', words.textFor[right] ?? words.text, { multiline: true, minRows: 3 })}
      {isAwake && (
        <p className="note slate" aria-live="polite">
          <b>{words.willShow}.</b> {words.proofs[proofOf(right, forWhom)]}
        </p>
      )}
      <label className="trap" aria-hidden="true">
        Website <input tabIndex={-1} autoComplete="off" {...register('website')} />
      </label>
      <div>
        <Button type="submit" variant="contained" size="medium" disabled={formState.isSubmitting}>
          {words.send}
        </Button>
        {isAwake && (
          <p className="muted" style={{ marginTop: 8 }}>
            {words.kept}
          </p>
        )}
      </div>
    </form>
  );
}

/** It is on its way: the reference, and the word by which one sees how it stands. */
function Sent({ asked, language }: { asked: Asked; language: Language }) {
  const words = ASK_WORDS[language];
  return (
    <div className="note good" role="status">
      <p>
        <b>
          {words.thanks}
          {asked.ref && (
            <>
              : <span className="mono">{asked.ref}</span>
            </>
          )}
          .
        </b>
      </p>
      <p>{words.thanksMore}</p>
      {asked.word && (
        <p className="big-words">
          <a href={`/status?lang=${language}`}>{asked.word}</a>
        </p>
      )}
    </div>
  );
}

/** What one asks for, and for whom. Plain fields of the browser: they are pressed where no script runs, too. */
function Radios({
  legend,
  name,
  options,
  chosen,
  register,
  wrong,
}: {
  legend: string;
  name: 'right' | 'forWhom';
  options: readonly (readonly [value: string, words: string])[];
  chosen: string | undefined;
  register: UseFormRegister<Values>;
  wrong?: string | undefined;
}) {
  return (
    <fieldset style={{ border: 0, padding: 0, margin: 0 }} aria-describedby={`${name}-wrong`}>
      <legend style={{ fontWeight: 600, marginBottom: 4 }}>{legend}</legend>
      {options.map(([value, words]) => (
        <label key={value} style={{ display: 'block', padding: '3px 0' }}>
          <input type="radio" value={value} defaultChecked={chosen === value} {...register(name)} /> {words}
        </label>
      ))}
      <p id={`${name}-wrong`} className="late" role={wrong ? 'alert' : undefined} style={{ margin: 0 }}>
        {wrong}
      </p>
    </fieldset>
  );
}
