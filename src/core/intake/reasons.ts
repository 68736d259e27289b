import type { Right } from '../requests/rights';

// Why something was decided: a code with its values. The words are in `core/words/reasons`.

export type IntentReason = { code: 'no-sign' } | { code: 'sign'; sign: string; right: Right };
