// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type StartPackRefusal =
  | { code: 'not-decided' }
  | { code: 'pack-building' }
  | { code: 'no-pack-for-right'; right: string }
  | { code: 'register-incomplete'; missing: string[] };

export type SendPackRefusal = { code: 'pack-not-ready' } | { code: 'no-address' };

export type LinkRefusal =
  | { code: 'link-unknown' }
  | { code: 'link-expired' }
  | { code: 'link-used' }
  | { code: 'tries-used-up' }
  | { code: 'secret-wrong'; left: number };
