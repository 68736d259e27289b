import fc from 'fast-check';
import { detect, detectInPieces } from './detect';

const PARTS = [
  'mette@mail.example',
  '+45 10 12 34 56',
  'CPR 070761-4285',
  ' ',
  '\n',
  'phone ',
  '10 12 34 56',
  'DK5000400440116243',
  'Best regards,\nJens Toft',
  ' and ',
  '4111 1111 1111 1111',
  'Dear Lone Dam,',
  'x'.repeat(90),
  ' lorem ipsum '.repeat(12),
  'asthma',
  '1.2.3.4',
  '.',
  '@',
  '-',
  '00',
];

test('what is found does not depend on how the text was cut', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(...PARTS), { maxLength: 40 }),
      fc.array(fc.nat(), { maxLength: 12 }),
      (parts, cuts) => {
        const text = parts.join('');
        const at = [...new Set(cuts.map((cut) => cut % (text.length + 1)))].sort((a, b) => a - b);
        const pieces = [0, ...at].map((from, i) => text.slice(from, [...at, text.length][i]));
        expect([...detectInPieces(pieces)]).toEqual(detect(text));
      },
    ),
    { numRuns: 400, seed: 20261124 },
  );
});

test('spans are in order, within the text, and do not overlap', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.array(fc.constantFrom(...PARTS), { maxLength: 30 }).map((parts) => parts.join('')),
        fc.string({ maxLength: 300, unit: 'binary' }),
      ),
      (text) => {
        let reach = 0;
        for (const { start, end, score } of detect(text)) {
          expect(start).toBeGreaterThanOrEqual(reach);
          expect(end).toBeGreaterThan(start);
          expect(score).toBeGreaterThan(0);
          reach = end;
        }
        expect(reach).toBeLessThanOrEqual(text.length);
      },
    ),
    { numRuns: 300, seed: 20261124 },
  );
});
