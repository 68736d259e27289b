'use client';

import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import { Controller, useWatch, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { countriesIn, statesOf, type Named } from '../../core/shared/countries';
import { useIsAwake } from '../theme/useIsAwake';

interface Props<V extends FieldValues> {
  control: Control<V>;
  country: FieldPath<V>;
  region: FieldPath<V>;
  labels: { country: string; region: string; nothing: string };
  language: string;
  /** The country that stands first: most likely theirs. */
  first?: string | null;
  errors?: { country?: string | undefined; region?: string | undefined };
  onBlur?: () => void;
}

/** Every country by its name, the most likely one first. */
function useCountries(language: string, first: string | null | undefined): readonly Named[] {
  return useMemo(() => {
    const all = countriesIn(language);
    const top = all.find(({ code }) => code === first);
    return top ? [top, ...all.filter((one) => one !== top)] : all;
  }, [language, first]);
}

/** Where somebody lives: the country by its name, and the state where the state decides which law binds. */
export function PlaceFields<V extends FieldValues>(props: Props<V>) {
  const { control, country, region, labels, language, first, errors, onBlur } = props;
  const isAwake = useIsAwake();
  const chosen = String(useWatch({ control, name: country }) ?? '').toUpperCase();
  const countries = useCountries(language, first);
  const states = isAwake ? statesOf(chosen) : [...statesOf('US'), ...statesOf('CA')];
  const field = (name: FieldPath<V>, label: string, options: readonly Named[], error: string | undefined) => (
    <Controller
      name={name}
      control={control}
      render={({ field: { value, onChange, ref } }) => (
        <OneByName
          name={name}
          label={label}
          nothing={labels.nothing}
          value={String(value ?? '').toUpperCase()}
          options={options}
          error={error}
          isAwake={isAwake}
          inputRef={ref}
          choose={onChange}
        />
      )}
    />
  );
  return (
    <div className="pair" onBlur={onBlur}>
      {field(country, labels.country, countries, errors?.country)}
      {(states.length > 0 || errors?.region) && field(region, labels.region, states, errors?.region)}
    </div>
  );
}

/** A country alone, by its name. */
export function CountryField<V extends FieldValues>({
  control,
  name,
  label,
  first,
  error,
}: {
  control: Control<V>;
  name: FieldPath<V>;
  label: string;
  first?: string | null;
  error?: string | undefined;
}) {
  const isAwake = useIsAwake();
  const countries = useCountries('en', first);
  return (
    <Controller
      name={name}
      control={control}
      render={({ field: { value, onChange, ref } }) => (
        <OneByName
          name={name}
          label={label}
          nothing="No such country"
          value={String(value ?? '').toUpperCase()}
          options={countries}
          error={error}
          isAwake={isAwake}
          inputRef={ref}
          choose={onChange}
        />
      )}
    />
  );
}

function OneByName({
  name,
  label,
  nothing,
  value,
  options,
  error,
  isAwake,
  inputRef,
  choose,
}: {
  name: string;
  label: string;
  nothing: string;
  value: string;
  options: readonly Named[];
  error: string | undefined;
  isAwake: boolean;
  inputRef: React.Ref<HTMLInputElement>;
  choose: (code: string) => void;
}) {
  const help = { error: Boolean(error), helperText: error ?? ' ' };
  // Where no script runs, the browser's own list does it.
  if (!isAwake)
    return (
      <TextField
        select
        name={name}
        label={label}
        defaultValue={value}
        {...help}
        slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
      >
        <option value="">{nothing}</option>
        {options.map(({ code, name: words }) => (
          // The server and the browser may know a country by another spelling.
          <option key={code} value={code} suppressHydrationWarning>
            {words}
          </option>
        ))}
      </TextField>
    );
  return (
    <Autocomplete
      size="small"
      options={options}
      value={options.find(({ code }) => code === value) ?? null}
      getOptionLabel={({ name: words }) => words}
      isOptionEqualToValue={(one, other) => one.code === other.code}
      onChange={(_, one) => choose(one?.code ?? '')}
      autoHighlight
      openOnFocus={false}
      renderInput={(params) => <TextField {...params} inputRef={inputRef} label={label} {...help} />}
    />
  );
}
