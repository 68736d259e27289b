import type { ReactNode } from 'react';

/** Room for the longest of the orders, CSS pixels. */
export const DAY_WIDTH = 164;

export interface DayFieldProps {
  label: string;
  /** The label is told only to those who listen. */
  isQuiet?: boolean;
  /** An ISO day, or nothing yet. */
  value: string | null;
  /** The day, or null while what is typed is none. With `isFilter` only a whole day within the limits, or null once emptied. */
  choose: (day: string | null) => void;
  /** ISO days, both included. */
  min?: string;
  max?: string;
  /** Shows other things at once: nothing half typed and nothing outside of the limits is handed on. */
  isFilter?: boolean;
  disabled?: boolean;
  name?: string;
  error?: string | undefined;
  /** Said instead of the English words when what was typed is no day or lies outside of the limits. */
  wrong?: string;
  help?: ReactNode;
  width?: number | string;
}
