import type { MatchLine } from './views';

/** Records that hang on another are one group with it: they share its verdict. Groups are what is counted and judged. */
export function groupHeads<M extends Pick<MatchLine, 'system' | 'place' | 'parent'>>(matches: readonly M[]): M[] {
  const places = new Set(matches.map(({ system, place }) => `${system}/${place}`));
  return matches.filter(({ system, parent }) => !parent || !places.has(`${system}/${parent}`));
}

/** `3 groups`, `1 group`. */
export const sayGroups = (n: number) => `${n} ${n === 1 ? 'group' : 'groups'}`;

/** How much was found and how much of it is still to be read: the same words wherever it is counted. */
export function sayFound(records: number, groups: number, waiting: number): string {
  return (
    `${records} ${records === 1 ? 'record' : 'records'} in ${sayGroups(groups)}; ` +
    (waiting === 0 ? 'none waits for a verdict' : `${waiting} ${waiting === 1 ? 'waits' : 'wait'} for a verdict`)
  );
}
