import { merkleRoot, type Hash } from './merkle';
import { inclusionRanges } from './nodes';

/**
 * RFC 9162 section 2.1.3.1: the hashes beside the way from one leaf to the root, lowest first.
 *
 * @param leaves leaf hashes in order
 * @param index of the leaf, from 0
 */
export function inclusionPath(hash: Hash, leaves: readonly Uint8Array[], index: number): Uint8Array[] {
  return inclusionRanges(index, leaves.length).map(({ from, to }) => merkleRoot(hash, leaves.slice(from, to)));
}
