'use client';

import type { ReactNode } from 'react';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { Tick } from './Tick';

interface Props<V extends FieldValues> {
  name: FieldPath<V>;
  control: Control<V>;
}

/** One tick of a form. */
export function FormTick<V extends FieldValues>({ name, control, children }: Props<V> & { children: ReactNode }) {
  return (
    <Controller
      name={name}
      control={control}
      render={({ field: { value, onChange } }) => (
        <Tick checked={Boolean(value)} set={onChange}>
          {children}
        </Tick>
      )}
    />
  );
}

/** Any number of several, of a form: its value is the list of those that are ticked. */
export function FormTicks<V extends FieldValues>({
  name,
  control,
  legend,
  options,
  error,
  empty,
}: Props<V> & {
  legend: string;
  options: readonly (readonly [value: string, words: ReactNode])[];
  error?: string | undefined;
  /** Said where there is nothing to tick. */
  empty?: string;
}) {
  return (
    <Controller
      name={name}
      control={control}
      render={({ field: { value, onChange } }) => {
        const chosen = value as readonly string[];
        return (
          <fieldset className="stack">
            <legend>{legend}</legend>
            {options.map(([one, words]) => (
              <Tick
                key={one}
                checked={chosen.includes(one)}
                set={(on) => onChange(on ? [...chosen, one] : chosen.filter((other) => other !== one))}
              >
                {words}
              </Tick>
            ))}
            {options.length === 0 && empty && <p className="muted">{empty}</p>}
            {error && (
              <p className="late" role="alert">
                {error}
              </p>
            )}
          </fieldset>
        );
      }}
    />
  );
}
