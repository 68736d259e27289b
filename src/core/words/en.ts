import type { LanguageWords } from './words';

export const EN: LanguageWords = {
  locale: 'en-GB',
  dear: (name) => `Dear ${name},`,
  hello: 'Hello,',
  regards: 'With kind regards,',
  reference: 'Reference',
  records: (count) => `${count} ${count === 1 ? 'record' : 'records'}`,
  nothing: 'Nothing.',
  keptBecause: {
    hold: () => 'We need it to establish, exercise or defend legal claims (GDPR art. 17(3)(e)).',
    retention: (until, law) =>
      `${law ?? 'A law'} obliges us to keep it (GDPR art. 17(3)(b))${until ? `, until ${until}` : ''}.`,
    unclear: () => 'A law may oblige us to keep it (GDPR art. 17(3)(b)); we are finding out until when.',
    open: () => 'It belongs to something that is not closed yet; we need it until then.',
    others: () =>
      'It belongs to other people as well, such as an address that several share; what tied it to you is gone.',
    'kept-apart': (until) =>
      `Your name has been taken from it. It is kept apart because a record that we must keep is tied to it${until ? `, until ${until}` : ''}.`,
  },
  restricted: 'Its use is restricted: it is kept and nothing else.',
  told: (recipient, day) => `${recipient}, on ${day}`,
  notSearched: {
    system: (name) => name,
    unread: (count, name) => `${count} ${count === 1 ? 'part' : 'parts'} of ${name} that could not be read`,
    inactive: (name) => `people who are no longer active in ${name}`,
    narrowed: 'anything outside of what you asked about',
  },
  remedies: (authority) =>
    `You may write to us at any time. You may also lodge a complaint with a supervisory authority (GDPR art. 77), for us ${authority}, and seek a judicial remedy (art. 79).`,
  remediesElsewhere: {
    uk: 'You may complain to the Information Commissioner and seek a judicial remedy.',
    'uk-complaint': 'You may complain to us, to the Information Commissioner, and seek a judicial remedy.',
    california: 'You may contact the California Privacy Protection Agency or the Attorney General.',
    state: 'You may contact the state attorney general.',
    'state-appeal': 'You may appeal to us, and then contact the state attorney general.',
    authority: 'You may complain to the data protection authority of your country.',
  },
  rights: {
    access: 'for a copy of your data',
    portability: 'for your data in a form that machines can read',
    rectification: 'to have your data corrected',
    erasure: 'to have your data erased',
    restriction: 'to restrict the use of your data',
    objection: 'to stop a use of your data you object to',
    'automated-decision': 'about an automated decision',
    'opt-out': 'to stop the sale or sharing of your data',
    limit: 'to limit the use of sensitive data',
    withdrawal: 'to withdraw your consent',
    information: 'for information about what we do with your data',
  },
  templates: {
    acknowledgement: `We have your request

On {{receivedOn}} we received your request {{right}}.

We answer by {{dueOn}}. If we need to make sure that it is you who asks, we write to an address that we already know.

You can see how it stands here, with the reference {{ref}} and this word:

- {{statusLink}}
- Word: {{statusWord}}`,
    'identity-code': `Is it you who asked?

Somebody asked us for something that only you may have. If it was you, open this page and type the code:

- {{link}}
- Code: {{code}}

The code is good for {{hours}} hours. If it was not you, do nothing: nobody gets anything.`,
    'identity-refusal': `We could not establish who asks

You asked us {{right}}. We could not establish that the request comes from the person the data is about, or from somebody who may ask for them, so we may not act on it (GDPR art. 11(2), 12(2)).

You can ask again at any time, for example at one of our shops with a document that shows your name.

## If you disagree

{{remedies}}`,
    fee: `A fee for your request

You asked us {{right}}. We ask for a fee before we go on, because:

{{reason}}

Answer to {{contact}}, with the reference {{ref}}. {{remedies}}`,
    clarification: `A question about your request

You asked us {{right}}. So that we search in the right places, please tell us:

{{question}}

Answer to {{contact}}, with the reference {{ref}}.`,
    extension: `We need more time

We cannot answer your request within the first period the law gives. We now answer by {{dueOn}} (GDPR art. 12(3)). The reason: {{reason}}

## If you disagree

{{remedies}}`,
    refusal: `Our answer to your request

You asked us {{right}}. We decline for this reason:

{{reason}}

## If you disagree

{{remedies}}`,
    'nothing-found': `We hold nothing about you

You asked us {{right}}. We found no data about you in our systems.

{{reason}}

If you think that we should have something, tell us under which other name, address or number you may be known to us.

## If you disagree

{{remedies}}`,
    completion: `Our answer to your request

You asked us {{right}}.

{{what}}

## If you disagree

{{remedies}}`,
    'hand-over': `Your data is ready

What we hold about you is ready. This page hands it over once:

- {{link}}

It asks for a second word, which we send you another way. It is good until {{until}}.

## What could not be searched

- {{notSearched}}

## If you disagree

{{remedies}}`,
    'erasure-answer': `Your data is erased

You asked us to erase your data. This is what we did.

## What went

- {{erased}}

## What stays without you in it

- {{anonymised}}

So that your data does not come back by accident, we keep a keyed fingerprint of your addresses, from which they cannot be read.

## Who else was told (GDPR art. 19)

- {{recipients}}

## What could not be searched

- {{notSearched}}

## If you disagree

{{remedies}}`,
    'erasure-part': `Our answer: erased in part

You asked us to erase your data. We have erased a part of it, and decline to erase the rest for now. Here is what, why, and until when.

## What went

- {{erased}}

## What stays without you in it

- {{anonymised}}

## What we decline to erase, and on which ground

- {{residue}}

It is used for nothing else and goes when its ground ends. So that your data does not come back by accident, we keep a keyed fingerprint of your addresses, from which they cannot be read.

## Who else was told (GDPR art. 19)

- {{recipients}}

## What could not be searched

- {{notSearched}}

## If you disagree

{{remedies}}`,
    'appeal-answer': `Our answer to your appeal

You asked us to look at our answer again.

?upheld We stand by it, for this reason:

?reversed We have changed it:

{{text}}

## If you disagree

{{remedies}}`,
  },
};
