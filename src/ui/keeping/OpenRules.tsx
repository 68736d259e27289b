'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useWatch } from 'react-hook-form';
import { openInput, type OpenInput } from '../../core/keeping/schema';
import type { RetentionView } from '../../core/keeping/views';
import { FormChoose } from '../fields/FormChoose';
import { useSending } from '../fields/useSending';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { ListTable } from '../shared/ListTable';

type Acts = Pick<SetupActs, 'addOpenRule' | 'removeOpenRule'>;

/** What is not finished yet stays until it is: an unpaid invoice, an order on its way, an open repair. */
export function OpenRules({ view, actions }: { view: RetentionView; actions: Acts }) {
  return (
    <section className="sheet wrap" aria-label="Not finished yet" style={{ marginTop: 14 }}>
      <header>
        <h2>Not finished yet</h2>
        <p className="sub">An unpaid invoice or an order on its way stays until it is done, whatever the rules say.</p>
      </header>
      {view.open.length === 0 ? (
        <p className="empty">No state keeps anything: an erasure removes what is not paid or sent, too.</p>
      ) : (
        <ListTable aria-label="Not finished yet">
          <thead>
            <tr>
              {['where', 'not finished while', ''].map((name) => (
                <th key={name}>{name}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.open.map(({ systemId, collection, field, place, states }) => (
              <tr key={`${place} ${field}`}>
                <td>{place}</td>
                <td>{states}</td>
                <td>
                  {view.mayChange && (
                    <ActButton
                      act={() => actions.removeOpenRule({ systemId, collection, field })}
                      done="Removed; its states keep nothing any more"
                      ask={{
                        title: `Let ${place} go in every state?`,
                        text: `From now on an erasure does not look at ${states}.`,
                        yes: 'Remove',
                      }}
                    >
                      Remove
                    </ActButton>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      )}
      {view.mayChange && <OpenForm view={view} addOpenRule={actions.addOpenRule} />}
    </section>
  );
}

const EMPTY: OpenInput = { systemId: '', collection: '', field: '', openValues: '' };

function OpenForm({ view, addOpenRule }: { view: RetentionView } & Pick<Acts, 'addOpenRule'>) {
  const { form, failure, submit } = useSending<OpenInput, null>({
    schema: openInput,
    defaults: EMPTY,
    act: addOpenRule,
    done: 'What is in these states stays from now on',
    after: (): void => form.reset(EMPTY),
  });
  const { control, register, formState } = form;
  const [systemId, collection] = useWatch({ control, name: ['systemId', 'collection'] });
  const { errors } = formState;
  const collections = view.systems.find(({ id }) => id === systemId)?.collections ?? [];
  const fields = collections.find(({ name }) => name === collection)?.fields ?? [];
  const ask = (name: keyof OpenInput, label: string, help: string, options: readonly string[] = []) =>
    options.length > 0 ? (
      <FormChoose name={name} control={control} label={label} options={options} error={errors[name]?.message} />
    ) : (
      <TextField
        id={`open-${name}`}
        {...register(name)}
        label={label}
        error={Boolean(errors[name])}
        helperText={errors[name]?.message ?? help}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    );
  return (
    <form onSubmit={submit} noValidate className="pad fields" aria-label="Not finished">
      <FailureNote text={failure} />
      <div className="pair">
        <FormChoose
          name="systemId"
          control={control}
          label="In the system"
          options={view.systems.map(({ id, name }) => [id, name] as const)}
          error={errors.systemId?.message}
        />
        {ask(
          'collection',
          'Its records',
          'As the system calls them.',
          collections.map(({ name }) => name),
        )}
      </div>
      <div className="pair">
        {ask('field', 'State stands in', 'A field such as status.', fields)}
        {ask('openValues', 'Not finished while it is', 'With commas, such as open, partly paid.')}
      </div>
      <div className="row">
        <Button type="submit" variant="outlined" disabled={formState.isSubmitting}>
          Keep them until they are done
        </Button>
      </div>
    </form>
  );
}
