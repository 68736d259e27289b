import type { ReactNode } from 'react';

/** Room for the longest of the orders, CSS pixels. */
export const DAY_WIDTH = 164;

export interface DayFieldProps {
  label: string;
  /** The label is told only to those who listen. */
  isQuiet?: boolean;
  /** An ISO day, or nothing yet. */
  value: string | null;
  /** A whole day within the limits, or null when the field was emptied. What is half typed is not handed on. */
  choose: (day: string | null) => void;
  /** ISO days, both included. */
  min?: string;
  max?: string;
  disabled?: boolean;
  name?: string;
  error?: string | undefined;
  /** Said instead of the English words when what was typed is no day or lies outside of the limits. */
  wrong?: string;
  help?: ReactNode;
  width?: number | string;
}
