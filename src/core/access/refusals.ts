import type { Act } from './roles';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type SignInRefusal = { code: 'sign-in-wrong' };

export type ChangeColleagueRefusal = AccessRefusal | { code: 'cannot-lock-yourself-out' };

/** A way in that was used, has run out, or never was one. */
export type AccountLinkRefusal = { code: 'account-link-gone' } | { code: 'password-named' };

export type ChangePasswordRefusal = AccessRefusal | { code: 'password-before-wrong' } | { code: 'password-named' };

export type InviteRefusal = AccessRefusal | { code: 'email-known' };

export type SetRolesRefusal = AccessRefusal | { code: 'last-administrator' } | { code: 'own-roles' };

export type AddKeyRefusal = AccessRefusal | { code: 'no-such-system' };

export type AccessRefusal = { code: 'not-allowed'; act: Act } | { code: 'not-found' };

/** Too many tries from one place. */
export type TooManyRefusal = { code: 'too-many' };
