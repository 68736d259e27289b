'use client';

import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useId } from 'react';

export type Option = string | readonly [value: string, words: string];

interface Props {
  /** What is chosen; shown as the field’s name, or (isQuiet) told only to those who listen. */
  label: string;
  isQuiet?: boolean;
  value: string | null;
  options: readonly Option[];
  /** More options, below a heading of their own. */
  more?: { heading: string; options: readonly Option[] };
  /** What it is called when nothing is chosen; without it one is always chosen. */
  every?: string;
  choose: (value: string | null) => void;
  disabled?: boolean;
  /** CSS length; else as wide as its words, within the limits of the place. */
  width?: number | string;
}

const pair = (option: Option) => (typeof option === 'string' ? ([option, option] as const) : option);

/** One of several, by its name. */
export function Choose({ label, isQuiet, value, options, more, every, choose, disabled, width }: Props) {
  const id = useId();
  const item = (option: Option) => {
    const [key, words] = pair(option);
    return (
      <MenuItem key={key} value={key} dense>
        {words}
      </MenuItem>
    );
  };
  return (
    <TextField
      id={id}
      select
      fullWidth={false}
      className="choose"
      label={isQuiet ? undefined : label}
      value={value ?? ''}
      disabled={disabled ?? false}
      onChange={(event) => choose(event.target.value || null)}
      sx={width === undefined ? undefined : { width }}
      slotProps={{
        inputLabel: { shrink: true },
        select: {
          displayEmpty: every !== undefined,
          ...(isQuiet ? { inputProps: { 'aria-label': label } } : {}),
        },
      }}
    >
      {every !== undefined && (
        <MenuItem value="" dense>
          {every}
        </MenuItem>
      )}
      {options.map(item)}
      {more && more.options.length > 0 && <ListSubheader>{more.heading}</ListSubheader>}
      {more?.options.map(item)}
    </TextField>
  );
}
