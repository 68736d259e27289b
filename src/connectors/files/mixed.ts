import type { Reading } from './unit';

/** Lines that are named. */
const MOST_NAMED = 5;

/** Says which lines of a text were not in the encoding of the others, and were read by a guess. */
export function* sayMixed(guessed: readonly number[]): Generator<Reading> {
  if (guessed.length === 0) return;
  const named = guessed.slice(0, MOST_NAMED).join(', ');
  const more = guessed.length > MOST_NAMED ? ' and more' : '';
  yield {
    trouble: {
      place: '',
      trouble: 'mixed-encoding',
      message: `Line ${named}${more} ${guessed.length === 1 ? 'is' : 'are'} not in the encoding of the others; read as a Western one.`,
    },
  };
}
