import type { FoldWords } from '../../core/standing/foldCodec';
import { shapeNo } from '../../core/ledger/shape';
import type { Answer, Terms } from '../../core/ledger/types';
import type { ChoiceRow } from '../../db/ledger/ledger';
import type { StoredChoice } from '../../db/ledger/wholeFolios';

type Numbers = Pick<ChoiceRow, 'purpose_no' | 'terms_no' | 'shape'>;

/** The numbers beside a choice, by which millions are read quickly. The dictionary has to know its words already. */
export function numbersOf(
  words: FoldWords,
  choice: { purpose: string; answer: string; terms: Terms; isDay: boolean; hasAddress: boolean; isTold: boolean },
): Numbers {
  return {
    purpose_no: words.purposeNo(choice.purpose),
    terms_no: words.termsNo(choice.terms),
    shape: shapeNo({ ...choice, answer: choice.answer as Answer }),
  };
}

/**
 * Whether the numbers of a stored choice say what the choice says. They are in no leaf: who altered them alone would alter
 * what is counted and rebuilt, and no hash would differ.
 *
 * @param numbered whose each number of a person is
 */
export function numbersAgree(words: FoldWords, row: StoredChoice, numbered: ReadonlyMap<number, string>): boolean {
  const isDay = row.occurred_on !== null;
  if (
    numbered.get(row.person_no) !== row.person_id ||
    (isDay && row.occurred_at !== `${row.occurred_on}T00:00:00.000Z`)
  )
    return false;
  try {
    const terms = words.termsOf(row.terms_no);
    return (
      words.purposeOf(row.purpose_no) === row.purpose &&
      row.shape ===
        shapeNo({ answer: row.answer as Answer, isDay, hasAddress: row.channel !== null, isTold: row.is_told }) &&
      terms.ask === row.ask &&
      terms.askVersion === row.ask_version &&
      terms.notice === row.notice &&
      terms.noticeVersion === row.notice_version &&
      terms.country === row.country
    );
  } catch (error) {
    // A number that the dictionary does not have is no number of ours.
    if (error instanceof RangeError) return false;
    throw error;
  }
}
