import { DETECTORS } from './all';
import { CONTEXT_REACH, LONGEST, type Detector, type Span } from './types';

const CONTEXT_GAIN = 0.3;

/**
 * Recognises personal data in a text. Overlapping spans go to the higher score, then the longer, then the one that begins
 * first, then the detector's name, so that the same text always gives the same answer.
 *
 * @param detectors all built-in ones where not given
 * @returns spans in order, without overlaps; UTF-16 offsets
 * @example detect('write to mette@mail.example') // [{ start: 9, end: 27, kind: 'email', score: 0.95, detector: 'email' }]
 */
export function detect(text: string, detectors: readonly Detector[] = DETECTORS): Span[] {
  return settle(candidates(text, detectors));
}

/**
 * The same over a text that comes in pieces, without ever holding all of it. What is found does not depend on where the
 * pieces were cut: candidates are sought in pieces that overlap by the longest match and the reach of context, and taken
 * from where each has everything it looks at.
 */
export function* detectInPieces(pieces: Iterable<string>, detectors: readonly Detector[] = DETECTORS): Generator<Span> {
  const margin = LONGEST + CONTEXT_REACH;
  let held = '';
  let offset = 0;
  // Up to here candidates have been taken already; positions of the whole text.
  let taken = 0;
  let waiting: Span[] = [];
  const take = (until: number): Span[] => {
    const found = candidates(held, detectors)
      .map((span) => ({ ...span, start: span.start + offset, end: span.end + offset }))
      .filter(({ start }) => start >= taken && start < until);
    taken = until;
    return found;
  };
  for (const piece of pieces) {
    held += piece;
    const until = offset + held.length - margin;
    if (until <= taken) continue;
    waiting.push(...take(until));
    // Spans that a later one could still overlap wait for it.
    const groups = clusters(waiting);
    const open = groups.findIndex((group) => Math.max(...group.map(({ end }) => end)) > until);
    for (const group of open < 0 ? groups : groups.slice(0, open)) yield* settle(group);
    waiting = open < 0 ? [] : groups.slice(open).flat();
    const keep = Math.max(0, until - offset - margin);
    held = held.slice(keep);
    offset += keep;
  }
  waiting.push(...take(Infinity));
  yield* settle(waiting);
}

/** Spaces and hyphens that do not break a line are written for plain ones; each is one unit, so that places stay as they are. */
function plainly(text: string): string {
  return text.replace(/[\u00A0\u2007\u2009\u202F]/g, ' ').replace(/[\u2010\u2011\u2012\u2212\uFE63\uFF0D]/g, '-');
}

function candidates(given: string, detectors: readonly Detector[]): Span[] {
  const text = plainly(given);
  const found: Span[] = [];
  for (const detector of detectors) {
    if (detector.hint && !detector.hint.test(text)) continue;
    for (const span of spansOf(detector, text)) found.push(span);
  }
  return found;
}

function* spansOf(detector: Detector, text: string): Generator<Span> {
  const { pattern } = detector;
  pattern.lastIndex = 0;
  for (let match = pattern.exec(text); match; match = pattern.exec(text)) {
    // The next match may begin inside this one: where a text was cut must not decide which of two is seen.
    pattern.lastIndex = match.index + 1;
    const whole = match.groups?.['value'] ?? match[0];
    const value = detector.take ? detector.take(whole) : whole;
    if (value === null) continue;
    const start = match.index + (whole === match[0] ? 0 : match[0].lastIndexOf(whole));
    const end = start + value.length;
    if (match[0].length > LONGEST || (detector.isValid && !detector.isValid(value))) continue;
    if (detector.isPreceded?.test(text.slice(Math.max(0, start - CONTEXT_REACH), start))) {
      // A part of it is no more of the kind than the whole.
      pattern.lastIndex = end;
      continue;
    }
    if (detector.isFollowed?.test(text.slice(end, end + CONTEXT_REACH))) continue;
    const reach = detector.contextReach ?? CONTEXT_REACH;
    const isNear =
      detector.context?.test(text.slice(Math.max(0, match.index - reach), Math.min(text.length, end + reach))) ?? false;
    if (detector.needsContext && !isNear) continue;
    yield {
      start,
      end,
      kind: detector.kind,
      score: Math.min(1, Math.round((detector.score + (isNear ? CONTEXT_GAIN : 0)) * 100) / 100),
      detector: detector.id,
    };
  }
}

function order(a: Span, b: Span): number {
  return (
    b.score - a.score || b.end - b.start - (a.end - a.start) || a.start - b.start || (a.detector < b.detector ? -1 : 1)
  );
}

/** The best of what overlaps. */
function settle(spans: readonly Span[]): Span[] {
  const kept: Span[] = [];
  for (const group of clusters(spans)) {
    const own: Span[] = [];
    for (const span of group.toSorted(order))
      if (!own.some((other) => other.start < span.end && span.start < other.end)) own.push(span);
    kept.push(...own);
  }
  return kept.sort((a, b) => a.start - b.start);
}

/** Groups that touch nothing outside of themselves, in order. */
function clusters(spans: readonly Span[]): Span[][] {
  const groups: Span[][] = [];
  let reach = -1;
  for (const span of spans.toSorted((a, b) => a.start - b.start || a.end - b.end)) {
    if (span.start >= reach) groups.push([]);
    groups.at(-1)!.push(span);
    reach = Math.max(reach, span.end);
  }
  return groups;
}
