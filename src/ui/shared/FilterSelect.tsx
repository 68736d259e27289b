'use client';

/** One filter of a list, by its name. @param every what it is called when everything is shown; without it one is always chosen */
export function FilterSelect({
  label,
  value,
  options,
  every,
  choose,
}: {
  label: string;
  value: string | null;
  options: readonly (string | readonly [value: string, words: string])[];
  every?: string;
  choose: (value: string | null) => void;
}) {
  return (
    <label>
      {label}{' '}
      <select value={value ?? ''} onChange={(event) => choose(event.target.value || null)}>
        {every !== undefined && <option value="">{every}</option>}
        {options.map((option) => {
          const [id, words] = typeof option === 'string' ? [option, option] : option;
          return (
            <option key={id} value={id}>
              {words}
            </option>
          );
        })}
      </select>
    </label>
  );
}
