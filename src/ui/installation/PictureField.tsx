'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useController, type Control } from 'react-hook-form';
import { FileDrop } from '../fields/FileDrop';

const MOST_BYTES = 400_000;

/** A picture of a form, kept in it as `data:`; it is seen as it will be before it is saved. */
export function PictureField({
  name,
  control,
  label,
  help,
  error,
  isFixed,
}: {
  name: string;
  control: Control<Record<string, string>>;
  label: string;
  help: string;
  error?: string | undefined;
  isFixed: boolean;
}) {
  const { field } = useController({ name, control });
  const [problem, setProblem] = useState<string | null>(null);
  const choose = (file: File | null) => {
    setProblem(null);
    if (!file) return;
    if (file.size > MOST_BYTES) return setProblem(`${file.name} is larger than ${MOST_BYTES / 1000} kB.`);
    const reader = new FileReader();
    reader.onerror = () => setProblem(`${file.name} could not be read.`);
    reader.onload = () => field.onChange(String(reader.result));
    reader.readAsDataURL(file);
  };
  const said = problem ?? error;
  return (
    <div role="group" aria-label={label}>
      {field.value ? (
        <div className="row">
          {/* It is in the form, not at an address that could serve it smaller. */}
          {/* eslint-disable-next-line @next/next/no-img-element */}
          <img src={field.value} alt={`${label} as people see it`} className="logo-look" />
          {!isFixed && (
            <Button variant="outlined" onClick={() => field.onChange('')}>
              Use none
            </Button>
          )}
        </div>
      ) : null}
      {!isFixed && <FileDrop label={label} kinds={['.png', '.jpg', '.jpeg', '.webp']} file={null} choose={choose} />}
      <p className={said ? 'late' : 'muted'} {...(said ? { role: 'alert' } : {})}>
        {said ?? help}
      </p>
    </div>
  );
}
