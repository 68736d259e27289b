import { COMPLETION_WORDS } from '../words/sections';
import type { Day } from '../shared/days';
import type { Right } from '../requests/rights';
import { sayDayIn } from './frame';
import { languageOf } from './mailings';

/** A first draft of the answer that says what was done, in the person's language; a colleague completes it. */
export function completionText(right: Right, facts: { receivedOn: Day; language: string | null }): string {
  const words = COMPLETION_WORDS[languageOf(facts.language)](sayDayIn(facts.language, facts.receivedOn));
  return Object.hasOwn(words, right) ? words[right as keyof typeof words] : words.other;
}
