/** SHA-256 as a plain function, given by the caller. */
export type Hash = (bytes: Uint8Array) => Uint8Array;

export const LEAF = Uint8Array.of(0x00);
const NODE = Uint8Array.of(0x01);
/** 0x01 ‖ left ‖ right of a node, put together here before it is hashed. */
const pair = concat(NODE, new Uint8Array(64));

export function concat(...parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/** RFC 9162 section 2.1.1: the hash of a leaf. */
export function leafHash(hash: Hash, data: Uint8Array): Uint8Array {
  return hash(concat(LEAF, data));
}

export function nodeHash(hash: Hash, left: Uint8Array, right: Uint8Array): Uint8Array {
  if (left.length + right.length !== pair.length - 1) return hash(concat(NODE, left, right));
  pair.set(left, 1);
  pair.set(right, 1 + left.length);
  return hash(pair);
}

/**
 * RFC 9162 section 2.1.1: the root over leaf hashes, in order. Of no leaves: the hash of nothing.
 *
 * @param leaves leaf hashes, 32 bytes each
 */
export function merkleRoot(hash: Hash, leaves: readonly Uint8Array[]): Uint8Array {
  const peaks: Uint8Array[] = [];
  for (let i = 0; i < leaves.length; i++) push(hash, peaks, i, leaves[i]!);
  return rootOf(hash, { size: leaves.length, peaks });
}

/** The right edge of a growing tree: roots of its perfect subtrees, largest first. O(log n) to keep. */
export interface Frontier {
  size: number;
  peaks: readonly Uint8Array[];
}

/** Adds one leaf hash. The number of merges is the number of trailing one-bits of the old size. */
export function append(hash: Hash, frontier: Frontier, leaf: Uint8Array): Frontier {
  const peaks = [...frontier.peaks];
  push(hash, peaks, frontier.size, leaf);
  return { size: frontier.size + 1, peaks };
}

function push(hash: Hash, peaks: Uint8Array[], before: number, leaf: Uint8Array): void {
  let node = leaf;
  for (let size = before; size % 2 === 1; size = Math.floor(size / 2)) node = nodeHash(hash, peaks.pop()!, node);
  peaks.push(node);
}

export function rootOf(hash: Hash, frontier: Frontier): Uint8Array {
  if (frontier.peaks.length === 0) return hash(new Uint8Array());
  return frontier.peaks.slice(0, -1).reduceRight((right, left) => nodeHash(hash, left, right), frontier.peaks.at(-1)!);
}
