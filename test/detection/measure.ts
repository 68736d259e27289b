import { detect } from '../../src/core/detect/detect';
import type { Decoy } from './decoys';
import type { LabelledText } from './texts';

export interface KindMeasured {
  kind: string;
  labelled: number;
  precision: number;
  recall: number;
  f1: number;
}

/** A span hits a label where it covers most of it and little else: more than half of their union. */
const HIT = 0.5;

/** Per kind: how much of what is labelled was found, and how much of what was found is labelled. */
export function measureDetection(
  all: readonly LabelledText[],
  kinds: readonly string[],
  each?: (
    text: LabelledText,
    missed: { start: number; end: number; kind: string } | null,
    extra: { start: number; end: number; kind: string; detector: string } | null,
  ) => void,
): KindMeasured[] {
  const counts = new Map(kinds.map((kind) => [kind, { labelled: 0, hit: 0, extra: 0 }]));
  for (const one of all) {
    const spans = detect(one.text);
    const used = new Set<number>();
    for (const label of one.labels) {
      const count = counts.get(label.kind);
      if (!count) continue;
      count.labelled++;
      const at = spans.findIndex(
        (span, i) =>
          !used.has(i) &&
          span.kind === label.kind &&
          (Math.min(span.end, label.end) - Math.max(span.start, label.start)) /
            (Math.max(span.end, label.end) - Math.min(span.start, label.start)) >
            HIT,
      );
      if (at < 0) each?.(one, label, null);
      else {
        used.add(at);
        count.hit++;
      }
    }
    spans.forEach((span, i) => {
      const count = counts.get(span.kind);
      if (!count || used.has(i)) return;
      count.extra++;
      each?.(one, null, span);
    });
  }
  return [...counts].map(([kind, { labelled, hit, extra }]) => {
    const [precision, recall] = [hit / Math.max(1, hit + extra), hit / Math.max(1, labelled)];
    return { kind, labelled, precision, recall, f1: (2 * precision * recall) / Math.max(1e-9, precision + recall) };
  });
}

/** Kinds of numbers: none of them may be seen in one that is nobody's. */
const NUMBERS = new Set([
  'payment-card',
  'iban',
  'bank-account',
  'national-id',
  'tax-id',
  'passport',
  'driving-licence',
  'health-insurance-id',
  'medical-id',
  'phone',
  'licence-plate',
  'customer-number',
]);

/** Decoys in which a number of a person is seen. */
export function flagged(all: readonly Decoy[]): (Decoy & { as: string })[] {
  return all.flatMap((decoy) => {
    const span = detect(decoy.text).find(
      ({ kind, start, end }) => NUMBERS.has(kind) && start < decoy.end && end > decoy.start,
    );
    return span ? [{ ...decoy, as: `${span.kind} (${span.detector})` }] : [];
  });
}
