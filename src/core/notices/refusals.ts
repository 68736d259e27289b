import type { AccessRefusal } from '../access/refusals';
import type { TemplateFault } from '../letters/render';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type NoticeRefusal =
  | AccessRefusal
  | TemplateFault
  | { code: 'notice-known'; id: string }
  /** Somebody saved it meanwhile. */
  | { code: 'notice-saved-meanwhile' }
  | { code: 'notice-not-in-review' }
  /** Whoever wrote it cannot be the one who looks at it. */
  | { code: 'notice-second-person' }
  | { code: 'notice-unsure'; questions: string }
  | { code: 'notice-language-missing'; language: string }
  | { code: 'notice-untrue'; findings: number }
  | { code: 'notice-unchanged' }
  | { code: 'notice-without-address' }
  | { code: 'notice-reading' }
  | { code: 'notice-file-unread' }
  | { code: 'notice-nobody-to-tell' }
  | { code: 'notice-told-already' };
