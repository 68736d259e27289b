import { canonicalBytes, hex } from './leaf';
import { leafHash, merkleRoot, type Hash } from './merkle';

/** Where a choice lies: sequence numbers count within their tree. */
export interface Place {
  tree: number;
  seq: number;
}

export const placeKey = ({ tree, seq }: Place): string => `${tree}/${seq}`;

/** A place as people read it: in the only tree, or in the first, its number alone. */
export const sayPlace = ({ tree, seq }: Place): string => (tree === 0 ? String(seq) : `${tree}/${seq}`);

const FNV_BASIS = 0x811c9dc5;
const FNV_PRIME = 0x01000193;

/**
 * The tree in which all choices of a person lie, or all entries of the trail about a subject: a function of the id alone, so
 * that every process, today and in years, comes to the same (FNV-1a, 32 bits).
 *
 * @param trees how many the installation has: fixed before its first choice
 */
export function treeOf(id: string, trees: number): number {
  if (trees === 1) return 0;
  let sum = FNV_BASIS;
  for (let i = 0; i < id.length; i++) sum = Math.imul(sum ^ id.charCodeAt(i), FNV_PRIME) >>> 0;
  return sum % trees;
}

/** How far a reader has come: in each tree, the sequence number of the last choice read. */
export type Reached = ReadonlyMap<number, number>;

/** @example sayReached(new Map([[0, 120], [1, 99]])) // '0-120.1-99' */
export function sayReached(reached: Reached): string {
  return [...reached].map(([tree, seq]) => `${tree}-${seq}`).join('.');
}

/** Null where it is none of ours. */
export function readReached(text: string): Reached | null {
  if (!/^\d{1,4}-\d{1,15}(\.\d{1,4}-\d{1,15})*$/.test(text)) return null;
  return new Map(text.split('.').map((part) => part.split('-').map(Number) as [number, number]));
}

/** The same reader some rows further. */
export function reachedWith(before: Reached | null, rows: readonly Place[]): Reached {
  const reached = new Map(before ?? []);
  for (const { tree, seq } of rows) reached.set(tree, seq);
  return reached;
}

/** By time of record; what was recorded at one moment, by place. Within a tree that is the order of its numbers. */
export function byRecord<T extends Place & { recorded_at: string }>(a: T, b: T): number {
  return Date.parse(a.recorded_at) - Date.parse(b.recorded_at) || a.tree - b.tree || a.seq - b.seq;
}

export interface TreeHead {
  tree: number;
  /** Folios. */
  size: number;
  root: Uint8Array;
}

/** The root over the heads of all trees, in order: the whole ledger in 32 bytes. */
export function ledgerRoot(hash: Hash, heads: readonly TreeHead[]): Uint8Array {
  return merkleRoot(
    hash,
    heads.map(({ tree, size, root }) => leafHash(hash, canonicalBytes({ tree, size, root: hex(root) }))),
  );
}

/** The bytes that the signature of the head over the heads covers. */
export function ledgerHeadBytes(size: number, root: Uint8Array, signedAt: string): Uint8Array {
  return canonicalBytes({ schema: 'bookend-ledger-head-1', size, root: hex(root), signedAt });
}
