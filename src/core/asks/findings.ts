import { spellOut } from '../words/spellOut';
import type { Finding } from './fairness';

export interface SaidFinding {
  text: string;
  /** What to do instead. */
  better: string;
  law: string;
}

const NAMES: Readonly<Record<string, string>> = { en: 'English', da: 'Danish', de: 'German', nl: 'Dutch' };
const in_ = (language: string) => `In ${NAMES[language] ?? language}`;

type Of<C extends Finding['code']> = Extract<Finding, { code: C }>;

const SAY: { [C in Finding['code']]: (finding: Of<C>) => SaidFinding } = {
  'no-act': (finding) => ({
    text: `${in_(finding.language)} it takes for a yes what is none: “${finding.words}”.`,
    better: 'Ask, and count only a tick or a button that is pressed for it.',
    law: 'GDPR art. 4(11); EDPB 05/2020 no. 75–89',
  }),
  'pre-ticked': (finding) => ({
    text: `${in_(finding.language)} whoever does not want it has to act: “${finding.words}”.`,
    better: 'Let the box be empty, and the tick mean yes.',
    law: 'GDPR recital 32; EDPB 05/2020 no. 79',
  }),
  depends: (finding) => ({
    text: `${in_(finding.language)} something else depends on it: “${finding.words}”.`,
    better: 'What is needed is not asked for; what is asked for may be refused without loss.',
    law: 'GDPR art. 7(4); EDPB 05/2020 no. 25–41',
  }),
  hurry: (finding) => ({
    text: `${in_(finding.language)} it presses: “${finding.words}”.`,
    better: 'Say what is done with the data, and leave it to them.',
    law: 'EDPB 03/2022 no. 40–47',
  }),
  'not-a-choice': (finding) => ({
    text: `“${finding.purpose}” is ${spellOut(finding.kind)}: there is nothing to agree to.`,
    better: 'Explain it in the notice, without a box.',
    law: 'GDPR art. 6(1)(b), (f); EDPB 05/2020 no. 121–123',
  }),
  'several-purposes': (finding) => ({
    text: `One answer would stand for ${finding.count} purposes.`,
    better: 'Give each purpose a box of its own.',
    law: 'GDPR recital 43; EDPB 05/2020 no. 42–45',
  }),
  'language-missing': (finding) => ({
    text: `It has no words in ${NAMES[finding.language] ?? finding.language}.`,
    better: 'People are asked in the language in which they are spoken to.',
    law: 'GDPR art. 7(2), 12(1)',
  }),
  vague: (finding) => ({
    text: `${in_(finding.language)} it does not say what is done: “${finding.words}”.`,
    better: 'Name what is sent, measured or passed on, how often, and to whom.',
    law: 'GDPR art. 5(1)(b); EDPB 05/2020 no. 55–61',
  }),
  'double-negative': (finding) => ({
    text: `${in_(finding.language)} it says no twice: “${finding.words}”.`,
    better: 'Say it so that a yes means yes.',
    law: 'GDPR art. 7(2); EDPB 03/2022 no. 46',
  }),
  'no-way-back': (finding) => ({
    text: `${in_(finding.language)} it does not say that a yes can be taken back.`,
    better: 'Add how: “You can stop at any time.”',
    law: 'GDPR art. 7(3)',
  }),
  'too-long': (finding) => ({
    text: `${in_(finding.language)} it has ${finding.words} words.`,
    better: 'One or two sentences; the rest belongs in the notice.',
    law: 'GDPR art. 7(2); EDPB 05/2020 no. 66–71',
  }),
};

/** A finding in the words of colleagues, with a better way and the law. */
export function sayFinding<C extends Finding['code']>(finding: Of<C>): SaidFinding {
  return (SAY[finding.code] as (one: Of<C>) => SaidFinding)(finding);
}
