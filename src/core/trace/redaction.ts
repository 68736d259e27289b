import { REMOVED } from '../words/sections';
import type { Language } from '../letters/mailings';
import type { DetectedKind, Span } from '../detect/types';

export type RedactionWhy = 'other-person' | 'quoted-words' | 'privileged' | 'reviewer';

/** A passage that is not handed over. UTF-16 offsets into the text of one record. */
export interface Redaction {
  start: number;
  end: number;
  why: RedactionWhy;
}

const NAMES_SOMEBODY: ReadonlySet<DetectedKind> = new Set([
  'person-name',
  'email',
  'phone',
  'address',
  'birth-date',
  'iban',
  'payment-card',
  'national-id',
  'tax-id',
  'passport',
  'driving-licence',
  'health-insurance-id',
  'medical-id',
  'licence-plate',
  'device-id',
]);
const ATTRIBUTION = /^[> ]*(?:On|Den|Am|Op) .{4,160}(?:wrote|skrev|schrieb|schreef)\s*:\s*$/;

/**
 * What a reviewer may want to remove before a text is handed over: names and contacts of others wherever they stand, words
 * that others wrote and that are quoted, and what looks like legal advice. A proposal only.
 *
 * @param others values that name other people, as found in the text
 * @param own values of the person and the organisation, which stay; compared without case and separators
 */
export function proposeRedactions(
  text: string,
  others: readonly string[],
  spans: readonly Span[],
  own: readonly string[],
): Redaction[] {
  const isOwn = (value: string) =>
    own.some((one) => one.length > 2 && (plain(value).includes(plain(one)) || plain(one).includes(plain(value))));
  const found: Redaction[] = [];
  for (const other of others)
    for (const start of placesOf(text, other)) found.push({ start, end: start + other.length, why: 'other-person' });
  for (const span of spans) {
    if (span.kind === 'legal-advice') found.push({ ...sentenceAround(text, span), why: 'privileged' });
    else if (NAMES_SOMEBODY.has(span.kind) && !isOwn(text.slice(span.start, span.end)))
      found.push({ start: span.start, end: span.end, why: 'other-person' });
  }
  found.push(...quotedOfOthers(text, isOwn));
  return mergeRedactions(found);
}

/** In order, without overlaps; where two touch, the wider reason stays. */
export function mergeRedactions(redactions: readonly Redaction[]): Redaction[] {
  const merged: Redaction[] = [];
  for (const one of redactions
    .filter(({ start, end }) => end > start)
    .toSorted((a, b) => a.start - b.start || b.end - a.end)) {
    const last = merged.at(-1);
    if (last && one.start < last.end) merged[merged.length - 1] = { ...last, end: Math.max(last.end, one.end) };
    else merged.push({ ...one });
  }
  return merged;
}

/** The text without its redacted passages, and what was removed. */
export function applyRedactions(
  text: string,
  redactions: readonly Redaction[],
  language: Language,
): { text: string; removed: string[] } {
  const removed: string[] = [];
  let out = '';
  let at = 0;
  for (const { start, end } of mergeRedactions(redactions)) {
    const [from, to] = [Math.max(0, Math.min(start, text.length)), Math.max(0, Math.min(end, text.length))];
    out += `${text.slice(at, from)}${REMOVED[language]}`;
    removed.push(text.slice(from, to));
    at = to;
  }
  return { text: out + text.slice(at), removed };
}

const SHORTEST = 4;
const SHORTEST_LINE = 24;

/**
 * What must stand nowhere in what is handed over, made of removed passages: short ones whole, long ones line by line, where a
 * line is long enough to be nobody else's by chance.
 */
export function forbidden(removed: readonly string[]): string[] {
  const found = new Set<string>();
  for (const passage of removed) {
    const lines = passage
      .split('\n')
      .map((line) => squeeze(line.replace(/^[> ]+/, '')))
      .filter(Boolean);
    if (lines.length === 1) {
      if (lines[0]!.length >= SHORTEST) found.add(lines[0]!);
    } else for (const line of lines) if (line.length >= SHORTEST_LINE) found.add(line);
  }
  return [...found];
}

/** Those of the forbidden strings that stand in a text, whatever its case and white space. */
export function tracesIn(text: string, strings: readonly string[]): string[] {
  const words = squeeze(text);
  return strings.filter((one) => words.includes(one));
}

function squeeze(text: string): string {
  return text.normalize('NFKC').toLocaleLowerCase().replace(/\s+/g, ' ').trim();
}

function plain(value: string): string {
  return value.toLocaleLowerCase().replace(/[^\p{L}\p{N}@]/gu, '');
}

function placesOf(text: string, value: string): number[] {
  const places: number[] = [];
  const [hay, needle] = [text.toLocaleLowerCase(), value.toLocaleLowerCase()];
  if (needle.length < 2 || hay.length !== text.length) return places;
  for (let at = hay.indexOf(needle); at >= 0; at = hay.indexOf(needle, at + needle.length)) places.push(at);
  return places;
}

function sentenceAround(text: string, { start, end }: { start: number; end: number }): { start: number; end: number } {
  const before = Math.max(text.lastIndexOf('. ', start), text.lastIndexOf('\n', start));
  const after = text.slice(end).search(/[.!?](?:\s|$)|\n/);
  return { start: before < 0 ? 0 : before + 1, end: after < 0 ? text.length : end + after + 1 };
}

/** From a line that says whose words follow, to the last line that is quoted under it; unless they are the person's own. */
function quotedOfOthers(text: string, isOwn: (value: string) => boolean): Redaction[] {
  const found: Redaction[] = [];
  const lines = text.split('\n');
  let at = 0;
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i]!;
    const start = at;
    at += line.length + 1;
    if (!ATTRIBUTION.test(line)) continue;
    const named = [...line.matchAll(/[\p{Lu}][\p{L}.'’-]+(?: [\p{Lu}][\p{L}.'’-]+)+|[\w.+-]+@[\w.-]+/gu)]
      .map(([value]) => value)
      .filter((value) => !/^(?:On|Den|Am|Op)\b|^(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun)\b/.test(value));
    if (named.length === 0 || named.some(isOwn)) continue;
    let [n, end] = [i + 1, at];
    for (; n < lines.length && (lines[n]!.startsWith('>') || lines[n]!.trim() === ''); n++) end += lines[n]!.length + 1;
    found.push({ start, end: Math.min(end, text.length), why: 'quoted-words' });
  }
  return found;
}
