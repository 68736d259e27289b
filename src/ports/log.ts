/** Structured, without personal data: ids, counts, codes. */
export interface Log {
  info(values: Record<string, unknown>, message: string): void;
  warn(values: Record<string, unknown>, message: string): void;
  error(values: Record<string, unknown>, message: string): void;
}
