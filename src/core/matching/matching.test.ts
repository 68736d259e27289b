import { MIX, register } from '../../../test/matching/people';
import { measure } from '../../../test/matching/measure';

// The weights were chosen on other seeds; see docs/matching.md. Here a smaller register of its own.
test('on registers it has not seen it tells people as surely as it says', () => {
  const found = measure(register(4242, 1200, { ...MIX, typo: 0.09, initials: 0.1, comma: 0.12 }));
  expect(found.pairs).toBeGreaterThan(1000);
  expect(found.atCertain.precision).toBeGreaterThanOrEqual(0.985);
  expect(found.atPossible.f1).toBeGreaterThanOrEqual(0.9);
  expect(found.atLikely.recall).toBeGreaterThanOrEqual(0.75);
});
