'use client';

import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useId, type ReactNode } from 'react';

/** One of a few, all of them in sight. @param legend what is chosen; shown, or (isQuiet) told only to those who listen */
export function OneOf<V extends string>({
  legend,
  isQuiet,
  value,
  options,
  choose,
  row,
}: {
  legend: string;
  isQuiet?: boolean;
  value: V | null;
  options: readonly (readonly [value: V, words: ReactNode])[];
  choose: (value: V) => void;
  row?: boolean;
}) {
  const id = useId();
  return (
    <div>
      <p id={id} className={isQuiet ? 'visually-hidden' : 'muted'}>
        {legend}
      </p>
      <RadioGroup
        aria-labelledby={id}
        row={row ?? false}
        value={value ?? ''}
        onChange={(event) => choose(event.target.value as V)}
      >
        {options.map(([one, words]) => (
          <FormControlLabel key={one} className="tick" value={one} label={words} control={<Radio size="small" />} />
        ))}
      </RadioGroup>
    </div>
  );
}
