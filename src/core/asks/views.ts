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
