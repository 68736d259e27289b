import { isUtf8 } from 'node:buffer';
import chardet from 'chardet';
import iconv from 'iconv-lite';

/** A text in whatever encoding it was written: UTF-8 where it is, else by its marks, else by the guess of its letters. */
export function textOf(bytes: Buffer): string {
  return iconv.decode(bytes, encodingOf(bytes));
}

function encodingOf(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const wide = wideWithoutMark(bytes);
  if (wide) return wide;
  if (isUtf8(bytes)) return 'utf-8';
  const guess = chardet.detect(bytes.subarray(0, 262_144)) ?? 'windows-1252';
  // What is not UTF-8 and looks like plain ASCII is the encoding of Western offices.
  return iconv.encodingExists(guess) && !/^(utf-8|ascii)$/i.test(guess) ? guess : 'windows-1252';
}

/** Whether a text is UTF-16, by its mark or by its letters. */
export const isWide = (bytes: Buffer): boolean => encodingOf(bytes).startsWith('utf-16');

/** Bytes that are looked at for a guess. */
const LOOKED_AT = 4096;

const isControl = (byte: number): boolean => byte > 0 && byte < 32 && byte !== 9 && byte !== 10 && byte !== 13;

/** UTF-16 without a mark: in the text of Western scripts every other byte is zero, on one side. */
function wideWithoutMark(bytes: Buffer): string | null {
  const some = bytes.subarray(0, LOOKED_AT - (LOOKED_AT % 2));
  if (some.length < 4 || bytes.length % 2 !== 0) return null;
  let [even, odd] = [0, 0];
  for (let i = 0; i + 1 < some.length; i += 2) {
    const [high, low] = [some[i]!, some[i + 1]!];
    if (high === 0) even++;
    if (low === 0) odd++;
    // Beside the zeros stand letters; a program has anything there.
    if (isControl(high) || isControl(low)) return null;
  }
  const half = Math.floor(some.length / 2);
  if (odd > half * 0.6 && even < half * 0.05) return 'utf-16le';
  return even > half * 0.6 && odd < half * 0.05 ? 'utf-16be' : null;
}

/** A text whose lines are written in more than one encoding, as where files of two programs were put together. */
export interface MixedText {
  /** As UTF-8. */
  bytes: Buffer;
  /** Lines that are no UTF-8 and were read as a Western encoding, from 1; the first hundred. */
  guessed: number[];
}

const MOST_GUESSED = 100;

/** A text as UTF-8 with lines that end in LF. Where most lines are UTF-8, those that are not are read line by line and told. */
export function asLines(bytes: Buffer): MixedText {
  return withLineFeeds(asMixed(bytes));
}

function asMixed(bytes: Buffer): MixedText {
  if (
    isUtf8(bytes) ||
    wideWithoutMark(bytes) ||
    (bytes[0] === 0xff && bytes[1] === 0xfe) ||
    (bytes[0] === 0xfe && bytes[1] === 0xff)
  )
    return { bytes: asUtf8(bytes), guessed: [] };
  const lines: Buffer[] = [];
  const guessed: number[] = [];
  let hasUtf8 = false;
  for (let at = 0, number = 1; at < bytes.length; number++) {
    const end = bytes.indexOf(LF, at);
    const line = bytes.subarray(at, end < 0 ? bytes.length : end + 1);
    if (!isUtf8(line)) {
      if (guessed.length < MOST_GUESSED) guessed.push(number);
      lines.push(Buffer.from(iconv.decode(line, 'windows-1252')));
    } else {
      if (line.some((byte) => byte > 127)) hasUtf8 = true;
      lines.push(line);
    }
    at += line.length;
  }
  // One encoding that is another than UTF-8 is no mixture.
  return hasUtf8 ? { bytes: Buffer.concat(lines), guessed } : { bytes: asUtf8(bytes), guessed: [] };
}

const LF = 10;
const CR = 13;

/** Lines that old programs end with a bare CR. */
function withLineFeeds({ bytes, guessed }: MixedText): MixedText {
  if (bytes.includes(LF) || !bytes.includes(CR)) return { bytes, guessed };
  return { bytes: Buffer.from(bytes.map((byte) => (byte === CR ? LF : byte))), guessed };
}

const PIECE = 1024 * 1024;

/** A text as UTF-8 without a mark at its beginning. What is written so already is not copied; anything else is turned piece by piece. */
export function asUtf8(bytes: Buffer): Buffer {
  const encoding = encodingOf(bytes);
  if (encoding === 'utf-8')
    return bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? bytes.subarray(3) : bytes;
  let size = 0;
  for (const piece of piecesOf(bytes, encoding)) size += Buffer.byteLength(piece);
  const whole = Buffer.alloc(size);
  let at = 0;
  for (const piece of piecesOf(bytes, encoding)) at += whole.write(piece, at);
  return whole;
}

function* piecesOf(bytes: Buffer, encoding: string): Generator<string> {
  const decoder = iconv.getDecoder(encoding);
  for (let at = 0; at < bytes.length; at += PIECE) yield decoder.write(bytes.subarray(at, at + PIECE));
  yield decoder.end() ?? '';
}

const BREAKS = /<(?:br|\/p|\/div|\/tr|\/li|\/h\d|\/td|\/th)[^>]*>/gi;

/** The words of an HTML page or part, without its scripts and styles. */
export function textOfHtml(html: string): string {
  return unescapeXml(
    html
      .replace(/<(script|style|head)\b[\s\S]*?<\/\1>/gi, ' ')
      .replace(/<!--[\s\S]*?-->/g, ' ')
      .replace(BREAKS, '\n')
      .replace(/<[^>]+>/g, ' '),
  )
    .replace(/[ \t]+/g, ' ')
    .replace(/\s*\n\s*/g, '\n')
    .trim();
}

const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: '’', nbsp: ' ' };

export function unescapeXml(text: string): string {
  return text.replace(/&(#x?[\da-f]+|\w+);/gi, (whole, name: string) => {
    if (name.startsWith('#')) {
      const code = name[1]!.toLowerCase() === 'x' ? Number.parseInt(name.slice(2), 16) : Number(name.slice(1));
      return code > 0 && code < 0x110000 ? String.fromCodePoint(code) : '';
    }
    return ENTITIES[name.toLowerCase()] ?? whole;
  });
}
