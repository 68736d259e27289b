export const DETECTED_KINDS = [
  'person-name',
  'email',
  'phone',
  'address',
  'birth-date',
  'ip-address',
  'mac-address',
  'device-id',
  'location',
  'iban',
  'bank-account',
  'payment-card',
  'national-id',
  'tax-id',
  'passport',
  'driving-licence',
  'health-insurance-id',
  'medical-id',
  'licence-plate',
  'customer-number',
  'password',
  'secret',
  'security-answer',
  'health',
  'religion',
  'union',
  'ethnic-origin',
  'political-opinion',
  'sexual-life',
  'biometric',
  'legal-advice',
] as const;
export type DetectedKind = (typeof DETECTED_KINDS)[number];

/** A piece of text that was recognised. UTF-16 offsets, `end` exclusive; score 0 to 1. */
export interface Span {
  start: number;
  end: number;
  score: number;
  kind: DetectedKind;
  detector: string;
}

/** Recognises one kind of personal data: a pattern, a validator, and words around it in several languages. */
export interface Detector {
  id: string;
  kind: DetectedKind;
  /** Global. May have a group `value`: then only that part is the span. No match may be longer than `LONGEST`. */
  pattern: RegExp;
  /** How sure the pattern alone makes; with `context` words near by it rises by 0.3. */
  score: number;
  /** Does the arithmetic; what it refuses is no span. */
  isValid?: (value: string) => boolean;
  context?: RegExp;
  /** UTF-16 units within which a context word counts; undefined: `CONTEXT_REACH`. */
  contextReach?: number;
  /** The beginning of what the pattern matched that is of the kind; null: none. */
  take?: (value: string) => string | null;
  /** Without a context word it is no span: what else has the same shape is too common. */
  needsContext?: boolean;
  /** What stands right before it and makes it something else. */
  isPreceded?: RegExp;
  /** What stands right behind it and makes it something else. */
  isFollowed?: RegExp;
  /** A quick sign that the text holds anything of the kind; spares the pattern. */
  hint?: RegExp;
}

/** UTF-16 units: no pattern matches more, and no context word lies further off. Chunks overlap by both. */
export const LONGEST = 160;
export const CONTEXT_REACH = 60;
