// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type SendAgainRefusal = { code: 'not-found' } | { code: 'letter-sent-already' } | { code: 'letter-gone' };
