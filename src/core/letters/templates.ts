import { regimeById } from '../clock/regimes';
import { sayDay, type Day } from '../shared/days';
import type { ResidueLine } from '../erasure/residue';
import type { Right } from '../requests/rights';
import { heading, list, para, type Letter, type LetterPart, type Organisation } from './letter';

interface Facts {
  ref: string;
  name: string | null;
  organisation: Organisation;
}

const SAY_RIGHT: Readonly<Record<Right, string>> = {
  access: 'for a copy of your data', portability: 'for your data in a form that machines can read', rectification: 'to have your data corrected',
  erasure: 'to have your data erased', restriction: 'to restrict the use of your data', objection: 'to stop a use of your data you object to',
  'automated-decision': 'about an automated decision', 'opt-out': 'to stop the sale or sharing of your data', limit: 'to limit the use of sensitive data',
  withdrawal: 'to withdraw your consent', information: 'for information about what we do with your data',
};

function frame(template: string, subject: string, facts: Facts, body: LetterPart[]): Letter {
  return {
    template,
    version: 1,
    subject: `${subject} (${facts.ref})`,
    greeting: facts.name ? `Dear ${facts.name},` : 'Hello,',
    body,
    closing: `With kind regards,\n${facts.organisation.name}\n${facts.organisation.contact}\nReference ${facts.ref}`,
  };
}

function remedies(organisation: Organisation): LetterPart[] {
  return [
    heading('If you disagree'),
    para(`You may write to us at ${organisation.contact}. You may also lodge a complaint with a supervisory authority (GDPR art. 77), for us ${organisation.authority}, and seek a judicial remedy (art. 79).`),
  ];
}

export function acknowledgement(facts: Facts & { right: Right; receivedOn: Day; dueOn: Day; status: { link: string; word: string } }): Letter {
  return frame('acknowledgement', 'We have your request', facts, [
    para(`On ${sayDay(facts.receivedOn)} we received your request ${SAY_RIGHT[facts.right]}.`),
    para(`We answer by ${sayDay(facts.dueOn)}. If we need to make sure that it is you who asks, we write to an address that we already know.`),
    para('You can see how it stands here, with the reference and this word:'),
    list([facts.status.link, `Reference: ${facts.ref}`, `Word: ${facts.status.word}`]),
  ]);
}

export function identityCode(facts: Facts & { code: string; link: string; validHours: number }): Letter {
  return frame('identity-code', 'Is it you who asked?', facts, [
    para('Somebody asked us for something that only you may have. If it was you, open this page and type the code:'),
    list([facts.link, `Code: ${facts.code}`]),
    para(`The code is good for ${facts.validHours} hours. If it was not you, do nothing: nobody gets anything.`),
  ]);
}

export function identityRefusal(facts: Facts & { right: Right }): Letter {
  return frame('identity-refusal', 'We could not establish who asks', facts, [
    para(`You asked us ${SAY_RIGHT[facts.right]}. We could not establish that the request comes from the person the data is about, so we may not act on it (GDPR art. 11(2), 12(2)).`),
    para('You can ask again at any time, for example at one of our shops with a document that shows your name.'),
    ...remedies(facts.organisation),
  ]);
}

export function refusal(facts: Facts & { right: Right; reason: string }): Letter {
  return frame('refusal', 'Our answer to your request', facts, [
    para(`You asked us ${SAY_RIGHT[facts.right]}. We decline for this reason:`),
    para(facts.reason),
    ...remedies(facts.organisation),
  ]);
}

export function extension(facts: Facts & { dueOn: Day; reason: string }): Letter {
  return frame('extension', 'We need more time', facts, [
    para(`We cannot answer your request within the first month. We now answer by ${sayDay(facts.dueOn)} (GDPR art. 12(3)). The reason: ${facts.reason}`),
    ...remedies(facts.organisation),
  ]);
}

export function appealAnswer(facts: Facts & { regime: string; isReversed: boolean; text: string }): Letter {
  return frame('appeal-answer', 'Our answer to your appeal', facts, [
    para(facts.isReversed ? 'You asked us to look at our answer again. We have changed it:' : 'You asked us to look at our answer again. We stand by it, for this reason:'),
    para(facts.text),
    heading('If you disagree'),
    para(regimeById(facts.regime)?.remedies ?? ''),
  ]);
}

export function handOver(facts: Facts & { link: string; expiresOn: Day; notSearched: readonly string[] }): Letter {
  return frame('hand-over', 'Your data is ready', facts, [
    para('What we hold about you is ready. This page hands it over once:'),
    list([facts.link]),
    para(`It asks for a second word, which we send you another way. It is good until ${sayDay(facts.expiresOn)}.`),
    ...notSearched(facts.notSearched),
    ...remedies(facts.organisation),
  ]);
}

export function erasureAnswer(facts: Facts & { erased: readonly { place: string; count: number }[]; anonymised: readonly { place: string; count: number }[]; residue: readonly (ResidueLine & { place: string })[]; notSearched: readonly string[]; recipients: readonly string[] }): Letter {
  const say = (line: { place: string; count: number }) => `${line.place}: ${line.count} ${line.count === 1 ? 'record' : 'records'}`;
  const body: LetterPart[] = [para('You asked us to erase your data. This is what we did.'), heading('What went'), list(facts.erased.map(say))];
  if (facts.anonymised.length > 0) body.push(heading('What stays without you in it'), list(facts.anonymised.map(say)));
  body.push(heading('What stays, why, and until when'));
  body.push(facts.residue.length === 0 ? para('Nothing.') : list(facts.residue.map((line) => `${say(line)}. ${line.why}`)));
  body.push(para('What stays is kept apart and used for nothing else. So that your data does not come back by accident, we keep a keyed fingerprint of your addresses, from which they cannot be read.'));
  if (facts.recipients.length > 0) body.push(heading('Who else was told (GDPR art. 19)'), list([...facts.recipients]));
  return frame('erasure-answer', 'Your data is erased', facts, [...body, ...notSearched(facts.notSearched), ...remedies(facts.organisation)]);
}

function notSearched(systems: readonly string[]): LetterPart[] {
  if (systems.length === 0) return [];
  return [heading('What could not be searched'), list([...systems]), para('We will write again when that has been done.')];
}
