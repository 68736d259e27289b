import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type CheckFactsRefusal =
  | AccessRefusal
  | { code: 'request-closed' }
  | { code: 'identity-proven-already' }
  | { code: 'facts-not-enough-here' }
  | { code: 'facts-used-up' }
  | { code: 'too-few-facts'; needed: number }
  | { code: 'nothing-on-file' };

export type IdentityRefusal =
  | { code: 'address-not-on-file' }
  | { code: 'identity-proven-already' }
  | { code: 'identity-not-failed' }
  | { code: 'no-address' };

export type TakeBackIdentityRefusal = { code: 'identity-not-by-document' } | { code: 'identity-rested-on' };

export type ProveRefusal =
  | { code: 'link-unknown' }
  | { code: 'link-expired' }
  | { code: 'link-used' }
  | { code: 'code-wrong'; left: number }
  | { code: 'tries-used-up' };

export type ShopProofRefusal =
  | { code: 'link-unknown' }
  | { code: 'link-expired' }
  | { code: 'link-used' }
  | { code: 'shop-answer-wrong' }
  | { code: 'signed-in-as-other' };

export type ShowAuthorityRefusal = { code: 'authority-not-needed' };

export type BeginShopProofRefusal = { code: 'status-unknown' };
