import { decoys } from '../test/detection/decoys';
import { flagged, measureDetection } from '../test/detection/measure';
import { texts } from '../test/detection/texts';
import { detect } from '../src/core/detect/detect';
import { DETECTORS } from '../src/core/detect/all';
import { median, recorder, timed } from './measure';

// How surely each kind is recognised, on labelled texts in six languages that nothing was changed for.

const note = recorder();
const KINDS = ['person-name', 'phone', 'address', 'birth-date', 'email', 'payment-card', 'iban'];
const TEXTS = Number(process.env['BENCH_TEXTS'] ?? 1800);
for (const { kind, labelled, precision, recall, f1 } of measureDetection(texts('fresh', 90_001, TEXTS), KINDS)) {
  note({
    what: `F1 of ${kind}, ${labelled.toLocaleString('en')} labels`,
    ours: `${(f1 * 100).toFixed(1)} % (precision ${(precision * 100).toFixed(1)}, recall ${(recall * 100).toFixed(1)})`,
    limit: 'wanted 90.0 %',
    ratio: 0.9 / f1,
    goal: 1,
  });
}

const DECOYS = decoys(90_002, TEXTS * 4);
const wrong = flagged(DECOYS).length / DECOYS.length;
note({
  what: `numbers that are nobody’s taken for somebody’s, of ${DECOYS.length.toLocaleString('en')}`,
  ours: `${(wrong * 100).toFixed(2)} %`,
  limit: 'wanted 2.00 %',
  ratio: wrong / 0.02,
  goal: 1,
});

// The limit runs every pattern over the text, one after another, and asks nothing further of what it finds.
const LETTERS = texts('fresh', 90_003, TEXTS)
  .map(({ text }) => text)
  .join('\n');
const times = { limit: [] as number[], ours: [] as number[] };
for (let n = 0; n < 5; n++) {
  times.limit.push(await timed(async () => DETECTORS.forEach(({ pattern }) => [...LETTERS.matchAll(pattern)].length)));
  times.ours.push(await timed(async () => void detect(LETTERS)));
}
const [limit, ours] = [median(times.limit), median(times.ours)];
note({
  what: `all detectors with validators and context, ${Math.round(LETTERS.length / 1000)} kB of labelled texts`,
  ours: `${Math.round(ours * 1000)} ms`,
  limit: `${Math.round(limit * 1000)} ms for the patterns alone`,
  ratio: ours / limit,
  goal: 0.1,
});
