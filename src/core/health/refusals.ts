// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type SettleArrivalByHandRefusal = { code: 'not-found' };
