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
  if (isUtf8(bytes)) return 'utf-8';
  const guess = chardet.detect(bytes.subarray(0, 262_144)) ?? 'windows-1252';
  // What is not UTF-8 and looks like plain ASCII is the encoding of Western offices.
  return iconv.encodingExists(guess) && !/^(utf-8|ascii)$/i.test(guess) ? guess : 'windows-1252';
}

const PIECE = 1024 * 1024;

/** A text as UTF-8 without a mark at its beginning. What is written so already is not copied; anything else is turned piece by piece. */
export function asUtf8(bytes: Buffer): Buffer {
  const encoding = encodingOf(bytes);
  if (encoding === 'utf-8') return bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? bytes.subarray(3) : bytes;
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
  return unescapeXml(html.replace(/<(script|style|head)\b[\s\S]*?<\/\1>/gi, ' ').replace(/<!--[\s\S]*?-->/g, ' ').replace(BREAKS, '\n').replace(/<[^>]+>/g, ' ')).replace(/[ \t]+/g, ' ').replace(/\s*\n\s*/g, '\n').trim();
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
