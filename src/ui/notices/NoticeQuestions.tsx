'use client';

import TextField from '@mui/material/TextField';
import { Controller, useWatch, type Control, type FieldErrors } from 'react-hook-form';
import type { NoticeDraft } from '../../core/notices/schema';
import type { NoticeView, Prefilled } from '../../core/notices/views';
import { FormChoose } from '../fields/FormChoose';
import { FormTicks } from '../fields/FormTicks';
import { Fold } from '../shared/Fold';

interface Props {
  control: Control<NoticeDraft>;
  view: NoticeView;
  errors: FieldErrors<NoticeDraft>;
}

const PLACES = [
  ['EEA', 'the EU and the EEA'],
  ['UK', 'the United Kingdom'],
  ['US-CA', 'California'],
  ['US', 'other states of the United States'],
] as const;

const SURE = [
  ['yes', 'yes'],
  ['no', 'no'],
  ['unsure', 'not sure yet'],
] as const;

const QUESTIONS = [
  ['children', 'Are children among them?'],
  ['transfers', 'Does data go outside the EEA?'],
  ['automated', 'Does a program decide about people?'],
  ['marketing', 'Is advertising sent?'],
  ['sells', 'Is data sold or shared for advertising?'],
] as const;

/** What the notice rests on: answered from the register where it knows; what nobody is sure of blocks publishing instead of guessing. */
export function NoticeQuestions({ control, view, errors }: Props) {
  const answers = useWatch({ control, name: 'answers' });
  const open = QUESTIONS.filter(([question]) => answers[question] === 'unsure').length;
  return (
    <section className="sheet" aria-label="Questions">
      <div className="pad">
        <Fold isOpen={open > 0} summary={open === 0 ? 'Questions: all answered' : `Questions: ${open} not sure yet`}>
          <div className="fields">
            <FormTicks
              name="answers.places"
              control={control}
              legend="Where those live who are told"
              options={PLACES}
              error={errors.answers?.places?.message}
            />
            {QUESTIONS.map(([question, words]) => (
              <div key={question}>
                <FormChoose name={`answers.${question}`} control={control} label={words} options={SURE} />
                <Because one={view.prefilled.find((prefilled) => prefilled.question === question)} />
                {question === 'children' && answers.children === 'yes' && (
                  <Words
                    control={control}
                    name="answers.age"
                    label="From which age they agree for themselves"
                    errors={errors}
                  />
                )}
                {question === 'transfers' && answers.transfers === 'yes' && (
                  <Words control={control} name="answers.safeguards" label="What protects it there" errors={errors} />
                )}
              </div>
            ))}
          </div>
        </Fold>
      </div>
    </section>
  );
}

function Because({ one }: { one: Prefilled | undefined }) {
  if (!one) return null;
  return (
    <p className="muted">
      {one.value === 'unsure' ? 'Not known here' : `Known here: ${one.value}`}: {one.because}.
    </p>
  );
}

function Words({
  control,
  name,
  label,
  errors,
}: {
  control: Control<NoticeDraft>;
  name: 'answers.age' | 'answers.safeguards';
  label: string;
  errors: FieldErrors<NoticeDraft>;
}) {
  const error = name === 'answers.age' ? errors.answers?.age : errors.answers?.safeguards;
  return (
    <Controller
      name={name}
      control={control}
      render={({ field: { ref, value, ...field } }) => (
        <TextField
          id={name}
          {...field}
          value={value ?? ''}
          inputRef={ref}
          label={label}
          error={Boolean(error)}
          helperText={error?.message ?? ' '}
          style={{ marginTop: 10 }}
        />
      )}
    />
  );
}
