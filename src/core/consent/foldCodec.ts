import type { Fold, Mark } from './fold';
import { shapeNo, shapeOf } from './shape';
import type { Terms } from './types';

/** Numbers for the words in a fold; the same in every process. */
export interface FoldWords {
  purposeNo(id: string): number;
  purposeOf(no: number): string;
  termsNo(terms: Terms): number;
  termsOf(no: number): Terms;
}

const HAS_ADDRESS = 1;
const HAS_LAST = 2;
const HAS_NO = 4;
const NO_IS_LAST = 8;
const HAS_YES = 16;
const HAS_PENDING = 32;
const GUARDED = 128;

// Per fold: purpose u16, flags u8; then what the flags say: address 32 bytes; marks of 8 + 6 + 1 + 4 bytes; times of 8.
const MARK_BYTES = 19;
const ADDRESS_BYTES = 32;
const LOW = 0x1_0000_0000;
const HEX = Array.from({ length: 256 }, (_, byte) => byte.toString(16).padStart(2, '0'));

/**
 * All folds of one person as bytes.
 *
 * @param address of a fold: 64 hexadecimal digits
 */
export function encodeFolds(folds: readonly Fold[], words: FoldWords): Uint8Array {
  const size = folds.reduce((sum, fold) => sum + 3 + (fold.address === null ? 0 : ADDRESS_BYTES) + (fold.last ? MARK_BYTES : 0) + (fold.lastNo && fold.lastNo.seq !== fold.last?.seq ? MARK_BYTES : 0) + (fold.firstYes === null ? 0 : 8) + (fold.pending ? 22 : 0), 0);
  const bytes = new Uint8Array(size);
  const view = new DataView(bytes.buffer);
  let at = 0;
  const time = (value: number) => {
    view.setFloat64(at, value);
    at += 8;
  };
  const seq = (value: number) => {
    view.setUint16(at, Math.floor(value / LOW));
    view.setUint32(at + 2, value % LOW);
    at += 6;
  };
  const mark = (value: Mark) => {
    time(value.at);
    seq(value.seq);
    // The bit of the address is free here (the fold knows it): it says that a guardian confirmed.
    bytes[at++] = shapeNo({ answer: value.answer, isDay: value.isDay, hasAddress: false, isTold: false }) | (value.isGuarded ? GUARDED : 0);
    view.setUint32(at, words.termsNo(value.terms));
    at += 4;
  };
  for (const fold of folds) {
    const noIsLast = fold.last !== null && fold.lastNo?.seq === fold.last.seq;
    view.setUint16(at, words.purposeNo(fold.purpose));
    bytes[at + 2] = (fold.address === null ? 0 : HAS_ADDRESS) | (fold.last ? HAS_LAST : 0) | (fold.lastNo && !noIsLast ? HAS_NO : 0) | (noIsLast ? NO_IS_LAST : 0) | (fold.firstYes === null ? 0 : HAS_YES) | (fold.pending ? HAS_PENDING : 0);
    at += 3;
    if (fold.address !== null) for (let i = 0; i < ADDRESS_BYTES; i++) bytes[at++] = parseInt(fold.address.slice(i * 2, i * 2 + 2), 16);
    if (fold.last) mark(fold.last);
    if (fold.lastNo && !noIsLast) mark(fold.lastNo);
    if (fold.firstYes !== null) time(fold.firstYes);
    if (fold.pending) {
      time(fold.pending.at);
      time(fold.pending.closes);
      seq(fold.pending.seq);
    }
  }
  return bytes;
}

/** The folds again. @throws RangeError where the bytes break off */
export function decodeFolds(bytes: Uint8Array, words: FoldWords): Fold[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const folds: Fold[] = [];
  let at = 0;
  const time = () => {
    at += 8;
    return view.getFloat64(at - 8);
  };
  const seq = () => {
    at += 6;
    return view.getUint16(at - 6) * LOW + view.getUint32(at - 4);
  };
  const mark = (): Mark => {
    const [when, order, no] = [time(), seq(), bytes[at++]!];
    at += 4;
    const { answer, isDay } = shapeOf(no & ~GUARDED);
    return { at: when, seq: order, answer, isDay, terms: words.termsOf(view.getUint32(at - 4)), isGuarded: (no & GUARDED) !== 0 };
  };
  while (at < bytes.length) {
    const [purpose, flags] = [words.purposeOf(view.getUint16(at)), bytes[at + 2]!];
    at += 3;
    let address: string | null = null;
    if (flags & HAS_ADDRESS) {
      address = '';
      for (let i = 0; i < ADDRESS_BYTES; i++) address += HEX[bytes[at++]!];
    }
    const last = flags & HAS_LAST ? mark() : null;
    const lastNo = flags & NO_IS_LAST ? last : flags & HAS_NO ? mark() : null;
    const firstYes = flags & HAS_YES ? time() : null;
    const pending = flags & HAS_PENDING ? { at: time(), closes: time(), seq: seq() } : null;
    folds.push({ purpose, address, last, lastNo, firstYes, pending });
  }
  return folds;
}
