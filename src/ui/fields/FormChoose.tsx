'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import type { Option } from './Choose';

/** One of several, of a form. */
export function FormChoose<V extends FieldValues>({
  name,
  control,
  label,
  options,
  error,
  onBlur,
}: {
  name: FieldPath<V>;
  control: Control<V>;
  label: string;
  options: readonly Option[];
  error?: string | undefined;
  onBlur?: () => void;
}) {
  return (
    <Controller
      name={name}
      control={control}
      render={({ field: { ref, ...field } }) => (
        <TextField
          id={name}
          {...field}
          // What is wrong first has the focus when the form is refused: the list itself, not the box around it.
          inputRef={ref}
          onBlur={() => {
            field.onBlur();
            onBlur?.();
          }}
          select
          label={label}
          error={Boolean(error)}
          helperText={error ?? ' '}
        >
          {options.map((option) => {
            const [value, words] = typeof option === 'string' ? [option, option] : option;
            return (
              <MenuItem key={value} value={value}>
                {words}
              </MenuItem>
            );
          })}
        </TextField>
      )}
    />
  );
}
