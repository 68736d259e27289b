import fc from 'fast-check';
import { DETECTORS } from './all';

/** What only looks at what stands around a match changes nothing of what is in it. */
const bare = (pattern: RegExp) =>
  new RegExp(
    pattern.source
      .replaceAll('\\b', '')
      .replace(/\(\?<?[=!](?:[^()\\[\]]|\\.|\[(?:[^\]\\]|\\.)*\]|\((?:[^()\\]|\\.)*\))*\)/g, ''),
    pattern.flags.replace(/[gi]/g, ''),
  );

/** One repeats what it had before; of the other the sign stands behind it. */
const OTHERWISE = ['mac-address', 'name-quoted'];

// A sign that a match can lack would hide it in a text that has no other.
test.each(
  DETECTORS.filter(({ id, hint }) => hint && !OTHERWISE.includes(id)).map(
    (detector) => [detector.id, detector] as const,
  ),
)('every match of %s has its sign', (_, { pattern, hint }) => {
  fc.assert(
    fc.property(fc.stringMatching(bare(pattern)), (text) => {
      expect(bare(pattern).exec(text)![0]).toMatch(hint!);
    }),
    { numRuns: 60, seed: 20261124 },
  );
});
