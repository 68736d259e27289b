import type { NoticeFacts } from '../../core/notices/facts';
import type { NoticeAnswers } from '../../core/notices/schema';
import type { Prefilled } from '../../core/notices/views';

const some = (names: readonly string[]): string => names.slice(0, 3).join(', ') + (names.length > 3 ? ' …' : '');

type Known = { list: string[]; isSaid: boolean };

function fromList(question: 'transfers' | 'automated', { list, isSaid }: Known): Prefilled {
  if (list.length > 0) return { question, value: 'yes', because: `the register says: ${some(list)}` };
  return isSaid
    ? { question, value: 'no', because: 'every entry of the register says that there is none' }
    : { question, value: 'unsure', because: 'some entries of the register say nothing of it' };
}

/** The answers as the register gives them, each with why. What it does not know stays open instead of being guessed. */
export function prefilledFrom(facts: NoticeFacts): Prefilled[] {
  const marketing = facts.purposes.filter(({ isMarketing }) => isMarketing).map(({ title }) => title);
  const sold = facts.purposes.filter(({ isSale }) => isSale).map(({ title }) => title);
  return [
    facts.birthDates.length > 0
      ? { question: 'children', value: 'unsure', because: `birth dates are on file in ${some(facts.birthDates)}` }
      : { question: 'children', value: 'unsure', because: 'no birth dates are on file: only somebody can know' },
    fromList('transfers', facts.transfers),
    fromList('automated', facts.automated),
    {
      question: 'marketing',
      value: marketing.length > 0 ? 'yes' : 'no',
      because: marketing.length > 0 ? `purposes with a channel: ${some(marketing)}` : 'no purpose has a channel',
    },
    {
      question: 'sells',
      value: sold.length > 0 ? 'yes' : 'no',
      because: sold.length > 0 ? `purposes of sale: ${some(sold)}` : 'no purpose is one of sale',
    },
  ];
}

/** The answers that a new notice begins with. */
export function answersFrom(facts: NoticeFacts): NoticeAnswers {
  const said = Object.fromEntries(prefilledFrom(facts).map(({ question, value }) => [question, value]));
  return {
    places: ['EEA'],
    children: 'unsure',
    age: null,
    transfers: 'unsure',
    safeguards: '',
    automated: 'unsure',
    marketing: 'unsure',
    sells: 'unsure',
    ...said,
  };
}
