import type { ChoiceId } from '../shared/ids';
import canonicalize from 'canonicalize';
import { LEAF, type Hash } from './merkle';

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
  confirms: ChoiceId | null;
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

const encoder = new TextEncoder();
/** Where a leaf is put together before it is hashed; a million leaves need no million buffers. */
const scratch = new Uint8Array(8192);

/** RFC 8785 bytes of a value made of strings, numbers, booleans, null, arrays and plain objects. */
export function canonicalBytes(value: unknown): Uint8Array {
  const text = canonicalize(value);
  if (text === undefined) throw new TypeError('a value that JSON cannot hold has no canonical form');
  return encoder.encode(text);
}

/**
 * The leaf of a choice: H(0x00 ‖ canonical public part ‖ H(sealed part)).
 * Only the hash of the sealed part is needed, so that the part itself can go and the proof stays.
 */
export function choiceLeaf(hash: Hash, part: PublicPart, sealedHash: Uint8Array): Uint8Array {
  const text = JSON.stringify(inOrder(part));
  const most = 1 + text.length * 3 + sealedHash.length;
  const bytes = most <= scratch.length ? scratch : new Uint8Array(most);
  bytes.set(LEAF);
  const { written } = encoder.encodeInto(text, bytes.subarray(1));
  bytes.set(sealedHash, 1 + written);
  return hash(bytes.subarray(0, 1 + written + sealedHash.length));
}

/**
 * Its names in order; its values are strings and whole numbers. JSON.stringify then writes what RFC 8785 asks for,
 * several times faster.
 */
function inOrder(part: PublicPart): PublicPart {
  return {
    answer: part.answer,
    ask: part.ask,
    askVersion: part.askVersion,
    channel: part.channel,
    confirms: part.confirms,
    country: part.country,
    id: part.id,
    language: part.language,
    method: part.method,
    notice: part.notice,
    noticeVersion: part.noticeVersion,
    occurredAt: part.occurredAt,
    person: part.person,
    purpose: part.purpose,
    recordedAt: part.recordedAt,
    seq: part.seq,
    system: part.system,
    ...(part.told ? { told: part.told } : {}),
  };
}

export function isSame(a: Uint8Array, b: Uint8Array): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

/** The bytes that the signature of a tree's head covers. The first tree's heads are as they were when it was the only one. */
export function headBytes(
  { tree, size, root }: { tree: number; size: number; root: Uint8Array },
  signedAt: string,
): Uint8Array {
  return canonicalBytes({ schema: 'bookend-head-1', size, root: hex(root), signedAt, ...(tree > 0 ? { tree } : {}) });
}

export function hex(bytes: Uint8Array): string {
  let out = '';
  for (const byte of bytes) out += byte.toString(16).padStart(2, '0');
  return out;
}
