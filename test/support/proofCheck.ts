import { hex } from '../../src/core/ledger/leaf';
import { merkleRoot, nodeHash, type Hash } from '../../src/core/ledger/merkle';
import { consistencyRanges } from '../../src/core/ledger/nodes';

// What somebody does who checks a proof, written from RFC 9162 step by step: the proofs of the ledger are held against it.

/** RFC 9162 section 2.1.3.2: does the path lead from the leaf to the root? */
export function inclusionHolds(
  hash: Hash,
  leaf: Uint8Array,
  index: number,
  size: number,
  path: readonly Uint8Array[],
  root: Uint8Array,
): boolean {
  if (index >= size) return false;
  let [fn, sn, node] = [index, size - 1, leaf];
  for (const beside of path) {
    if (sn === 0) return false;
    if (fn % 2 === 1 || fn === sn) {
      node = nodeHash(hash, beside, node);
      while (fn % 2 === 0 && fn !== 0) [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
    } else node = nodeHash(hash, node, beside);
    [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
  }
  return sn === 0 && hex(node) === hex(root);
}

/**
 * RFC 9162 section 2.1.4.1: shows that the tree of the first `from` leaves is the beginning of the tree of all of them.
 *
 * @param from 1 to the number of leaves
 */
export function consistencyPath(hash: Hash, leaves: readonly Uint8Array[], from: number): Uint8Array[] {
  return consistencyRanges(from, leaves.length).map((range) => merkleRoot(hash, leaves.slice(range.from, range.to)));
}

/** RFC 9162 section 2.1.4.2: does the path show that the older root is the beginning of the newer one? */
export function consistencyHolds(
  hash: Hash,
  from: number,
  to: number,
  path: readonly Uint8Array[],
  fromRoot: Uint8Array,
  toRoot: Uint8Array,
): boolean {
  if (from < 1 || from > to) return false;
  if (from === to) return path.length === 0 && hex(fromRoot) === hex(toRoot);
  const whole = Number.isInteger(Math.log2(from)) ? [fromRoot, ...path] : [...path];
  const [first, ...rest] = whole;
  if (!first) return false;
  let [fn, sn, fr, sr] = [from - 1, to - 1, first, first];
  while (fn % 2 === 1) [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
  for (const beside of rest) {
    if (sn === 0) return false;
    if (fn % 2 === 1 || fn === sn) {
      [fr, sr] = [nodeHash(hash, beside, fr), nodeHash(hash, beside, sr)];
      while (fn % 2 === 0 && fn !== 0) [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
    } else sr = nodeHash(hash, sr, beside);
    [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
  }
  return sn === 0 && hex(fr) === hex(fromRoot) && hex(sr) === hex(toRoot);
}
