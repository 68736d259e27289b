import type { AccessRefusal } from '../access/refusals';

export type RetentionRefusal =
  | AccessRefusal
  | { code: 'no-such-system' }
  /** The system was read, and has no such thing. */
  | { code: 'no-such-place'; place: string }
  | { code: 'rule-there' };
