'use client';

import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { ReactNode } from 'react';

/** Something that is so or is not, with its words. */
export function Tick({
  children,
  checked,
  set,
  disabled,
}: {
  children: ReactNode;
  checked: boolean;
  set: (checked: boolean) => void;
  disabled?: boolean;
}) {
  return (
    <FormControlLabel
      className="tick"
      label={children}
      disabled={disabled ?? false}
      control={<Checkbox size="small" checked={checked} onChange={(event) => set(event.target.checked)} />}
    />
  );
}
