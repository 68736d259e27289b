'use client';

import TextField from '@mui/material/TextField';
import { lazy, Suspense, useEffect, useRef, useState, type RefObject } from 'react';
import { DAY_WIDTH, type DayFieldProps } from './dayFieldProps';

const DayPicker = lazy(() => import('./DayPicker'));

/**
 * A day: typed in the order of the reader's region or picked from a calendar, handed on in ISO.
 * Until its script is there (or where none runs) it is a plain field that takes the ISO day; whoever types in it by then
 * is not interrupted.
 */
export function DayField(props: DayFieldProps) {
  const [isAwake, setAwake] = useState(false);
  const plain = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const place = plain.current;
    const typed = place?.contains(document.activeElement) ? place : null;
    if (!typed) return setAwake(true);
    const wake = () => setAwake(true);
    typed.addEventListener('focusout', wake, { once: true });
    return () => typed.removeEventListener('focusout', wake);
  }, []);
  const before = <PlainDay {...props} place={plain} />;
  return isAwake ? (
    <Suspense fallback={before}>
      <DayPicker {...props} />
    </Suspense>
  ) : (
    before
  );
}

const ISO_DAY = /^\d{4}-\d{2}-\d{2}$/;

function PlainDay({
  label,
  isQuiet,
  value,
  choose,
  name,
  disabled,
  error,
  help,
  width = DAY_WIDTH,
  place,
}: DayFieldProps & { place: RefObject<HTMLDivElement | null> }) {
  return (
    <TextField
      ref={place}
      label={isQuiet ? undefined : label}
      defaultValue={value ?? ''}
      onBlur={(event) => ISO_DAY.test(event.target.value) && choose(event.target.value)}
      placeholder="YYYY-MM-DD"
      disabled={disabled ?? false}
      error={Boolean(error)}
      helperText={error ?? help}
      fullWidth={false}
      sx={{ width }}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { ...(name && { name }), ...(isQuiet && { 'aria-label': label }), inputMode: 'numeric' },
      }}
    />
  );
}
