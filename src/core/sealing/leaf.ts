import canonicalize from 'canonicalize';
import { concat, leafHash, type Hash } from './merkle';

/** What of a choice is public: random ids, purpose, answer, times, versions. Nothing that names a person. */
export interface PublicPart {
  id: string;
  seq: number;
  person: string;
  system: string;
  purpose: string;
  answer: string;
  occurredAt: string;
  recordedAt: string;
  confirms: string | null;
  ask: string | null;
  askVersion: number | null;
  notice: string | null;
  noticeVersion: number | null;
  method: string | null;
  country: string | null;
  language: string | null;
  channel: string | null;
  /** Only there where it is so: choices sealed before it existed keep their leaf. */
  told?: true;
}

/** RFC 8785 bytes of a value made of strings, numbers, booleans, null, arrays and plain objects. */
export function canonicalBytes(value: unknown): Uint8Array {
  const text = canonicalize(value);
  if (text === undefined) throw new TypeError('a value that JSON cannot hold has no canonical form');
  return new TextEncoder().encode(text);
}

/**
 * The leaf of a choice: H(0x00 ‖ canonical public part ‖ H(sealed part)).
 * Only the hash of the sealed part is needed, so that the part itself can go and the proof stays.
 */
export function choiceLeaf(hash: Hash, part: PublicPart, sealedHash: Uint8Array): Uint8Array {
  return leafHash(hash, concat(canonicalBytes(part), sealedHash));
}

/** The bytes that a head's signature covers. */
export function headBytes(size: number, root: Uint8Array, signedAt: string): Uint8Array {
  return canonicalBytes({ schema: 'bookend-head-1', size, root: hex(root), signedAt });
}

export function hex(bytes: Uint8Array): string {
  let out = '';
  for (const byte of bytes) out += byte.toString(16).padStart(2, '0');
  return out;
}
