'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useWatch } from 'react-hook-form';
import { ANCHOR_WORDS, ANCHORS, retentionInput, type RetentionInput } from '../../core/keeping/schema';
import type { RetentionView } from '../../core/keeping/views';
import { FormChoose } from '../fields/FormChoose';
import { useSending } from '../fields/useSending';
import type { SetupActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';

type Draft = RetentionView['drafts'][number];

const EMPTY: RetentionInput = {
  draftId: '',
  systemId: '',
  collection: '',
  field: '',
  anchor: 'financial-year',
  years: 0,
  months: 0,
  days: 0,
  law: '',
  stateField: '',
  stateValues: '',
};

const of = ({ id, years, anchor, law, place }: Draft): RetentionInput => ({
  ...EMPTY,
  draftId: id,
  years,
  anchor,
  law,
  ...(place ? { systemId: place.systemId, collection: place.collection, field: place.field } : {}),
});

/** Another rule: which records, from which day, for how long, by which law. A draft has half of it said already. */
export function RetentionForm({
  view,
  draft,
  onDone,
  addRetentionRule,
}: {
  view: RetentionView;
  draft: Draft | null;
  onDone: () => void;
} & Pick<SetupActs, 'addRetentionRule'>) {
  const { form, failure, submit } = useSending<RetentionInput, { id: string }>({
    schema: retentionInput,
    defaults: draft ? of(draft) : EMPTY,
    act: addRetentionRule,
    done: 'It keeps from now on',
    after() {
      form.reset(EMPTY);
      onDone();
    },
  });
  const { control, register, setValue, formState } = form;
  const [systemId, collection, stateField] = useWatch({ control, name: ['systemId', 'collection', 'stateField'] });
  const collections = view.systems.find(({ id }) => id === systemId)?.collections ?? [];
  const fields = collections.find(({ name }) => name === collection)?.fields ?? [];
  const { errors } = formState;
  const text = (name: keyof RetentionInput, label: string, help: string) => (
    <TextField
      id={`retention-${name}`}
      {...register(name)}
      label={label}
      error={Boolean(errors[name])}
      helperText={errors[name]?.message ?? help}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  const oneOf = (name: 'collection' | 'field', label: string, options: readonly string[], help: string) =>
    options.length > 0 ? (
      <FormChoose name={name} control={control} label={label} options={options} error={errors[name]?.message} />
    ) : (
      text(name, label, help)
    );
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="Keep records">
      <header>
        <h2>{draft ? `Where are the ${draft.what}?` : 'Another rule'}</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        {view.duties.length > 0 && !draft && (
          <div className="row">
            <span className="muted">Usual where you are, not confirmed by a lawyer:</span>
            {view.duties.map((duty) => (
              <Button
                key={`${duty.law} ${duty.what}`}
                variant="outlined"
                onClick={() => {
                  setValue('law', duty.law);
                  setValue('years', duty.years);
                  setValue('anchor', duty.anchor);
                }}
              >
                {duty.what}: {duty.years} years
              </Button>
            ))}
          </div>
        )}
        <div className="pair">
          <FormChoose
            name="systemId"
            control={control}
            label="System"
            options={view.systems.map(({ id, name }) => [id, name] as const)}
            error={errors.systemId?.message}
          />
          {oneOf(
            'collection',
            'Records',
            collections.map(({ name }) => name),
            'As the system calls them.',
          )}
        </div>
        <div className="pair">
          {oneOf('field', 'Counted from', fields, 'A date of the record, such as issued_on.')}
          <FormChoose
            name="anchor"
            control={control}
            label="Beginning with"
            options={ANCHORS.map((anchor) => [anchor, ANCHOR_WORDS[anchor]] as const)}
            error={errors.anchor?.message}
          />
        </div>
        <div className="pair">
          {text('years', 'Years', ' ')}
          {text('months', 'Months', ' ')}
          {text('days', 'Days', ' ')}
        </div>
        {text('law', 'Law', 'With its article; the person is told it.')}
        <div className="pair">
          {text('stateField', 'Only in a state', 'A field such as status. Empty: always.')}
          {stateField ? text('stateValues', 'Which states', 'With commas, such as paid, sent.') : null}
        </div>
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Keep them
          </Button>
          {draft && <Button onClick={onDone}>Not now</Button>}
        </div>
      </div>
    </form>
  );
}
