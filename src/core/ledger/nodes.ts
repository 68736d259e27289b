import { nodeHash, type Frontier, type Hash } from './merkle';

/** A perfect subtree of the growing tree: it covers 2^level leaves from index · 2^level on, and never changes again. */
export interface TreeNode {
  level: number;
  index: number;
  hash: Uint8Array;
}

/** The perfect subtrees that one more leaf completes, the leaf itself first. About two per leaf in the long run. */
export function nodesOf(hash: Hash, frontier: Frontier, leaf: Uint8Array): TreeNode[] {
  const nodes: TreeNode[] = [{ level: 0, index: frontier.size, hash: leaf }];
  const peaks = [...frontier.peaks];
  let [node, size, level] = [leaf, frontier.size, 0];
  while (size % 2 === 1) {
    node = nodeHash(hash, peaks.pop()!, node);
    size = Math.floor(size / 2);
    level++;
    nodes.push({ level, index: size, hash: node });
  }
  return nodes;
}

/** Leaves `from` (included) to `to` (not included). */
export interface Range {
  from: number;
  to: number;
}

/** The largest power of two below `n` (n ≥ 2). */
function splitOf(n: number): number {
  let k = 1;
  while (k * 2 < n) k *= 2;
  return k;
}

/** The subtrees whose hashes make the inclusion path of one leaf, lowest first (RFC 9162 section 2.1.3.1). */
export function inclusionRanges(index: number, size: number, from = 0): Range[] {
  if (size <= 1) return [];
  const k = splitOf(size);
  if (index < k) return [...inclusionRanges(index, k, from), { from: from + k, to: from + size }];
  return [...inclusionRanges(index - k, size - k, from + k), { from, to: from + k }];
}

/** The subtrees of a consistency path (RFC 9162 section 2.1.4.1). */
export function consistencyRanges(older: number, size: number): Range[] {
  return older === size ? [] : parts(older, size, 0, true);
}

function parts(older: number, size: number, from: number, isWhole: boolean): Range[] {
  if (older === size) return isWhole ? [] : [{ from, to: from + size }];
  const k = splitOf(size);
  if (older <= k) return [...parts(older, k, from, isWhole), { from: from + k, to: from + size }];
  return [...parts(older - k, size - k, from + k, false), { from, to: from + k }];
}

/** The perfect subtrees that make up a range, left to right: at most one per level. */
export function coveringNodes({ from, to }: Range): Pick<TreeNode, 'level' | 'index'>[] {
  const nodes: Pick<TreeNode, 'level' | 'index'>[] = [];
  for (let at = from; at < to;) {
    let level = 0;
    while (at % 2 ** (level + 1) === 0 && at + 2 ** (level + 1) <= to) level++;
    nodes.push({ level, index: at / 2 ** level });
    at += 2 ** level;
  }
  return nodes;
}

/** The hash of a range from those of its perfect subtrees. */
export function rangeHash(hash: Hash, hashes: readonly Uint8Array[]): Uint8Array {
  return hashes.slice(0, -1).reduceRight((right, left) => nodeHash(hash, left, right), hashes.at(-1)!);
}
