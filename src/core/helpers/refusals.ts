// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type TaskRefusal = { code: 'link-unknown' } | { code: 'link-used' } | { code: 'task-too-late' };

export type CancelTaskRefusal = { code: 'not-found' } | { code: 'task-needed' };
