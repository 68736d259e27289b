import type { SearchKey } from '../../ports/connector';
import { surePart } from '../../core/matching/oneSpelling';
import { asUtf8 } from './textOf';

export interface Line {
  number: number;
  text: string;
}

const BREAK = 10;
const BACKSLASH = 92;
const PHONE_DIGITS = 8;
/** Bytes from which it is told which letters are rare in a file. */
const SAMPLE = 1 << 16;

/**
 * The lines of a file in which any key may stand, and how many lines there are. The bytes are gone through as they lie
 * in the file; only lines with a sign of a key become text. A line is given whenever there is doubt, never left out:
 * of a name the part that is written in one way only is sought, of another key with letters beyond ASCII its longest
 * part without them, and a line with a backslash, behind which JSON may hide any letter, is always given.
 */
export function candidateLines(bytes: Buffer, keys: readonly SearchKey[]): { lines: Line[]; count: number } {
  const content = asUtf8(bytes);
  const words = [
    ...new Set(
      keys
        .filter(({ kind }) => kind !== 'phone')
        .map(({ kind, value }) => (kind === 'name' ? surePart(value) : longestPlain(value.toLowerCase()))),
    ),
  ];
  if (words.includes('')) return everyLine(content);
  const numbers = keys
    .filter(({ kind }) => kind === 'phone')
    .map(({ value }) => value.replace(/\D/g, '').slice(-PHONE_DIGITS))
    .filter(({ length }) => length === PHONE_DIGITS);
  const starts = new Set<number>();
  const mark = (at: number) => void starts.add(content.lastIndexOf(BREAK, at) + 1);
  seek(content, [...words.map(wordSought), ...numbers.map(numberSought)], mark);
  for (let at = content.indexOf(BACKSLASH); at >= 0; at = content.indexOf(BACKSLASH, endOf(content, at))) mark(at);

  const lines: Line[] = [];
  let [number, at] = [1, 0];
  for (const start of [...starts].sort((a, b) => a - b)) {
    number += breaksIn(content, at, start);
    at = start;
    lines.push({ number, text: lineAt(content, start) });
  }
  return {
    lines,
    count:
      number +
      breaksIn(content, at, content.length) -
      (content.length === 0 || content[content.length - 1] === BREAK ? 1 : 0),
  };
}

/**
 * Something to look for: its bytes, any of which it can be found by, and whether it stands where one of them was found.
 */
interface Sought {
  bytes: Buffer;
  /** @param i which of the bytes stands at the place */
  stands(content: Buffer, place: number, i: number): boolean;
}

const unfold = (byte: number): number => (byte >= 97 && byte <= 122 ? byte - 32 : byte);

/**
 * Marks where something stands. The runtime leaps from one place of a byte to the next faster than anything written
 * here goes through bytes: each thing is looked for where the rarest of its bytes stands, and things with the same
 * rarest byte together.
 */
function seek(content: Buffer, things: readonly Sought[], mark: (at: number) => void): void {
  const often = new Uint32Array(256);
  for (let i = Math.min(SAMPLE, content.length) - 1; i >= 0; i--) often[content[i]!]!++;
  const cost = (byte: number) => often[byte]! + (unfold(byte) === byte ? 0 : often[unfold(byte)]!);
  const anchored = new Map<number, { thing: Sought; at: number }[]>();
  for (const thing of things) {
    let at = 0;
    for (let i = 1; i < thing.bytes.length; i++) if (cost(thing.bytes[i]!) < cost(thing.bytes[at]!)) at = i;
    for (const byte of new Set([thing.bytes[at]!, unfold(thing.bytes[at]!)]))
      anchored.set(byte, [...(anchored.get(byte) ?? []), { thing, at }]);
  }
  for (const [byte, sought] of anchored) {
    for (let place = content.indexOf(byte); place >= 0; place = content.indexOf(byte, place + 1)) {
      for (const { thing, at } of sought) if (thing.stands(content, place, at)) mark(place);
    }
  }
}

/** A word, in capitals or not. @param text lower case, ASCII, not empty */
function wordSought(text: string): Sought {
  const bytes = Buffer.from(text, 'latin1');
  return {
    bytes,
    stands(content, place, at) {
      const from = place - at;
      if (from < 0 || from + bytes.length > content.length) return false;
      for (let i = bytes.length - 1; i >= 0; i--) {
        const byte = content[from + i]!;
        if (byte !== bytes[i] && byte !== unfold(bytes[i]!)) return false;
      }
      return true;
    },
  };
}

/** What a telephone number may be written with between its digits. */
const BETWEEN = new Uint8Array(256);
for (const letter of ' ()./-') BETWEEN[letter.charCodeAt(0)] = 1;
const MOST_BETWEEN = 6;

/** A telephone number, however it is written. @param number its last eight digits */
function numberSought(number: string): Sought {
  const bytes = Buffer.from(number, 'latin1');
  /** The place of the next digit in a direction; -1 where something else comes first. */
  const digitFrom = (content: Buffer, place: number, step: 1 | -1): number => {
    for (let i = place + step, n = 0; i >= 0 && i < content.length; i += step, n++) {
      if (BETWEEN[content[i]!] === 0) return i;
      if (n === MOST_BETWEEN) return -1;
    }
    return -1;
  };
  return {
    bytes,
    stands(content, place, at) {
      for (let i = at + 1, there = place; i < bytes.length; i++) {
        there = digitFrom(content, there, 1);
        if (there < 0 || content[there] !== bytes[i]) return false;
      }
      for (let i = at - 1, there = place; i >= 0; i--) {
        there = digitFrom(content, there, -1);
        if (there < 0 || content[there] !== bytes[i]) return false;
      }
      return true;
    },
  };
}

/** The longest part of a key that is the same bytes in every encoding. */
function longestPlain(word: string): string {
  return word.split(/[^\x20-\x7e]+/).reduce((longest, part) => (part.length > longest.length ? part : longest), '');
}

function endOf(content: Buffer, at: number): number {
  const end = content.indexOf(BREAK, at);
  return end < 0 ? content.length : end;
}

function lineAt(content: Buffer, start: number): string {
  return content.toString('utf8', start, endOf(content, start)).replace(/\r$/, '');
}

function breaksIn(content: Buffer, from: number, to: number): number {
  let count = 0;
  for (let at = content.indexOf(BREAK, from); at >= 0 && at < to; at = content.indexOf(BREAK, at + 1)) count++;
  return count;
}

/** Each line of a text in UTF-8, one after the other. */
export function* eachLine(content: Buffer): Generator<Line> {
  for (let [at, number] = [0, 1]; at < content.length; at = endOf(content, at) + 1, number++)
    yield { number, text: lineAt(content, at) };
}

function everyLine(content: Buffer): { lines: Line[]; count: number } {
  const lines = [...eachLine(content)];
  return { lines, count: lines.length };
}
