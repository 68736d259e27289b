// Everything a person reads in this language. What is added to one of them is missed in the others until it is there.

import type * as of from './words';
import type { Holds } from '../systems/fieldHolds';

export const letters: of.LetterWords = {
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

export const held: { is: string; kinds: Readonly<Record<string, string>> } = { is: 'is held', kinds: {} };

export const certificate: of.CertificateWords = {
  subject: (ref) => `Certificate of erasure ${ref}`,
  dates: (received, finished) => `Request received on ${received}; erasure finished on ${finished}.`,
  done: 'What was done',
  erased: 'erased',
  anonymised: 'anonymised',
  kept: 'What was kept',
  told: 'Recipients who were told (GDPR art. 19)',
  proof: 'Proof',
  proofText: 'A second search with the same keys found nothing beyond what is kept.',
  frozen: (day, fingerprint) => `Plan frozen on ${day}, fingerprint ${fingerprint}.`,
  keysDestroyed: 'The data keys are destroyed.',
  keysStay: 'The data keys stay, because records of Bookend itself are kept.',
  signature: 'Signature (Ed25519 over the canonical JSON, RFC 8785)',
};

export const completion: (from: string) => Readonly<Record<of.ByLetter | 'other', string>> = (from) => ({
  objection: `We have stopped the uses of your data that you objected to, with effect from ${from}. The systems that send on our behalf follow. You may still get a message that was on its way already.`,
  withdrawal: `Your consent is withdrawn with effect from ${from}. What was done before that day stays lawful (GDPR art. 7(3)). The systems that send on our behalf follow.`,
  'opt-out': `Your data is not sold or shared any more, with effect from ${from}. We have told those we shared it with. We will not ask you again for twelve months.`,
  limit: `Your sensitive data is used only for what you asked of us and what the law allows, with effect from ${from}.`,
  rectification: 'We have corrected your data as you asked, and told those who had received it from us (GDPR art. 19).',
  restriction:
    'Your data is kept and used for nothing else. We will tell you before that changes (GDPR art. 18(3)), and have told those who had received it from us (art. 19).',
  'automated-decision': 'A person has looked at the decision and at what you wrote.',
  information: 'This is what we do with personal data.',
  other: 'We have done what you asked.',
});

export const confirmMail: (
  title: string,
  organisation: string,
  link: string,
  hours: number,
) => { subject: string; text: string } = (title, organisation, link, hours) => ({
  subject: `Please confirm: ${title}`,
  text: `Hello,\n\nsomebody, probably you, said yes to “${title}” from ${organisation} with this address.\n\nIf it was you, confirm it here within ${hours} hours:\n${link}\n\nIf it was not you, do nothing. Nothing changes and you will not hear from us about it again.\n\n${organisation}`,
});

export const choicesChangedMail: (
  organisation: string,
  lines: string,
  link: string,
) => { subject: string; text: string } = (organisation, lines, link) => ({
  subject: 'Your choices were changed',
  text: `Hello,\n\nyour choices with ${organisation} are now:\n\n${lines}\n\nWas this not you, or would you like to change it again? Here:\n${link}\n\n${organisation}`,
});

export const noticeChangedMail: (
  organisation: string,
  contact: string,
  link: string,
) => { subject: string; text: string } = (organisation, contact, link) => ({
  subject: 'What we do with your data has changed',
  text: `Hello,\n\n${organisation} has changed what it does with your data, or how it says so. What holds from now on stands here:\n${link}\n\nYou need not do anything. What you agreed to before is asked again where that is needed. Questions and objections: ${contact}\n\n${organisation}`,
});

export const choicesPageMail: (
  organisation: string,
  link: string,
  code: string,
) => { subject: string; text: string } = (organisation, link, code) => ({
  subject: 'Your choices',
  text: `Hello,\n\nhere you see and change your choices with ${organisation}:\n${link}\n\nCode: ${code}\n\nIt works for one hour. If you did not ask for it, do nothing.\n\n${organisation}`,
});

export const cover: of.CoverWords = {
  subject: (organisation, ref) => `Your data at ${organisation} (${ref})`,
  copy: (day) => `This is the copy of your data that you asked for, as it stood on ${day} (GDPR art. 15(3)).`,
  portable: (day) =>
    `This is the data that you gave us, as it stood on ${day}, in forms that machines can read: CSV, JSON and JSON-LD (GDPR art. 20).`,
  inIt: 'What is in it',
  withheld: (count) =>
    `${count} ${count === 1 ? 'record is' : 'records are'} held back because other people’s data stands in them; withheld.csv lists each with its reason (art. 15(4)).`,
  notGiven: (count) =>
    `${count} ${count === 1 ? 'record is' : 'records are'} not part of it because you did not give them to us yourself; you can ask for a copy of all your data instead.`,
  notSearched: (list) => `Could not be searched: ${list}. We will write again when that has been done.`,
  purposes: '(a) What your data is used for',
  categories: '(b) Categories of data',
  recipients: '(c) Who receives it',
  retention: '(d) How long it is kept',
  rights: '(e) Your rights',
  rightsText: (contact) =>
    `You may ask us to correct or erase your data or to restrict its use, and you may object to its use. Write to ${contact}.`,
  complaints: '(f) Complaints',
  complaintsText: (authority) => `You may lodge a complaint with a supervisory authority; for us that is ${authority}.`,
  source: '(g) Where it comes from',
  automated: '(h) Automated decisions',
  noAutomated: 'No decision about you is made by a machine alone.',
  transfers: 'Transfers outside the European Economic Area (art. 15(2))',
  none: 'None.',
  nobody: 'Nobody outside of us.',
  notRecorded: (list) => `Not recorded yet for: ${list}. We are finding out and will write again.`,
};

export const pack: of.PackWords = {
  names: {
    readme: 'README.txt',
    cover: 'cover-letter.pdf',
    report: 'report.pdf',
    withheld: 'withheld.csv',
    messages: 'messages',
    documents: 'documents',
    message: 'message.txt',
    redacted: 'redacted',
  },
  readme: {
    title: (organisation, ref) => `Your data at ${organisation} (${ref})`,
    begin:
      'Begin with the letter; then the report shows everything to read. The other files hold the same data for programs.',
    cover: 'the letter: what is in here, what it is used for, who receives it, and your rights',
    report: 'everything to read, with an overview, a timeline and each record in words',
    table: (title, count) => `${title}, ${count} ${count === 1 ? 'record' : 'records'}`,
    machine:
      'CSV opens in a spreadsheet, JSON is for programs. Both hold the same, under the names that the systems use.',
    messages: 'messages that you wrote or received, each with what was attached',
    documents: 'documents of their own, as they lie with us',
    withheld: 'what is held back, and why',
    linked: 'the same data as linked data, to take it to somebody else',
    manifest: 'a list of all files with their check sums',
  },
  withheldHead: ['where', 'what', 'why'],
  report: {
    title: 'Your data, to read',
    overview: 'At a glance',
    columns: ['Where', 'Records', 'Since', 'Kept'],
    notSaid: 'not recorded yet',
    contents: 'Contents',
    timeline: 'What happened when',
    timelineText: (shown, all) =>
      shown < all ? `The newest ${shown} of ${all} entries; all stand in the files.` : 'The newest first.',
    purposesText: 'Used for',
    rest: (count, file) => `${count} more stand in ${file}.`,
    page: (n, of) => `Page ${n} of ${of}`,
    attached: 'Attached',
    noSubject: 'No subject',
    recordsText: 'Records',
    made: (organisation, day) => `${organisation}, ${day}`,
  },
};

export const secondWords: readonly string[] = [
  'amber',
  'anchor',
  'barley',
  'beacon',
  'birch',
  'bramble',
  'candle',
  'cedar',
  'clover',
  'copper',
  'coral',
  'dune',
  'ember',
  'fern',
  'flint',
  'garnet',
  'harbour',
  'hazel',
  'heron',
  'juniper',
  'lantern',
  'linen',
  'maple',
  'meadow',
  'orchard',
  'pebble',
  'quartz',
  'ribbon',
  'saddle',
  'thistle',
  'walnut',
  'willow',
];

export const withheld: Readonly<Record<of.WithheldReason, string>> = {
  'others-data': 'Other people’s data stands in it (GDPR art. 15(4)).',
  'attached-to-redacted': 'Attached to a message that is handed over without other people’s words (GDPR art. 15(4)).',
  'may-hold-forbidden': 'Attached files may hold what the law lets nobody hand over (11 CCR 7024(d)); ask us for it.',
};

export const removed: string = '[removed]';

export const lost: string = 'We could not be reached. What you chose is still here; try again.';

export const notAnAddress: string = 'This does not look like an e-mail address, such as mette@mail.example.';

export const choicesPage: of.PageWords = {
  title: 'Your choices',
  lead: 'What may we do? Yes and no are one click each. Nothing you say here changes what you have ordered.',
  askTitle: 'See and change your choices',
  askLead: 'Type your e-mail address. If we know it, a mail with a code is on its way; it works for one hour.',
  email: 'E-mail',
  send: 'Send me the code',
  sent: 'If we know this address, a mail is on its way.',
  code: 'Code of six digits',
  codeLead: 'Type the code from our mail.',
  open: 'Open my choices',
  yes: 'Yes',
  no: 'No',
  always: 'needed for what you asked us for',
  save: 'Save my choices',
  saved: 'Saved.',
  nothing: 'Nothing was changed.',
  mail: 'A confirmation is on its way by mail.',
  what: 'What',
  who: 'Who receives it',
  where: 'Other countries',
  howLong: 'How long',
  saidYes: 'You said yes',
  saidNo: 'You said no',
  notAsked: 'You have not been asked',
  unlessNo: 'We do this unless you say no',
  waiting: 'Waits for your confirmation',
  child: 'Goes with',
  signal:
    'Your browser sends a Global Privacy Control signal. We honour it: your data is not sold, shared or used for targeted advertising.',
  signalNot:
    'Your browser sends a Global Privacy Control signal, but you told us yes yourself; what you told us holds. You can change it below.',
  history: 'What you said before',
  receipt: 'receipt',
  rights: 'Ask for your data, or for its erasure',
  confirmTitle: 'Please confirm',
  confirmLead: 'You said yes to “{title}”. If it was you, confirm it. If not, close this page; nothing changes.',
  confirm: 'Yes, it was me',
  confirmed: 'Thank you. It counts from now on.',
  answers: {
    grant: 'yes',
    confirm: 'confirmed',
    refuse: 'no',
    withdraw: 'took it back',
    object: 'objected',
    'opt-out': 'opted out',
    'opt-in': 'yes',
    'gpc-seen': 'browser signal',
    'guardian-confirm': 'confirmed by a guardian',
  },
};

export const shopProof: of.ProofWords = {
  signInAt: (shop) => `Sign in: ${shop}`,
  why: 'We have not established yet that it is you who asks. Sign in where you are a customer, and we know.',
  proven: 'Thank you, it is you',
  provenText: (ref) => `We go on with ${ref}. You need not do anything else.`,
  notProven: 'We could not tell that it is you',
  other:
    'You signed in as somebody whose data this request is not about. Nothing was handed out. Write to us and we help you another way.',
  used: 'This sign-in has been used already. Look at how your request stands.',
  again: 'What came back from the shop has expired or is not its own. Begin again on the page of your request.',
  tooMany: 'Too many tries from here. Wait a few minutes.',
};

export const ask: of.AskWords = {
  title: 'Your data, your rights',
  lead:
    'Ask what we hold about you, or ask us to correct or erase it. No account is needed. We answer ' +
    'within the time the law gives and may first make sure that it is you who asks.',
  what: 'What do you ask for?',
  rights: {
    access: 'A copy of my data',
    erasure: 'Erase my data',
    rectification: 'Correct my data',
    portability: 'My data in a form for machines',
    objection: 'Stop using my data for advertising',
    withdrawal: 'Withdraw my consent',
    restriction: 'Restrict the use of my data',
    'opt-out': 'Do not sell or share my data',
    limit: 'Limit the use of sensitive data',
    'automated-decision': 'Have a person look at a decision made by a machine',
    information: 'Tell me what you do with data',
  },
  forWhom: 'For whom do you ask?',
  self: 'For myself',
  agent: 'For somebody who has asked me to',
  guardian: 'For my child',
  agentName: 'Your name',
  agentEmail: 'Your e-mail, to which we answer',
  givenName: 'Given name',
  familyName: 'Family name',
  email: 'E-mail we may answer to',
  emailOfPerson: 'E-mail of the person',
  phone: 'Phone, if you like',
  customerNumber: 'Customer number, if you have one',
  birthDate: 'Date of birth, if you like',
  country: 'Country',
  region: 'State',
  notSaid: 'not said',
  text: 'Anything that helps',
  textFor: {
    rectification: 'What is wrong, and how is it right?',
    objection: 'What should stop, and why for you?',
    'automated-decision': 'Which decision, and what do you think of it?',
    restriction: 'What should not be used, and why?',
    erasure: 'Should all of it go, or only some? Which?',
    access: 'Do you want all of it, or only some? Which?',
  },
  willShow: 'What you will have to show',
  proofs: {
    code: 'That it is you: we mail a code to an address we already know, or compare a few facts with what we have. A copy of an identity card is not needed.',
    agent: 'That you may ask for this person: their signed permission. We may also ask the person.',
    guardian: 'That it is your child: something that shows the custody. Cover what it does not need to show.',
    none: 'Nothing, as a rule: this needs no proof of who you are.',
  },
  kept: 'What you type is kept in this window until you send it.',
  send: 'Send my request',
  needs: {
    right: 'Choose what you ask for.',
    givenName: 'The given name helps us find the data.',
    familyName: 'The family name helps us find the data.',
    email: 'We need an address to answer to.',
    birthDate: 'That is no day that we know.',
    agentName: 'Who asks for this person?',
    agentEmail: 'This does not look like an e-mail address.',
    country: 'Choose the country from the list.',
    region: 'Choose the state from the list.',
  },
  emailLooks: 'This does not look like an e-mail address, such as mette@mail.example.',
  wrong: 'Some fields need another look.',
  lost: 'We could not be reached. What you typed is still here; try again.',
  tooMany: 'Too many tries just now. Wait ten minutes; what you typed is still here.',
  thanks: 'We have your request',
  thanksMore:
    'A confirmation is on its way by mail. If we have to make sure that it is you, a code goes to an ' +
    'address that we already know. With the reference and this word you can see how it stands:',
  statusTitle: 'How your request stands',
  statusLead: 'The reference and the word are in the mail that confirmed your request.',
  ref: 'Reference, such as BK-2026-00042',
  word: 'Word',
  look: 'Look',
  unknown: 'Reference and word do not belong together. Look at the mail that confirmed your request.',
  steps: {
    received: 'We have it and are checking who asks.',
    'waits-for-you': 'We wait for you: a code went to an address we know. Open the page in that mail.',
    'worked-on': 'We are working on it.',
    answered: 'It is answered.',
    joined: 'It is answered together with an earlier request of yours, at the address given there.',
    appeal: 'We are looking at our answer again.',
  },
  received: 'Received',
  due: 'We answer by',
  extended: 'We needed more time and wrote to you why.',
};

export const links: of.LinkWords = {
  lost: 'We could not be reached. Try again.',
  identity: {
    title: 'Is it you who asked?',
    lead: 'Type the code from our mail. It shows that the request comes from you, and lets us go on.',
    code: 'Code of six digits',
    goOn: 'Go on',
    thanks: 'Thank you. We know now that it is you.',
    thanksText: (ref) => `Your request ${ref} goes on; you hear from us by mail.`,
  },
  handOver: {
    ready: 'Your data is ready',
    closed: 'This page is closed',
    lead: 'Type the second word that you got from us another way.',
    word: 'Second word',
    open: 'Open',
    begin: (file) => `The file is a ZIP: start with ${file}. If the download breaks off, start it again.`,
    download: 'Download my data',
    have: 'I have the file: close this page',
    done: 'Thank you. This link is used up now; nobody can open it again.',
    reach: (contact) => `You reach us at ${contact}.`,
  },
};

export const ownName: string = 'English';

export const yesAndNo: [string, string] = ['yes', 'no'];

/** Under California’s law the copy answers other questions, in English (Cal. Civ. Code 1798.110(a), 1798.130(a)(2)). */
export const californiaCover: of.CoverWords = {
  ...cover,
  copy: (day) =>
    `These are the specific pieces of personal information that we have collected about you, as of ${day} (Cal. Civ. Code 1798.110(a)(5)). Numbers that open doors, such as account numbers, are only said to be held (11 CCR 7024(d)).`,
  portable: (day) =>
    `These are the specific pieces of personal information that you gave us, as of ${day}, in a portable and readily usable format (Cal. Civ. Code 1798.130(a)(3)(B)).`,
  withheld: (count) =>
    `${count} ${count === 1 ? 'piece is' : 'pieces are'} held back because other people’s information stands in ${count === 1 ? 'it' : 'them'} or the law lets nobody hand ${count === 1 ? 'it' : 'them'} over; withheld.csv lists each with its reason.`,
  purposes: 'Business or commercial purposes of collecting it (1798.110(a)(3))',
  categories: 'Categories of personal information (1798.110(a)(1))',
  recipients: 'Categories of third parties to whom it is disclosed (1798.110(a)(4))',
  retention: 'How long it is kept (1798.100(a)(3))',
  rights: 'Your rights',
  rightsText: (contact) =>
    `You may ask us to correct or delete it, to limit the use of sensitive personal information, and not to sell or share it. We do not treat you differently for that (1798.125). Write to ${contact}.`,
  complaints: 'Complaints',
  complaintsText: () => 'You may complain to the California Privacy Protection Agency or the Attorney General.',
  source: 'Categories of sources (1798.110(a)(2))',
  automated: 'Automated decisions',
  transfers: 'Sold or shared',
  none: 'We have not sold or shared it in the last twelve months.',
};

export const fieldsByMeaning: Readonly<Record<Holds, string>> = {
  email: 'E-mail',
  phone: 'Telephone',
  contact: 'Contact',
  'customer-number': 'Customer number',
  'given-name': 'Given name',
  'family-name': 'Family name',
  'full-name': 'Name',
  'birth-date': 'Date of birth',
  street: 'Street',
  postcode: 'Postcode',
  city: 'Town',
  country: 'Country',
  'national-id': 'National id',
  'tax-number': 'Tax number',
  'bank-account': 'Bank account',
  'payment-card': 'Payment card',
  vehicle: 'Vehicle',
  'free-text': 'Text',
};

export const fieldTitles = {
  number: 'Number',
  reference: 'Reference',
  created: 'Created',
  lastChanged: 'Last changed',
  closed: 'Closed',
  when: 'When',
  recorded: 'Recorded',
  received: 'Received',
  sent: 'Sent',
  opened: 'Opened',
  paid: 'Paid',
  ordered: 'Ordered',
  delivered: 'Delivered',
  issued: 'Issued',
  due: 'Due',
  written: 'Written',
  signed: 'Signed',
  from: 'From',
  to: 'To',
  copyTo: 'Copy to',
  subject: 'Subject',
  text: 'Text',
  note: 'Note',
  status: 'Status',
  stage: 'Stage',
  outcome: 'Outcome',
  kind: 'Kind',
  askedFor: 'Asked for',
  amount: 'Amount',
  currency: 'Currency',
  quantity: 'Quantity',
  product: 'Product',
  productNumber: 'Product number',
  rating: 'Rating',
  language: 'Language',
  place: 'Place',
  deliveryAddress: 'Delivery address',
  billingAddress: 'Billing address',
  nameOnTheInvoice: 'Name on the invoice',
  timesOpened: 'Times opened',
  address: 'Address',
  source: 'Source',
  purpose: 'Purpose',
  answer: 'Answer',
  question: 'Question',
  by: 'By',
  form: 'Form',
  box: 'Box',
  proof: 'Proof',
  iPAddress: 'IP address',
  browser: 'Browser',
  device: 'Device',
  session: 'Session',
  latitude: 'Latitude',
  longitude: 'Longitude',
  page: 'Page',
  file: 'File',
  sheet: 'Sheet',
  line: 'Line',
  newsletter: 'Newsletter',
  useRestricted: 'Use restricted',
  gender: 'Gender',
  formOfAddress: 'Form of address',
  age: 'Age',
  health: 'Health',
  parent: 'Parent',
  numberThere: 'Number there',
};

export const states = {
  open: 'open',
  closed: 'closed',
  paid: 'paid',
  unpaid: 'unpaid',
  packed: 'packed',
  'on its way': 'on its way',
  sent: 'sent',
  delivered: 'delivered',
  returned: 'returned',
  cancelled: 'cancelled',
  active: 'active',
  inactive: 'inactive',
  subscribed: 'subscribed',
  unsubscribed: 'unsubscribed',
  pending: 'pending',
  grant: 'yes',
  confirm: 'confirmed',
  refuse: 'no',
  withdraw: 'withdrawn',
  object: 'objected',
  'opt-out': 'opted out',
  'opt-in': 'opted in',
  'gpc-seen': 'privacy signal of the browser',
  'guardian-confirm': 'confirmed by a parent',
  'unticked by default': 'not ticked beforehand',
  'tick-box': 'tick box',
  spoken: 'spoken',
  'paper form': 'paper form',
  'choices-page': 'choices page',
  'link in a mail': 'link in a mail',
  access: 'copy of your data',
  portability: 'data in a portable form',
  rectification: 'correction',
  erasure: 'erasure',
  restriction: 'restriction',
  objection: 'objection',
  withdrawal: 'withdrawal',
  limit: 'limit',
  information: 'information',
  intake: 'received',
  identity: 'identity is checked',
  trace: 'data is searched for',
  decide: 'is being decided',
  'carry-out': 'is carried out',
  appeal: 'appeal',
  fulfilled: 'fulfilled',
  refused: 'refused',
};

export const partsOfFiles: Readonly<Record<'line' | 'row' | 'page', string>> = {
  line: 'line',
  row: 'row',
  page: 'page',
};

export const phrases = {
  // What is held.
  'name and contact': 'name and contact',
  'name and e-mail': 'name and e-mail',
  'name and phone': 'name and phone',
  'name and address': 'name and address',
  name: 'name',
  'contact details': 'contact details',
  'postal address': 'postal address',
  'date of birth': 'date of birth',
  'name and date of birth': 'name and date of birth',
  'customer number': 'customer number',
  'identity numbers': 'identity numbers',
  'national id': 'national id',
  'bank details': 'bank details',
  'payment details': 'payment details',
  amounts: 'amounts',
  messages: 'messages',
  'free text': 'free text',
  photos: 'photos',
  'IP address': 'IP address',
  'device id': 'device id',
  places: 'places',
  'health data': 'health data',
  'health notes (special category)': 'health notes (special category)',
  'choices and when they were made': 'choices and when they were made',
  // What it is for.
  'book-keeping': 'book-keeping',
  accounting: 'accounting',
  'customer service': 'customer service',
  'answering your questions': 'answering your questions',
  'sending our newsletter': 'sending our newsletter',
  marketing: 'marketing',
  statistics: 'statistics',
  security: 'security',
  'selling and delivering what you order': 'selling and delivering what you order',
  'delivering what you order': 'delivering what you order',
  'keeping proof of your choices': 'keeping proof of your choices',
  'answering requests about personal data': 'answering requests about personal data',
  // Who receives it.
  'our accountant': 'our accountant',
  'our parcel carrier': 'our parcel carrier',
  'our payment provider': 'our payment provider',
  'our hosting provider, as processor': 'our hosting provider, as processor',
  'our newsletter service, as processor': 'our newsletter service, as processor',
  'the tax authority on request': 'the tax authority on request',
  'our insurer, after an accident': 'our insurer, after an accident',
  // Where it comes from.
  you: 'you',
  'you, when you ordered': 'you, when you ordered',
  'you, when you signed up': 'you, when you signed up',
  'you, when you wrote to us': 'you, when you wrote to us',
  'you, at the counter': 'you, at the counter',
  'our office': 'our office',
  // What Bookend itself keeps.
  Bookend: 'Bookend',
  'your identifiers': 'your identifiers',
  'your choices': 'your choices',
  'what you wrote to us about your data': 'what you wrote to us about your data',
  'notes on your requests': 'notes on your requests',
  'your requests': 'your requests',
  'keeping your choices and answering your requests': 'keeping your choices and answering your requests',
  'proving what you agreed to (GDPR art. 7(1))': 'proving what you agreed to (GDPR art. 7(1))',
  'answering your requests in time': 'answering your requests in time',
  'your answers, when, where and under which wording': 'your answers, when, where and under which wording',
  'what you wrote': 'what you wrote',
  'what was written': 'what was written',
  'what colleagues noted': 'what colleagues noted',
  'what you asked and what we answered': 'what you asked and what we answered',
  'until erased': 'until erased',
  'the sealed proof stays; after an erasure nobody can read whose it was':
    'the sealed proof stays; after an erasure nobody can read whose it was',
  'until a colleague has opened it as a request': 'until a colleague has opened it as a request',
  'with the request': 'with the request',
  'three years after the answer': 'three years after the answer',
  'the forms, shops and systems that you used': 'the forms, shops and systems that you used',
  'our colleagues': 'our colleagues',
  'you, when you asked': 'you, when you asked',
  // Until when.
  'as long as you are a customer': 'as long as you are a customer',
  'as long as you are a customer, then two years': 'as long as you are a customer, then two years',
  'until you unsubscribe': 'until you unsubscribe',
  'until you unsubscribe, then thirty days': 'until you unsubscribe, then thirty days',
  'until you delete it': 'until you delete it',
};

export const periods: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'days',
  month: 'months',
  year: 'years',
};

