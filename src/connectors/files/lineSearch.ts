import { isUtf8 } from 'node:buffer';
import type { SearchKey } from '../../ports/connector';
import { textOf } from './textOf';

export interface Line {
  number: number;
  text: string;
}

const BREAK = 10;
const PHONE_DIGITS = 8;
/** What a telephone number may be written with between its digits. */
const BETWEEN = '[ ()./-]{0,6}';

/**
 * The lines of a file in which any key may stand, and how many lines there are. The file is gone through as a whole, byte for letter, by
 * the runtime's own search; only lines with a sign of a key become text. A line is given whenever there is doubt, never left out: of a key with
 * letters beyond ASCII its longest part without them is sought, and a line with a backslash, behind which JSON may hide any letter, is always given.
 */
export function candidateLines(bytes: Buffer, keys: readonly SearchKey[]): { lines: Line[]; count: number } {
  // In UTF-16 a letter is no byte.
  const isPlain = isUtf8(bytes) && !bytes.subarray(0, 4096).includes(0);
  const content = isPlain ? bytes : Buffer.from(textOf(bytes), 'utf8');
  // One letter a byte: a place in this is a place in the file, and making letters small moves none.
  const raw = content.toString('latin1');
  const small = raw.toLowerCase();
  const starts = new Set<number>();
  const mark = (at: number) => void starts.add(raw.lastIndexOf('\n', at - 1) + 1);
  const seek = (hay: string, word: string) => {
    for (let at = hay.indexOf(word); at >= 0; at = hay.indexOf(word, endOf(content, at))) mark(at);
  };
  for (const word of new Set(keys.filter(({ kind }) => kind !== 'phone').map(({ value }) => longestPlain(value.toLowerCase())))) {
    if (word === '') return everyLine(content);
    seek(small, word);
  }
  const numbers = keys.filter(({ kind }) => kind === 'phone').map(({ value }) => value.replace(/\D/g, '').slice(-PHONE_DIGITS)).filter(({ length }) => length === PHONE_DIGITS);
  if (numbers.length > 0) for (const { index } of raw.matchAll(new RegExp(numbers.map((digits) => [...digits].join(BETWEEN)).join('|'), 'g'))) mark(index);
  seek(raw, '\\');

  const lines: Line[] = [];
  let [number, at] = [1, 0];
  for (const start of [...starts].sort((a, b) => a - b)) {
    number += breaksIn(content, at, start);
    at = start;
    lines.push({ number, text: lineAt(content, start) });
  }
  return { lines, count: number + breaksIn(content, at, content.length) - (content.length === 0 || content[content.length - 1] === BREAK ? 1 : 0) };
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

function everyLine(content: Buffer): { lines: Line[]; count: number } {
  const lines = content.toString('utf8').split('\n').map((line, i) => ({ number: i + 1, text: line.replace(/\r$/, '') }));
  if (lines.at(-1)?.text === '') lines.pop();
  return { lines, count: lines.length };
}
