import type { RealityCode, RealityFinding } from './reality';

/** A finding in the words of colleagues. */
export interface SaidReality extends RealityFinding {
  text: string;
  /** What to change. */
  better: string;
  law: string;
}

const SAY: Readonly<Record<RealityCode, { text: (known: string) => string; better: string; law: string }>> = {
  'recipient-unnamed': {
    text: (known) => `It does not name ${known}, who gets data.`,
    better: 'Name them among the recipients, or take them out of the register where they get nothing any more.',
    law: 'GDPR art. 13(1)(e)',
  },
  'recipient-unused': {
    text: (known) => `It names ${known}, and nothing known here gives them data.`,
    better: 'Take them out of the text, or enter in the register what they get.',
    law: 'GDPR art. 5(1)(a), 13(1)(e)',
  },
  'purpose-unnamed': {
    text: (known) => `It does not speak of “${known}”.`,
    better: 'Say what is done, in the list of what data is used for.',
    law: 'GDPR art. 13(1)(c)',
  },
  'contact-unnamed': {
    text: (known) => `It does not say where to write: ${known}.`,
    better: 'Put in the contact address as a field, so that it stays right.',
    law: 'GDPR art. 13(1)(a)',
  },
  'retention-differs': {
    text: (known) => `Another time is set than it says. ${known}.`,
    better: 'Say the time of the rule, or put in the field “retention”.',
    law: 'GDPR art. 5(1)(e), 13(2)(a)',
  },
  'kept-for-ever': {
    text: () => 'It keeps data without an end.',
    better: 'Say how long, or by what it is decided.',
    law: 'GDPR art. 5(1)(e), 13(2)(a)',
  },
  'children-denied': {
    text: (known) => `It says that there are no children, and birth dates are on file in ${known}.`,
    better: 'Say from which age and how a guardian agrees, or show that nobody on file is a child.',
    law: 'GDPR art. 8, 12(1)',
  },
  'transfers-denied': {
    text: (known) => `It says that nothing goes outside, and the register knows of: ${known}.`,
    better: 'Name the country and what protects the data there.',
    law: 'GDPR art. 13(1)(f), 44–49',
  },
  'third-parties-denied': {
    text: (known) => `It says that nobody else gets data. Known are: ${known}.`,
    better: 'Say who gets what: whoever carries a parcel or takes a payment is somebody else too.',
    law: 'GDPR art. 4(9), 13(1)(e)',
  },
  'trackers-denied': {
    text: (known) => `It says that there are none, and a scan saw: ${known}.`,
    better: 'Put in the field “trackers”, or take them off the pages.',
    law: 'ePrivacy directive art. 5(3); GDPR art. 13',
  },
  'marketing-denied': {
    text: (known) => `It says that there is no advertising, and there is: ${known}.`,
    better: 'Say what is sent and how it is stopped.',
    law: 'GDPR art. 13(1)(c), 21(2)–(4)',
  },
  'sale-denied': {
    text: (known) => `It says that nothing is sold, and it is by: ${known}.`,
    better: 'Say what is sold or shared, and how to say no.',
    law: 'Cal. Civ. Code 1798.130(a)(5)',
  },
  'automation-denied': {
    text: (known) => `It says that no program decides, and one does: ${known}.`,
    better: 'Say by what it decides and what follows.',
    law: 'GDPR art. 13(2)(f), 22',
  },
  'special-denied': {
    text: (known) => `It says that nothing sensitive is kept, and the register knows of: ${known}.`,
    better: 'Say which, and on what ground it may be.',
    law: 'GDPR art. 9, 13(1)(c)',
  },
  'breach-late': {
    text: (known) => `It takes longer than the law allows to tell of a breach: ${known}.`,
    better: 'The authority is told within 72 hours of knowing; people without undue delay.',
    law: 'GDPR art. 33(1), 34(1)',
  },
  'rights-missing': {
    text: () => 'It does not say that people may ask which data there is.',
    better: 'Say which rights people have and where to write.',
    law: 'GDPR art. 13(2)(b)',
  },
  'withdrawal-missing': {
    text: () => 'It does not say that a yes can be taken back.',
    better: 'Say so, and how: as easily as it was given.',
    law: 'GDPR art. 7(3), 13(2)(c)',
  },
  'complaint-missing': {
    text: (known) => `It does not say where people can complain${known ? `: ${known}` : ''}.`,
    better: 'Name the supervisory authority.',
    law: 'GDPR art. 13(2)(d)',
  },
};

export function sayReality(finding: RealityFinding): SaidReality {
  const { text, better, law } = SAY[finding.code];
  return { ...finding, text: text(finding.known), better, law };
}
