'use client';

import { sayReasons } from '../../core/words/reasons';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Ref } from 'react';
import type { BindingLaws } from '../../core/clock/lawsFor';
import { sayLaw, sayLaws } from '../../core/clock/lawNames';

interface Props {
  id: string;
  value: readonly string[];
  onChange: (value: string[]) => void;
  onBlur?: () => void;
  laws: readonly { id: string; title: string }[];
  error?: string | undefined;
  help: string;
  ref?: Ref<unknown>;
}

/** The laws that bind a request: one, or several of which each date is the earliest. The first is that of the person’s place. */
export function LawsField({ id, value, onChange, onBlur, laws, error, help, ref }: Props) {
  return (
    <TextField
      id={id}
      select
      {...(ref ? { inputRef: ref } : {})}
      label="Laws"
      value={value}
      onChange={(event) => onChange(event.target.value as unknown as string[])}
      onBlur={onBlur}
      error={Boolean(error)}
      helperText={error ?? help}
      slotProps={{ select: { multiple: true, renderValue: (chosen) => sayLaws(chosen as string[]) } }}
    >
      {laws.map((law) => (
        <MenuItem key={law.id} value={law.id}>
          {sayLaw(law.id)} · {law.title}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Why these laws are proposed; or which are, where others are chosen. */
export function sayProposed(proposed: BindingLaws, chosen: readonly string[]): string {
  const ids = proposed.laws.map(({ regime }) => regime);
  const because = sayReasons([...proposed.laws.flatMap(({ reasons }) => reasons), ...proposed.reasons]);
  const isAsProposed = ids.toSorted().join() === chosen.toSorted().join();
  return isAsProposed
    ? because
    : `${ids.length > 0 ? `${sayLaws(ids)} ${ids.length === 1 ? 'is' : 'are'} proposed.` : ''} ${because}`;
}
