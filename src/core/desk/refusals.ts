// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type MakeCalendarFeedRefusal = { code: 'not-allowed'; act: 'desk.see' };

export type ReadCalendarFeedRefusal = { code: 'not-found' };
