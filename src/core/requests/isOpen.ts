import type { MatchLine } from '../trace/views';

/**
 * Whether a match still has to be read: without a verdict, unsure, or waiting for its second reader. What hangs on
 * another shares its verdict.
 */
export function isOpen({
  parent,
  verdict,
  isOutside,
  second,
}: Pick<MatchLine, 'parent' | 'verdict' | 'isOutside' | 'second'>): boolean {
  return (
    !parent && !isOutside && (verdict === null || verdict === 'unsure' || (second !== null && second.verdict === null))
  );
}