export const onePeriod: Readonly<Record<'day' | 'month' | 'year', string>> = {
  day: 'one day',
  month: 'one month',
  year: 'one year',
};

/** What is refused is said as everywhere. */
export const ownRefusals: of.OwnRefusals = null;

/** Purposes and questions with which a small shop may begin. */
export const example: of.ExampleWords = {
  orders: {
    title: 'Orders and deliveries',
    plain: 'We use your name and address to deliver what you order, and your e-mail to tell you how it goes.',
  },
  newsletter: {
    title: 'Newsletter by e-mail',
    plain: 'Now and then a mail with what is new. You can stop it at any time.',
    ask: 'Yes, send me the newsletter. I can stop it at any time.',
  },
  usage: {
    title: 'How the shop is used',
    plain: 'We count how our pages are used, to make them better.',
    ask: 'You may count how I use the shop’s pages. I can stop it at any time.',
  },
  notice:
    '{name} is responsible for your data; you reach us at {contact}. With your order we use your name, address and e-mail to deliver it and to tell you how it goes, because we could not deliver it otherwise (GDPR art. 6(1)(b)). The law has us keep invoices for as long as bookkeeping demands. The newsletter, and counting how our pages are used, happen only if you said yes (art. 6(1)(a)); you can stop either at any time. Our parcel carrier and our payment provider get what they need for it and nothing else. We keep what belongs to an order for three years after delivery. You can ask us for a copy of your data, have it put right or erased, have its use restricted, take it with you, and object; write to {contact}. You can also complain to the supervisory authority.',
};

/** The list of what a site keeps and calls, as its visitors read it. */
export const trackerList: of.TrackerListWords = {
  title: (site) => `What ${site} keeps and calls`,
  seenOn: (day) => `As seen on ${day}, by opening its pages.`,
  nothing: 'Nothing was seen.',
  columns: { what: 'What', whose: 'Whose', why: 'What for', howLong: 'How long' },
  kinds: {
    kept: 'kept on your device',
    called: 'fetched from elsewhere',
    read: 'read from your device',
    watched: 'read of what you do',
  },
  own: 'this site',
  notSaid: 'not said yet',
  uses: {
    session: 'keeps your visit together',
    choice: 'remembers your choice',
    language: 'remembers your language',
    security: 'guards forms',
    counting: 'counts visits',
    testing: 'tries out variants',
    recording: 'records visits',
    advertising: 'advertising',
    social: 'social network',
    embedded: 'shows something of others',
    fonts: 'fonts',
    captcha: 'tells people from programs',
    support: 'conversation with us',
    'known-again': 'knows a device again',
  },
  visit: 'this visit',
  untilCleared: 'until you clear it',
  days: (days) => `${days} ${days === 1 ? 'day' : 'days'}`,
};
