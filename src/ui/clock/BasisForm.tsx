'use client';

import { useFields } from '../fields/useFields';
import { tellFields } from '../fields/tellFields';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { Controller } from 'react-hook-form';
import type { InferType } from 'yup';
import { basisSchema } from '../../core/requests/schema';
import type { RequestView } from '../../core/requests/views';
import { sayDay } from '../../core/shared/days';
import { useSay } from '../shared/Say';
import type { RequestActs } from '../shared/acts';
import { LawsField, sayProposed } from '../intake/LawsField';
import { FormDay } from '../fields/FormDay';

type Values = InferType<typeof basisSchema>;

/** The law and the day of receipt can be corrected; the clock is worked out anew, and what stood before stays beside it. */
export function BasisForm({ request, today, actions }: { request: RequestView; today: string; actions: RequestActs }) {
  const { control, register, handleSubmit, setError, formState } = useFields<Values>({
    resolver: yupResolver(basisSchema),
    defaultValues: { regimes: [...request.regimes] as Values['regimes'], receivedOn: request.receivedOn, reason: '' },
  });
  const say = useSay();
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    const result = await actions.changeBasis({ ref: request.ref, ...values });
    if (!result.ok) tellFields(setError, result.fields);
    say(result.ok ? `Answer by ${sayDay(result.value.dueOn)}` : result.message, result.ok);
    router.refresh();
  });
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label="Law and receipt">
      <div className="pair">
        <Controller
          name="regimes"
          control={control}
          render={({ field }) => (
            <LawsField
              id="basis-laws"
              {...field}
              laws={request.knownLaws}
              error={formState.errors.regimes?.message}
              help={sayProposed(request.proposed, field.value)}
            />
          )}
        />
        <FormDay
          name="receivedOn"
          control={control}
          label="Day of receipt"
          max={today}
          error={formState.errors.receivedOn?.message}
          help=" "
        />
      </div>
      <TextField
        {...register('reason')}
        label="Why it is corrected"
        error={Boolean(formState.errors.reason)}
        helperText={formState.errors.reason?.message ?? ' '}
      />
      <div>
        <Button type="submit" variant="outlined" disabled={formState.isSubmitting}>
          Correct and work the clock out anew
        </Button>
      </div>
    </form>
  );
}
