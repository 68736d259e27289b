import { sayLaw } from '../clock/lawNames';
import { sayDay } from '../shared/days';
import { SETTINGS } from '../installation/settings';
import { sayIn, type Words } from './catalogue';
import type { Refusal } from './everyRefusal';

export type { Refusal } from './everyRefusal';

const text = (value: unknown): string => String(value ?? '');
const day = (value: unknown): string =>
  typeof value === 'string' && /^\d{4}-\d{2}-\d{2}/.test(value) ? sayDay(value.slice(0, 10)) : text(value);

/** What happened, with the value, and what would be accepted. One place for every refusal's words. */
const KIND_WORDS: Record<string, string> = {
  email: 'e-mail address',
  phone: 'telephone number',
  'customer-number': 'card or customer number',
};

const WORDS: Words<Refusal> = {
  'not-allowed': () => 'Your role may not do this. Nothing was changed.',
  'not-found': () => 'There is no such thing, or it is not yours to see.',
  'request-closed': () => 'This request is closed. Nothing was changed.',
  'sign-in-wrong': () => 'Address or password is wrong.',
  'unknown-regime': (v) => `There is no law “${v.regime}”.`,
  'received-in-the-future': (v) =>
    `It cannot have been received in the future (${day(v.receivedAt)}). Today is ${day(v.now)}.`,
  'event-before-receipt': (v) => `${v.kind} cannot lie before the day of receipt.`,
  'event-in-the-future': (v) => `${v.kind} cannot lie in the future.`,
  'event-without-its-pair': (v) => `${v.kind} needs an open ${v.needs} before it.`,
  'event-twice': (v) => `${v.kind} is on the clock already.`,
  'event-after-answer': (v) => `${v.kind} cannot come after the answer.`,
  'extension-without-reason': () => 'An extension needs its reason: the person is told it.',
  'extension-not-allowed': (v) => `${sayLaw(v.regime)} has no extension for ${v.right}.`,
  'extension-too-late': (v) => `The last day to announce an extension was ${day(v.extendBy)}.`,
  'extension-needs-until': () => 'This law leaves the length open: say until which day.',
  'extension-until-too-early': (v) => `The extension has to end after ${day(v.dueOn)}.`,
  'regime-not-in-force': (v) =>
    `${sayLaw(v.regime)} is in force from ${day(v.from)}; this was received ${day(v.receivedOn)}.`,
  'no-regime': () => 'Name at least one law.',
  'no-law-found': () => 'No law of the table binds this request. Somebody has to look which one does, and choose it.',
  'letter-on-its-way': (v) => `A letter that says so is on its way already (${v.kind}); it counts when it has left.`,
  'law-unknown': () => 'There is no such law in the table.',
  'law-breaks-requests': (v) => `What stands on the clock of ${v.refs.join(', ')} would not be allowed by this row.`,
  'no-appeal': (v) => `${sayLaw(v.regime)} knows no appeal to us; the person may go to the authority.`,
  'appeal-before-answer': () => 'An appeal can only follow an answer.',
  'address-not-on-file': () => 'A code goes only to an address that is already on file.',
  'acknowledged-already': () => 'Receipt was acknowledged already.',
  'no-choice-right': (v) => `${v.right} is not carried out as choices.`,
  'nothing-chosen': () => 'Nothing was chosen to be done.',
  'no-identifier': () =>
    'Neither an e-mail nor a phone number is known: there is nothing a choice could be recorded under.',
  'carried-out-already': () => 'This was carried out already.',
  'not-theirs': () => 'Only a record that is theirs can be changed.',
  'no-such-field': (v) => `There is no field ${v.field}.`,
  'acts-open': (v) => `${v.count} changes are still on their way.`,
  'helpers-open': (v) =>
    `${v.count} owners of systems have not answered yet. Wait, or go on without them: the letter will say so.`,
  'task-too-late': () => 'This request is decided already; nothing can join it any more. Write to the privacy team.',
  'task-needed': () => 'Only its owner can remove this; the erasure cannot go on without.',
  'template-without-subject': () => 'The first line is the subject; it is empty.',
  'template-unknown-field': (v) => `There is no field “${v.field}” in this letter. There are: ${v.known.join(', ')}.`,
  'template-lacks-field': (v) => `This letter has to say “${v.field}”: the law asks for it.`,
  'words-too-long': (v) => `At most ${v.most} characters.`,
  'template-too-long': (v) => `At most ${v.most} characters.`,
  'nothing-to-redact': () => 'This record has no running text to redact.',
  'nothing-changed': () => 'Law and day of receipt are what they were. Nothing was changed.',
  'no-open-appeal': () => 'No appeal is open.',
  'request-open': () => 'This request is open.',
  'person-gone': () => 'The personal data of this request is gone; it cannot be worked on again.',
  'note-stays': () => 'A note can be taken back for ten minutes, by whoever wrote it. Write another one.',
  'cannot-own': () => 'This colleague may not work on requests.',
  'cannot-join': () => 'Only an older open request of the same person for the same right can be joined.',
  'proposal-gone': () => 'A colleague was quicker: this message is dealt with.',
  'authority-not-needed': () => 'Nobody else asks here, or it was shown already.',
  'facts-not-enough-here': () => 'Data of special categories would be handed over: a code or a document is needed.',
  'facts-used-up': () => 'Three tries failed. Mail a code or look at a document.',
  'too-few-facts': (v) => `Ask for at least ${v.needed} things.`,
  'nothing-on-file': () => 'Nothing of this kind is on file to compare with. No try was used up.',
  'status-unknown': () => 'Reference and word do not belong together.',
  'identity-proven-already': () => 'Identity is proven already.',
  'identity-not-proven': () => 'Identity has to be proven first.',
  'identity-not-by-document': () =>
    'Only what a colleague saw can be taken back; a code or facts are proof by themselves.',
  'identity-rested-on': () => 'The trace or the decision rests on it already. Nothing was changed.',
  'identity-not-failed': () => 'Ask for proof of identity first; a refusal follows only when it fails.',
  'no-address': () => 'There is no address to answer to. Add one, or answer on paper.',
  'trace-running': () => 'A trace is running already.',
  'trace-not-finished': () => 'The trace is not finished.',
  'already-decided': () => 'This request is decided; what it rests on can no longer change.',
  'matches-undecided': (v) => `${v.count} matches have no verdict yet.`,
  'recipients-untold': (v) => `Still to be told of it: ${v.names.join(', ')}.`,
  'trace-not-running': () => 'No trace is running.',
  'trace-not-stopped': () => 'The trace was not stopped.',
  'read-already': () => 'A second reader has read it already.',
  'step-not-failed': () => 'This system has not failed.',
  'not-decided': () => 'Decide first.',
  'pack-building': () => 'The pack is being built.',
  'pack-not-ready': () => 'The pack is not ready.',
  'no-pack-for-right': (v) => `There is no pack for ${v.right}.`,
  'not-an-erasure': () => 'Only an erasure has a plan.',
  'plan-running': () => 'The plan is being carried out.',
  'no-plan': () => 'Make the plan first.',
  'no-trace': () => 'Trace first.',
  'plan-changed': () =>
    'Worked out again, the plan has other lines. Make it anew and look at it again. Nothing was erased.',
  'small-cohort': (v) =>
    (v.k === null
      ? 'How many records look alike after anonymising is not known'
      : `Only ${v.k} records look alike after anonymising`) + `. Say why that is acceptable. Nothing was erased.`,
  'letter-sent-already': () => 'This letter has gone out already.',
  'letter-gone': () => 'The words of this letter are gone.',
  'register-incomplete': (v) =>
    `The register does not say yet: ${v.missing.join('; ')}. Have it said, or let the letter say that it is missing.`,
  'own-always-searched': () => 'Bookend itself is searched in every request.',
  'webhook-held': (v) => `It is not taken as it is: ${v.reasons.join(' ')}`,
  'open-requests': (v) =>
    `Something else of this person is still to be answered, and would be destroyed: ` +
    `${v.refs.join(', ')}. Answer or join it first. Nothing was erased.`,
  'reference-wrong': (v) => `Type ${v.expected} exactly. Nothing was erased.`,
  'circle-cannot-be-broken': (v) => `These records hold each other and cannot be deleted one by one: ${v.records}.`,
  'cannot-be-done': (v) => `${v.record} cannot be changed through its connection.`,
  'file-empty': () => 'The file is empty. Nothing was imported.',
  'columns-missing': (v) =>
    `Columns are missing: ${v.missing.join(', ')}. Files of this source have ` +
    `${v.expected.join(', ')}. Nothing was imported.`,
  'file-damaged': () =>
    'The workbook cannot be read: it is damaged, protected, or unpacks to more than is taken. Save it as ' +
    'CSV and try again. Nothing was imported.',
  'file-too-large': (v) =>
    `The file is larger than ${Math.round(Number(v.most) / 1e6)} MB, the most that is taken. Nothing was imported.`,
  'mapping-incomplete': (v) => `Say which column holds: ${v.missing.join(', ')}.`,
  'unknown-mapping': (v) =>
    v.mapping
      ? `This source has no mapping “${v.mapping}”.`
      : 'No mapping of this source fits the file. Take it in on the page once and say which column is what.',
  'line-not-held': () => 'This line is not in quarantine any more.',
  'import-not-finished': () => 'Wait until the import is finished.',
  'unknown-purpose': (v) => `There is no purpose “${v.purpose}”.`,
  'identifier-unreadable': (v) => `This cannot be read as ${v.kind === 'email' ? 'an e-mail address' : `a ${v.kind}`}.`,
  'cursor-unreadable': () => 'This is no cursor of ours. Begin again without one.',
  'export-not-ready': () => 'The file is not ready yet.',
  'no-such-head': (v) => `There is no signed head of ${v.size} folios.`,
  'no-witness': () => 'No witness is set up: BOOKEND_WITNESS or BOOKEND_WITNESS_MAIL.',
  'nothing-to-rotate': () =>
    'Every data key is under the newest master key already. Add one first: ./bookend keys new-master.',
  'run-ended': () => 'It has come to its end already: there is nothing to stop.',
  'rotation-running': () => 'A rotation is running already.',
  'reason-missing': () => 'Say why, in a few words: it stands in the trail.',
  'own-export': () => 'Another administrator has to agree; you asked for it yourself.',
  'export-approved-already': () => 'This was agreed to already.',
  'export-not-approved': () => 'Another administrator has to agree first.',
  'export-fetched': () => 'This copy was fetched already. Ask for another.',
  'passphrase-short': (v) => `The passphrase needs at least ${v.least} characters.`,
  'retention-runs': (v) =>
    `What proves a choice is kept at least a year: the latest day is ${day(v.earliest)}. Nothing was removed.`,
  'count-wrong': (v) => `Type ${v.expected}, the number of parts that would go. Nothing was removed.`,
  'result-not-ready': () => 'The answers are not ready yet.',
  'draft-empty': () => 'The draft is empty.',
  'drift-other-way': (v) => `${v.count} of these differ the other way. Nothing was changed.`,
  'drift-changed': (v) => `There are ${v.expected} now. Look again before you go on. Nothing was changed.`,
  'webhook-unknown': () => 'No webhook is set up for this system, or its headers are missing.',
  'signature-wrong': () => 'The signature does not fit. Nothing was recorded.',
  'timestamp-off': () => 'This message is older than five minutes, or from the future. Nothing was recorded.',
  'webhook-invalid': (v) => v.problems.join(' '),
  'identifier-of-another-kind': (v) =>
    `That is no ${KIND_WORDS[v.kind] ?? v.kind}` +
    `${
      v.looks === 'nothing'
        ? ''
        : `; it looks like ` + `${v.looks === 'email' ? 'an e-mail address' : `a ${KIND_WORDS[v.looks] ?? ''}`}`
    }` +
    `. Choose the right kind, or correct it. Nothing was recorded.`,
  'not-in-script': () => 'This script does not ask about that. Read the one that does.',
  'purpose-in-the-past': () =>
    'A version holds from now on or later; what people answered before stays read by the rules of its time.',
  'parent-unknown': (v) => `There is no purpose “${v.parent}” to belong to.`,
  'purpose-circle': (v) => `“${v.parent}” belongs to this purpose itself.`,
  'same-person': () => 'These are one identity already.',
  'linked-already': () => 'They are linked already.',
  'not-linked': () => 'They are not linked.',
  'code-needed': () => 'Type the code from the mail first.',
  'purpose-not-open': () => 'This cannot be chosen: it is needed for what you asked us for.',
  'choice-held': () =>
    'We could not tell whose choice this is, because several people share the address. Nothing was ' +
    'changed; write to us and we put it right.',
  'unknown-system': () => 'Choose the system that the file comes from.',
  'import-already-started': () => 'This import was started already.',
  'cannot-lock-yourself-out': () => 'You cannot keep yourself out.',
  'account-link-gone': () => 'This address was used, has run out, or a newer one has taken its place. Ask for another.',
  'password-named': () => 'Your name or address is no password. Choose something nobody else would think of.',
  'password-before-wrong': () => 'That is not your password until now.',
  'email-known': () => 'Somebody with this address works here already.',
  'last-administrator': () => 'Somebody has to stay an administrator: nobody could let anybody in any more.',
  'own-roles': () => 'Another administrator changes your roles.',
  'no-such-system': () => 'Choose the system whose calls they are.',
  'wording-in-the-past': () => 'It cannot hold from a day that is over: what was shown then was shown.',
  'wording-unchanged': () => 'These are the words of the version before. Nothing was published.',
  'ask-without-purpose': () => 'Say what it asks for: an answer to nothing permits nothing.',
  'wording-purpose-unknown': (v) => `There is no purpose “${v.purpose}”.`,
  'wording-unfair': (v) =>
    `${v.faults === 1 ? 'A fault is' : `${v.faults} faults are`} left. An unfair question gets no answer that holds.`,
  'wording-doubtful': (v) =>
    `${v.doubts === 1 ? 'A doubt is' : `${v.doubts} doubts are`} left. Say why, or write it otherwise.`,
  'test-address-unreadable': () => 'That is no e-mail address. Take one that stands in this system.',
  'take-over-unreadable': () => 'The file cannot be read as a table. Save it as CSV or XLSX and choose it again.',
  'take-over-too-many': (v) => `The file has ${v.lines} lines; ${v.most} can be taken over at once. Cut it in pieces.`,
  'take-over-lacks': (v) => v.problems.join(' '),
  'webhook-out-of-reach': (v) =>
    `Bookend may not reach ${v.host}. List the place under Setup → Addresses first (or in BOOKEND_REACH).`,
  'site-known': (v) => `There is a site “${v.id}” already.`,
  'site-closed': () => 'This site was taken out of use.',
  'notice-known': (v) => `There is a notice “${v.id}” already.`,
  'notice-saved-meanwhile': () =>
    'Somebody saved this notice meanwhile. Copy what you wrote, load the page anew and put it in there.',
  'notice-not-in-review': () =>
    'Ask for a review first: somebody else looks at it, then it is published or given back.',
  'notice-second-person': () => 'You wrote this text: somebody else has to look at it and publish it.',
  'notice-unsure': (v) => `Nobody is sure yet about: ${v.questions}. Answer that first; a notice does not guess.`,
  'notice-language-missing': (v) =>
    v.language === 'any'
      ? 'It has no words yet.'
      : `It has no words in the language “${v.language}”, in which people are told.`,
  'notice-untrue': (v) =>
    `${v.findings === 1 ? 'One finding is' : `${v.findings} findings are`} left. Mend the sentence, or say why it is right.`,
  'notice-unchanged': () => 'Nothing in it differs from the version that is published.',
  'notice-without-address': () => 'This notice is written here; there is no page to read.',
  'notice-reading': () => 'The page is being read already.',
  'notice-file-unread': () =>
    'No words could be read from this file. Save it as PDF, DOCX, HTML or text and choose it again.',
  'notice-nobody-to-tell': () => 'Nobody chose under an earlier version: there is nobody to tell.',
  'notice-told-already': () => 'People were told of this version already; nobody is told twice.',
  'scan-running': () => 'A scan of this site runs already.',
  'try-running': () => 'A page of this site is being tried already.',
  'try-elsewhere': () => 'That page is on no origin of this site.',
  'scan-sign-in-elsewhere': () => 'The sign-in is on another site than this one: a password is not taken there.',
  'scan-sign-in-incomplete': () => 'Say as whom to sign in, and the password for this form.',
  'site-ask-unknown': (v) => `There is no ask “${v.ask}” that names purposes.`,
  'site-purpose-unknown': (v) => `There is no purpose “${v.purpose}”.`,
  'panel-unknown': () => 'No panel is shown here.',
  'panel-origin': () => 'Answers are taken from pages of the site alone.',
  'panel-version': (v) => `Version ${v.version} of this ask was never shown.`,
  'panel-purpose': (v) => `This ask does not ask about “${v.purpose}”.`,
  'webhook-known': () => 'This address is told already.',
  'webhook-busy': () => 'Something else is being sent there, or nothing is sent for now. See its calls.',
  'set-by-environment': (v) =>
    `Whoever started Bookend says this (${SETTINGS[v.setting].env}); it can be changed there only. Nothing was saved.`,
  'secret-again': () => 'This leads to another place: the password has to be given again. Nothing was saved.',
  'mail-not-set': () => 'Say first which server sends your mail.',
  'mail-failed': (v) => `The mail server did not take the message (${v.said}). ${adviceOnMail(v.said)}`,
  'word-wrong': () => 'That is not the word of the last message.',
  'mailbox-not-set': () => 'Say first where the mailbox lies.',
  'mailbox-failed': (v) => `The mailbox cannot be opened (${v.said}). ${adviceOnMailbox(v.said)}`,
  'first-taken': () => 'Somebody was quicker: this Bookend has its first administrator. They can invite you.',
  'first-unknown': () =>
    'This address has run out, or a newer one has taken its place. Start Bookend again for another.',
  'purposes-there': () => 'Something was said already; purposes are added and changed on their own page.',
  'no-such-place': (v) => `There is no “${v.place}” in this system. Choose one of what was read there.`,
  'rule-there': () => 'There is a rule for these records from this day already. Remove it first.',
  'settings-wrong': (v) => Object.values(v.problems).join(' '),
  'fields-unconfirmed': (v) =>
    `${v.count} fields seem to hold something of a person and nobody has said whether they do. ` +
    `Confirm them first, so that the search is not blind.`,
  'declared-there': () => 'Only what was said by hand can be taken back. Say that it is not followed instead.',
  'not-read': () => 'Read what is there first.',
  'inactive-unknown': () => 'Choose a field that is there and says who is no longer active.',
  'system-unreachable': (v) => v.message,
  'shop-answer-wrong': () => 'The shop’s answer could not be read as its own. Sign in there once more.',
  'signed-in-as-other': () => 'You signed in as somebody whose data this request is not about.',
  'link-unknown': () => 'This link is not one of ours, or a newer one has taken its place.',
  'link-expired': () => 'This link has expired. Write to us and we send a new one.',
  'link-used': () => 'This link has been used. Write to us if you still need something.',
  'tries-used-up': () => 'Too many wrong tries. This page is closed; write to us and we help you another way.',
  'code-wrong': (v) => `This is not the code. ${v.left} ${v.left === 1 ? 'try' : 'tries'} left.`,
  'secret-wrong': (v) => `This is not the word. ${v.left} ${v.left === 1 ? 'try' : 'tries'} left.`,
  'too-many': () => 'Too many tries from here. Wait a few minutes.',
};

