import type { SaidFinding } from './findings';

/** One version, as it was or will be shown. */
export interface WordingShown {
  id: string;
  version: number;
  validFrom: string;
  isMaterial: boolean;
  place: string | null;
  method: string | null;
  purposes: string[];
  words: Record<string, string>;
}

export interface AsksView {
  /** Every version of every ask, in order. */
  wordings: WordingShown[];
  purposes: { id: string; title: string; kind: string }[];
  mayDraft: boolean;
  mayPublish: boolean;
}

/** What was found of a draft before it is published. */
export interface FairnessView {
  faults: SaidFinding[];
  doubts: SaidFinding[];
  version: number;
}

/** How a version was answered, and who stands on it. */
export interface AskCounts {
  version: number;
  yes: number;
  no: number;
  withdrawn: number;
  people: number;
  /** People whose last word on a purpose was given under it. */
  standing: number;
}
