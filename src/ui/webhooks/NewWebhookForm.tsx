'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { TOPIC_WORDS, TOPICS } from '../../core/webhooks/call';
import { addWebhookInput, type AddWebhook } from '../../core/webhooks/schema';
import { tellFields } from '../fields/tellFields';
import { FormTick, FormTicks } from '../fields/FormTicks';
import { useFields } from '../fields/useFields';
import type { SetupActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

const EMPTY: AddWebhook = { name: '', url: '', topics: [], namesPeople: false, fromTheBeginning: false };

interface Props extends Pick<SetupActs, 'addWebhook'> {
  tell: (told: { name: string; secret: string }) => void;
}

/** Another program that is told. */
export function NewWebhookForm({ addWebhook, tell }: Props) {
  const { control, register, handleSubmit, setError, reset, watch, formState } = useFields<AddWebhook>({
    resolver: yupResolver(addWebhookInput),
    defaultValues: EMPTY,
  });
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await addWebhook(values).catch(stillHere);
    if (!result.ok) {
      setFailure(result.message);
      return tellFields(setError, result.fields);
    }
    tell({ name: values.name, secret: result.value.secret });
    reset(EMPTY);
    router.refresh();
  });
  const { errors } = formState;
  const tellsChoices = watch('topics').includes('choices');
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="Tell a program">
      <header>
        <h2>Tell a program</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <div className="pair">
          <TextField
            id="webhook-name"
            {...register('name')}
            label="Whom it tells"
            error={Boolean(errors.name)}
            helperText={errors.name?.message ?? 'Such as “web shop”.'}
          />
          <TextField
            id="webhook-url"
            {...register('url')}
            label="Where it listens"
            error={Boolean(errors.url)}
            helperText={errors.url?.message ?? 'Over https; the host has to stand under Addresses.'}
          />
        </div>
        <FormTicks
          name="topics"
          control={control}
          legend="Of what"
          options={TOPICS.map((topic) => [topic, TOPIC_WORDS[topic]])}
          error={(errors.topics as { message?: string } | undefined)?.message}
        />
        {tellsChoices && (
          <fieldset className="stack">
            <legend>Choices</legend>
            <FormTick name="namesPeople" control={control}>
              say by which addresses and numbers the person is known; without it, a pseudonym alone
            </FormTick>
            <FormTick name="fromTheBeginning" control={control}>
              begin with the first choice of the ledger, instead of now
            </FormTick>
          </fieldset>
        )}
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Tell it from now on
          </Button>
        </div>
      </div>
    </form>
  );
}