/** What to try, by what a mail server or the line to it said. */
function adviceOnMail(said: string): string {
  if (/EAUTH|535/.test(said)) return 'It refuses user or password; many servers want a password made for this program.';
  if (/ENOTFOUND|EDNS|EAI/.test(said)) return 'No server has that name. Look whether it is written rightly.';
  if (/ECONN|ETIMEDOUT|ESOCKET|EHOST|ENET/.test(said))
    return 'Nobody answers there. Check the port, and that this server may reach it through the firewall.';
  if (/ETLS|CERT|SSL/.test(said)) return 'The line could not be kept secret. Choose another kind of encryption.';
  if (/55\d/.test(said)) return 'It does not want mail from this sender or to this address.';
  return 'Look into the mail server’s own log.';
}

function adviceOnMailbox(said: string): string {
  if (said === 'not-allowed') return 'Check user and password; many servers want a password made for this program.';
  if (said === 'wrong-answer') return 'Check the name of the folder: servers write it in their own way.';
  if (said === 'ENOENT') return 'There is no Maildir at that path, or this server does not see it.';
  if (said === 'EACCES') return 'Give the account that Bookend runs as the right to read it.';
  return 'Check server, port and encryption, and that this server may reach it through the firewall.';
}

/** The words for a refusal. One without words, or with a value that it does not have, does not compile. */
export function sayRefusal(refusal: Refusal): string {
  return sayIn(WORDS, refusal);
}

/** The words for a refusal of which only the code was kept, such as why a file could not be read. */
export function sayKeptCode(code: string): string {
  const words = (WORDS as Record<string, ((v: object) => string) | undefined>)[code];
  return words?.({ missing: [], expected: [] }) ?? `The cause is “${code}”.`;
}
