import type { InactiveRule } from './views';

/** Whether a record is of somebody who is no longer active, by the rule of its system. */
export function isInactive(
  rule: InactiveRule | null,
  record: { collection: string; fields: Readonly<Record<string, string | null>> },
): boolean {
  if (!rule || record.collection !== rule.collection) return false;
  const value = (record.fields[rule.field] ?? '').trim().toLowerCase();
  return rule.values.some((one) => one.trim().toLowerCase() === value);
}
