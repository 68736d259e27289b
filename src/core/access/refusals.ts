import type { Act } from './roles';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type SignInRefusal = { code: 'sign-in-wrong' };

export type ChangeColleagueRefusal = AccessRefusal | { code: 'cannot-lock-yourself-out' };

export type AccessRefusal = { code: 'not-allowed'; act: Act } | { code: 'not-found' };

/** Too many tries from one place. */
export type TooManyRefusal = { code: 'too-many' };
