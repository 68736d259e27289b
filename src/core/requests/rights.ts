/** The rights of data protection law, in the trade's words. */
export const RIGHTS = [
  'access',
  'portability',
  'rectification',
  'erasure',
  'restriction',
  'objection',
  'automated-decision',
  'opt-out',
  'limit',
  'withdrawal',
  'information',
] as const;

export type Right = (typeof RIGHTS)[number];

export function isRight(value: string): value is Right {
  return (RIGHTS as readonly string[]).includes(value);
}
