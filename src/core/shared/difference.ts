import { diffWordsWithSpace } from 'diff';

export interface DifferencePiece {
  text: string;
  /** `same` stands in both, `gone` only before, `new` only after. */
  is: 'same' | 'gone' | 'new';
}

/** What differs between two texts, word by word, in reading order. */
export function differenceOf(before: string, after: string): DifferencePiece[] {
  return diffWordsWithSpace(before, after).map(({ value, added, removed }) => ({
    text: value,
    is: added ? 'new' : removed ? 'gone' : 'same',
  }));
}
