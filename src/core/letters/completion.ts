import { sayDay, type Day } from '../shared/days';
import type { Right } from '../requests/rights';

/** A first draft of the answer that says what was done; a colleague completes it. */
export function completionText(right: Right, facts: { receivedOn: Day }): string {
  const from = sayDay(facts.receivedOn);
  const words: Partial<Record<Right, string>> = {
    objection: `We have stopped the uses of your data that you objected to, with effect from ${from}. The systems that send on our behalf follow. You may still get a message that was on its way already.`,
    withdrawal: `Your consent is withdrawn with effect from ${from}. What was done before that day stays lawful (GDPR art. 7(3)). The systems that send on our behalf follow.`,
    'opt-out': `Your data is not sold or shared any more, with effect from ${from}. We have told those we shared it with. We will not ask you again for twelve months.`,
    limit: `Your sensitive data is used only for what you asked of us and what the law allows, with effect from ${from}.`,
    rectification: 'We have corrected your data as you asked, and told those who had received it from us (GDPR art. 19).',
    restriction: 'Your data is kept and used for nothing else. We will tell you before that changes (GDPR art. 18(3)), and have told those who had received it from us (art. 19).',
    'automated-decision': 'A person has looked at the decision and at what you wrote.',
    information: 'This is what we do with personal data.',
  };
  return words[right] ?? 'We have done what you asked.';
}
