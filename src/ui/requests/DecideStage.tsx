'use client';

import { useFields } from '../fields/useFields';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useWatch } from 'react-hook-form';
import type { InferType } from 'yup';
import type { Right } from '../../core/requests/rights';
import { decisionSchema, groundsFor } from '../../core/requests/schema';
import type { RequestView } from '../../core/requests/views';
import type { TraceView } from '../../core/trace/views';
import { sayDay } from '../../core/shared/days';
import { FormChoose } from '../fields/FormChoose';
import { ActButton } from '../shared/ActButton';
import { useSay } from '../shared/Say';
import type { RequestActs } from '../shared/acts';

/** Fulfil or refuse, with ground and reason. */
export function DecideStage({
  request,
  trace = null,
  actions,
}: {
  request: RequestView;
  trace?: TraceView | null;
  actions: RequestActs;
}) {
  const { control, register, handleSubmit, setValue, formState } = useFields<InferType<typeof decisionSchema>>({
    resolver: yupResolver(decisionSchema),
    defaultValues: { outcome: 'fulfil', ground: '', reason: '' },
  });
  const outcome = useWatch({ control, name: 'outcome' });
  const open = (trace?.helpers ?? []).filter(({ state, kind }) => state === 'open' && kind === 'search');
  const router = useRouter();
  const say = useSay();
  if (request.decision.outcome !== 'none' || !request.mayWork) {
    return (
      <div className="body">
        <dl className="facts">
          <dt>Ground</dt>
          <dd>{request.decision.ground ?? '–'}</dd>
          <dt>Reason</dt>
          <dd>{request.decision.reason ?? '–'}</dd>
        </dl>
      </div>
    );
  }
  const submit = handleSubmit(async (values) => {
    const result = await actions.decide({ ref: request.ref, ...values });
    say(result.ok ? 'Decided' : result.message, result.ok);
    router.refresh();
  });
  const pick = (value: 'fulfil' | 'refuse') => {
    setValue('outcome', value);
    setValue('ground', '');
  };
  return (
    <form className="body fields" onSubmit={submit} noValidate aria-label="Decide">
      {open.map((task) => (
        <div key={task.id} className="note row">
          <span>
            The owner of <b>{task.system}</b> has until {sayDay(task.dueOn)} to answer.
          </span>
          <ActButton
            act={() => actions.cancelTask({ ref: request.ref, taskId: task.id })}
            done="The letter will say that it was not searched"
            ask={{
              title: `Go on without ${task.system}?`,
              text:
                `Its owner has until ${sayDay(task.dueOn)}. After this their answer is not waited for, and the letter says ` +
                `that ${task.system} was not searched.`,
              yes: `Go on without ${task.system}`,
            }}
          >
            Go on without
          </ActButton>
        </div>
      ))}
      <div className="row" role="group" aria-label="Outcome">
        <Button
          variant={outcome === 'fulfil' ? 'contained' : 'outlined'}
          aria-pressed={outcome === 'fulfil'}
          onClick={() => pick('fulfil')}
        >
          Fulfil
        </Button>
        <Button
          variant={outcome === 'refuse' ? 'contained' : 'outlined'}
          aria-pressed={outcome === 'refuse'}
          onClick={() => pick('refuse')}
        >
          Refuse
        </Button>
        <span className="muted">
          {outcome === 'refuse' ? 'The refusal goes out at once, with the person’s remedies.' : ''}
        </span>
      </div>
      <FormChoose
        name="ground"
        control={control}
        label="Ground"
        options={groundsFor(outcome === 'refuse' ? 'refuse' : 'fulfil', request.right as Right).map(
          ({ value, text }) => [value, text] as const,
        )}
        error={formState.errors.ground?.message}
      />
      <TextField
        {...register('reason')}
        label="Reason, in a sentence"
        multiline
        minRows={2}
        error={Boolean(formState.errors.reason)}
        helperText={formState.errors.reason?.message ?? ' '}
      />
      <div>
        <Button
          type="submit"
          data-next-act
          variant="contained"
          disabled={formState.isSubmitting || (outcome === 'fulfil' && open.length > 0)}
        >
          {outcome === 'refuse' ? 'Refuse and answer' : 'Decide to fulfil'}
        </Button>
      </div>
    </form>
  );
}
