import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { consistencyHolds, consistencyPath, inclusionHolds } from '../../../test/support/proofCheck';
import { hex } from './leaf';
import { leafHash, merkleRoot } from './merkle';
import {
  consistencyRanges,
  coveringNodes,
  inclusionRanges,
  nodesOf,
  rangeHash,
  type Range,
  type TreeNode,
} from './nodes';
import { append, type Frontier } from './merkle';
import { inclusionPath } from './proofs';

const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
const leavesOf = (count: number) => Array.from({ length: count }, (_, i) => leafHash(hash, Uint8Array.of(i, i >> 8)));
const RUNS = { seed: 17, numRuns: 250 };
const flip = (bytes: Uint8Array) => Uint8Array.from(bytes, (byte, i) => (i === 0 ? byte ^ 1 : byte));

describe('inclusion', () => {
  test('every leaf of every small tree is proven by a path of O(log n)', () => {
    for (let size = 1; size <= 40; size++) {
      const leaves = leavesOf(size);
      const root = merkleRoot(hash, leaves);
      for (let index = 0; index < size; index++) {
        const path = inclusionPath(hash, leaves, index);
        expect(path.length).toBeLessThanOrEqual(Math.ceil(Math.log2(size)));
        expect(inclusionHolds(hash, leaves[index]!, index, size, path, root)).toBe(true);
      }
    }
  });

  test('another leaf, another place, another size or one changed hash is not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 200 }), fc.nat(), fc.nat(), (size, a, b) => {
        const leaves = leavesOf(size);
        const root = merkleRoot(hash, leaves);
        const [index, other] = [a % size, b % size];
        const path = inclusionPath(hash, leaves, index);
        if (index !== other) {
          expect(inclusionHolds(hash, leaves[other]!, index, size, path, root)).toBe(false);
          expect(inclusionHolds(hash, leaves[index]!, other, size, path, root)).toBe(false);
        }
        expect(
          inclusionHolds(
            hash,
            leaves[index]!,
            index,
            size,
            path.map((one, i) => (i === b % path.length ? flip(one) : one)),
            root,
          ),
        ).toBe(false);
        expect(inclusionHolds(hash, leaves[index]!, index, size, [...path, root], root)).toBe(false);
        expect(inclusionHolds(hash, leaves[index]!, size, size, path, root)).toBe(false);
      }),
      RUNS,
    );
  });
});

describe('consistency', () => {
  test('every older tree is the beginning of every newer one', () => {
    for (let to = 1; to <= 34; to++) {
      for (let from = 1; from <= to; from++) {
        const leaves = leavesOf(to);
        expect({
          from,
          to,
          holds: consistencyHolds(
            hash,
            from,
            to,
            consistencyPath(hash, leaves, from),
            merkleRoot(hash, leaves.slice(0, from)),
            merkleRoot(hash, leaves),
          ),
        }).toEqual({ from, to, holds: true });
      }
    }
  });

  test('a rewritten past is not, whatever its future', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 150 }), fc.nat(), fc.nat(), (to, a, b) => {
        const from = 1 + (a % (to - 1));
        const leaves = leavesOf(to);
        const rewritten = leaves.map((leaf, i) => (i === b % from ? flip(leaf) : leaf));
        const path = consistencyPath(hash, rewritten, from);
        expect(
          consistencyHolds(hash, from, to, path, merkleRoot(hash, leaves.slice(0, from)), merkleRoot(hash, rewritten)),
        ).toBe(false);
        expect(hex(merkleRoot(hash, rewritten))).not.toBe(hex(merkleRoot(hash, leaves)));
      }),
      RUNS,
    );
  });

  test.each([
    [0, 5],
    [6, 5],
  ])('from %i to %i proves nothing', (from, to) => {
    expect(consistencyHolds(hash, from, to, [], new Uint8Array(32), new Uint8Array(32))).toBe(false);
  });
});

test('the same paths from stored subtrees, with few of them', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 130 }), fc.nat(), (size, a) => {
      const leaves = leavesOf(size);
      const nodes = new Map<string, Uint8Array>();
      const name = ({ level, index }: Pick<TreeNode, 'level' | 'index'>) => `${level}/${index}`;
      let frontier: Frontier = { size: 0, peaks: [] };
      for (const leaf of leaves) {
        for (const node of nodesOf(hash, frontier, leaf)) nodes.set(name(node), node.hash);
        frontier = append(hash, frontier, leaf);
      }
      expect(nodes.size).toBeLessThanOrEqual(size * 2);
      const read = (ranges: Range[]) =>
        ranges.map((range) => {
          const covering = coveringNodes(range);
          expect(covering.length).toBeLessThanOrEqual(Math.ceil(Math.log2(size)) + 1);
          return hex(
            rangeHash(
              hash,
              covering.map((node) => nodes.get(name(node))!),
            ),
          );
        });
      const index = a % size;
      expect(read(inclusionRanges(index, size))).toEqual(inclusionPath(hash, leaves, index).map(hex));
      expect(read(consistencyRanges(index + 1, size))).toEqual(consistencyPath(hash, leaves, index + 1).map(hex));
    }),
    RUNS,
  );
});
