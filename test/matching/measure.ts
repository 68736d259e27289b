import { candidatePairs } from '../../src/core/matching/blocking';
import { score, type Band } from '../../src/core/matching/score';
import type { Labelled } from './people';

export interface Measured {
  pairs: number;
  /** Share of true pairs of other systems that share a block at all. */
  blocked: number;
  atPossible: { precision: number; recall: number; f1: number };
  atLikely: { precision: number; recall: number };
  atCertain: { precision: number; recall: number };
}

const RANK: Record<Band, number> = { certain: 3, likely: 2, possible: 1, unlikely: 0 };

/** How well pairs of records of different systems are told: every pair that shares a block is scored, the others count as not found. */
export function measure(
  all: readonly Labelled[],
  each?: (a: Labelled, b: Labelled, isTrue: boolean, band: Band) => void,
): Measured {
  const systems = [...new Set(all.map(({ system }) => system))];
  const counts = { true: 0, blocked: 0, hit: [0, 0, 0, 0], said: [0, 0, 0, 0] };
  const prior = 1 / (all.length / systems.length);
  for (const [i, left] of systems.entries())
    for (const right of systems.slice(i + 1)) {
      const [a, b] = [all.filter(({ system }) => system === left), all.filter(({ system }) => system === right)];
      const owners = new Map(b.map(({ truth }) => [truth, true]));
      counts.true += a.filter(({ truth }) => owners.has(truth)).length;
      for (const [x, y] of candidatePairs(
        a.map(({ record }) => record),
        b.map(({ record }) => record),
      )) {
        const isTrue = a[x]!.truth === b[y]!.truth;
        if (isTrue) counts.blocked++;
        const { band } = score(a[x]!.record, b[y]!.record, prior);
        each?.(a[x]!, b[y]!, isTrue, band);
        for (let rank = 1; rank <= RANK[band]; rank++) {
          counts.said[rank]!++;
          if (isTrue) counts.hit[rank]!++;
        }
      }
    }
  const at = (rank: number) => ({
    precision: counts.said[rank] ? counts.hit[rank]! / counts.said[rank] : 1,
    recall: counts.hit[rank]! / counts.true,
  });
  const possible = at(1);
  return {
    pairs: counts.true,
    blocked: counts.blocked / counts.true,
    atPossible: {
      ...possible,
      f1: (2 * possible.precision * possible.recall) / (possible.precision + possible.recall),
    },
    atLikely: at(2),
    atCertain: at(3),
  };
}
