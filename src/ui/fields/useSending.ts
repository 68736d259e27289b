'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DefaultValues, FieldValues, Resolver } from 'react-hook-form';
import type { ObjectSchema } from 'yup';
import type { ActionResult } from '../shared/actionResult';
import { stillHere } from '../shared/notDone';
import { useSay } from '../shared/Say';
import { tellFields } from './tellFields';
import { useFields } from './useFields';

/**
 * A form that is checked by its schema and sent as one: what is wrong stands beside its field, and nothing that was typed is lost.
 *
 * @param done what is said when it was taken; @param after what happens then; the page is read anew unless it was left for another
 */
export function useSending<V extends FieldValues, T>({
  schema,
  defaults,
  act,
  done,
  after,
}: {
  schema: ObjectSchema<V>;
  defaults: DefaultValues<V>;
  act: (values: V) => Promise<ActionResult<T>>;
  done: string;
  after?: (value: T) => 'left' | void;
}) {
  const form = useFields<V>({ resolver: yupResolver(schema) as unknown as Resolver<V>, defaultValues: defaults });
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const router = useRouter();
  const submit = form.handleSubmit(async (values) => {
    setFailure(null);
    const result = await act(values).catch(stillHere);
    if (!result.ok) {
      setFailure(result.message);
      return tellFields(form.setError, result.fields);
    }
    say(done, true);
    if (after?.(result.value) !== 'left') router.refresh();
  });
  return { form, failure, submit };
}
