// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type PageRefusal =
  | { code: 'link-unknown' }
  | { code: 'link-expired' }
  | { code: 'tries-used-up' }
  | { code: 'code-wrong'; left: number }
  | { code: 'code-needed' };

export type ChangeRefusal = PageRefusal | { code: 'purpose-not-open'; purpose: string } | { code: 'choice-held' };
