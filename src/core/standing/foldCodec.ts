import type { Fold, Mark } from './fold';
import { shapeNo, shapeOf } from '../ledger/shape';
import type { Terms } from '../ledger/types';

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

/** Where the next number goes, or comes from. */
class Place {
  at = 0;
  readonly view: DataView;
  constructor(readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }
}

class Writer extends Place {
  time(value: number): void {
    this.view.setFloat64(this.at, value);
    this.at += 8;
  }
  seq(value: number): void {
    this.view.setUint16(this.at, Math.floor(value / LOW));
    this.view.setUint32(this.at + 2, value % LOW);
    this.at += 6;
  }
  mark(value: Mark, words: FoldWords): void {
    this.time(value.at);
    this.seq(value.seq);
    // The bit of the address is free here (the fold knows it): it says that a guardian confirmed.
    this.bytes[this.at++] =
      shapeNo({ answer: value.answer, isDay: value.isDay, hasAddress: false, isTold: false }) |
      (value.isGuarded ? GUARDED : 0);
    this.view.setUint32(this.at, words.termsNo(value.terms));
    this.at += 4;
  }
}

class Reader extends Place {
  time(): number {
    this.at += 8;
    return this.view.getFloat64(this.at - 8);
  }
  seq(): number {
    this.at += 6;
    return this.view.getUint16(this.at - 6) * LOW + this.view.getUint32(this.at - 4);
  }
  mark(words: FoldWords): Mark {
    const [when, order, no] = [this.time(), this.seq(), this.bytes[this.at++]!];
    this.at += 4;
    const { answer, isDay } = shapeOf(no & ~GUARDED);
    return {
      at: when,
      seq: order,
      answer,
      isDay,
      terms: words.termsOf(this.view.getUint32(this.at - 4)),
      isGuarded: (no & GUARDED) !== 0,
    };
  }
}

function sizeOf(fold: Fold): number {
  return (
    3 +
    (fold.address === null ? 0 : ADDRESS_BYTES) +
    (fold.last ? MARK_BYTES : 0) +
    (fold.lastNo && fold.lastNo.seq !== fold.last?.seq ? MARK_BYTES : 0) +
    (fold.firstYes === null ? 0 : 8) +
    (fold.pending ? 22 : 0)
  );
}

/**
 * All folds of one person as bytes.
 *
 * @param address of a fold: 64 hexadecimal digits
 */
export function encodeFolds(folds: readonly Fold[], words: FoldWords): Uint8Array {
  let size = 0;
  for (const fold of folds) size += sizeOf(fold);
  const to = new Writer(new Uint8Array(size));
  for (const fold of folds) {
    const noIsLast = fold.last !== null && fold.lastNo?.seq === fold.last.seq;
    to.view.setUint16(to.at, words.purposeNo(fold.purpose));
    to.bytes[to.at + 2] =
      (fold.address === null ? 0 : HAS_ADDRESS) |
      (fold.last ? HAS_LAST : 0) |
      (fold.lastNo && !noIsLast ? HAS_NO : 0) |
      (noIsLast ? NO_IS_LAST : 0) |
      (fold.firstYes === null ? 0 : HAS_YES) |
      (fold.pending ? HAS_PENDING : 0);
    to.at += 3;
    if (fold.address !== null)
      for (let i = 0; i < ADDRESS_BYTES; i++) to.bytes[to.at++] = parseInt(fold.address.slice(i * 2, i * 2 + 2), 16);
    if (fold.last) to.mark(fold.last, words);
    if (fold.lastNo && !noIsLast) to.mark(fold.lastNo, words);
    if (fold.firstYes !== null) to.time(fold.firstYes);
    if (fold.pending) {
      to.time(fold.pending.at);
      to.time(fold.pending.closes);
      to.seq(fold.pending.seq);
    }
  }
  return to.bytes;
}

/** The folds again. @throws RangeError where the bytes break off */
export function decodeFolds(bytes: Uint8Array, words: FoldWords): Fold[] {
  const from = new Reader(bytes);
  const folds: Fold[] = [];
  while (from.at < bytes.length) {
    const [purpose, flags] = [words.purposeOf(from.view.getUint16(from.at)), bytes[from.at + 2]!];
    from.at += 3;
    let address: string | null = null;
    if (flags & HAS_ADDRESS) {
      address = '';
      for (let i = 0; i < ADDRESS_BYTES; i++) address += HEX[bytes[from.at++]!];
    }
    const last = flags & HAS_LAST ? from.mark(words) : null;
    const lastNo = flags & NO_IS_LAST ? last : flags & HAS_NO ? from.mark(words) : null;
    const firstYes = flags & HAS_YES ? from.time() : null;
    const pending = flags & HAS_PENDING ? { at: from.time(), closes: from.time(), seq: from.seq() } : null;
    folds.push({ purpose, address, last, lastNo, firstYes, pending });
  }
  return folds;
}
