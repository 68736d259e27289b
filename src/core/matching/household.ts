import { nameLevel } from '../people/names';

/** Whether two names can be of one person: unknown on one side says nothing against it. */
export function couldBeOneName(a: string | null, b: string | null): boolean {
  if (!a || !b) return true;
  return nameLevel(a, b) !== 'different';
}
