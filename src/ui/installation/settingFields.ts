import type { Section, SettingName } from '../../core/installation/settings';
import { TERMS, type TermName } from '../../core/installation/terms';
import type { Option } from '../fields/Choose';

/** How a setting is asked for: what it is good for, and where it is one of a few. */
export interface AskedFor {
  help: string;
  options?: readonly Option[];
  isLong?: boolean;
  isPicture?: boolean;
  /** Only where another one says so. */
  when?: { setting: SettingName; is: string };
}

const LINES: readonly Option[] = [
  ['tls', 'TLS from the first byte'],
  ['starttls', 'TLS after a greeting (STARTTLS)'],
  ['none', 'none: only on this machine or a closed network'],
];

const imap = { setting: 'mailboxKind', is: 'imap' } as const;

const usual = (name: TermName, help: string): AskedFor => ({
  help: `${help} Empty: ${TERMS[name].usual}. From ${TERMS[name].least} to ${TERMS[name].most}.`,
});

export const ASKED: Readonly<Record<SettingName, AskedFor>> = {
  name: { help: 'Letters and public pages are signed with it.' },
  address: { help: 'As it stands below a letter.', isLong: true },
  contact: { help: 'People write there about their data; mail from Bookend comes from there.' },
  officer: { help: 'Name and address, if there is one. Letters name them.' },
  country: { help: 'Two letters. Its holidays and its authority count.' },
  zone: { help: 'Such as Europe/Copenhagen: where a day begins, and a due day ends.' },
  authority: { help: 'Empty: that of the country. In Germany that of your Land.', isLong: true },
  financialYearEnd: { help: 'Month and day, such as 12-31. What has to be kept is often counted from it.' },
  ownDomains: { help: 'With commas. Addresses there are colleagues, not customers.' },
  logo: { help: 'PNG, JPEG or WebP. Empty: your name stands there.', isPicture: true },
  accent: { help: 'Such as #1d4d42, dark enough to be read on paper. Empty: that of the house.' },
  languages: { help: 'With commas, such as da, en. The first one for whoever reads none of them. Empty: all four.' },
  sessionHours: usual('sessionHours', 'After it a colleague signs in again.'),
  identityHours: usual('identityHours', 'The person is told so in the message.'),
  handOverDays: usual('handOverDays', 'The person is told the day in the message.'),
  listDays: usual('listDays', 'Checked lists of addresses, exports, and files of imports that nobody took in.'),
  callLogDays: usual('callLogDays', 'What could not be told stays until somebody looked at it.'),
  formTries: usual('formTries', 'Requests and ways to the choices page.'),
  codeTries: usual('codeTries', 'Whoever guesses is stopped; a family behind one address should not be.'),
  signInTries: usual('signInTries', 'From wherever they come.'),
  askWithinDays: { help: 'After receipt, within which a question to the person stops the clock. Usually 5.' },
  requestYears: { help: 'After its answer a request’s own data goes. Usually 3.' },
  matterUrl: { help: 'Where your own register shows a matter, with {matter} in it. Empty: there is none.' },
  smtpUrl: { help: 'As one address.' },
  mailHost: { help: 'Such as mail.thornbury.example.' },
  mailPort: { help: 'Empty: the usual one, 465, 587 or 25.' },
  mailSecurity: { help: 'How the line is kept secret.', options: LINES },
  mailUser: { help: 'Empty: it asks for none.' },
  mailPassword: { help: 'Often one made for this program alone. Sealed.' },
  mailboxKind: {
    help: 'Where people’s messages about their data arrive.',
    options: [
      ['none', 'There is none: requests are opened by hand and on the form'],
      ['imap', 'On a mail server (IMAP)'],
      ['maildir', 'A Maildir that this server sees'],
    ],
  },
  mailboxPath: { help: 'A whole path, as this server sees it.', when: { setting: 'mailboxKind', is: 'maildir' } },
  imapHost: { help: 'Such as mail.thornbury.example.', when: imap },
  imapPort: { help: 'Empty: 993, or 143.', when: imap },
  imapSecurity: { help: 'How the line is kept secret.', options: LINES, when: imap },
  imapUser: { help: 'Whose mailbox it is.', when: imap },
  imapPassword: {
    help: 'Often one made for this program alone. With a sign-in service: its refresh token. Sealed.',
    when: imap,
  },
  imapFolder: { help: 'Empty: INBOX. Messages are neither moved nor marked.', when: imap },
  oauthUrl: { help: 'Where a refresh token is renewed (XOAUTH2). Empty: a password is used.', when: imap },
  oauthClient: { help: 'Its client id. Only with a sign-in service.', when: imap },
  oauthSecret: { help: 'Only where the sign-in service gave one. Sealed.', when: imap },
  baseUrl: { help: 'How people reach it, such as https://privacy.thornbury.example. Links in letters lead there.' },
  reach: {
    help:
      'Hosts, host:port, *.host for scans of sites, or whole paths of folders, one a line. A connection to anywhere ' +
      'else is refused, so that nobody sees this server’s files or network through one.',
    isLong: true,
  },
  origins: {
    help:
      'One a line, such as https://shop.thornbury.example. Pages there may record choices and sales, ask for standing and ' +
      'open requests from the visitor’s browser; the key they use is readable by everybody, so give it only what a page needs.',
    isLong: true,
  },
};

/** What each part is for, and what becomes of it where: the next time, or for what is there already. */
export const SECTION_WORDS: Readonly<Record<Section, { title: string; about: string; follows: readonly string[] }>> = {
  organisation: {
    title: 'Organisation',
    about: 'Who answers for the data. Letters, pages, holidays and the law of the establishment follow from it.',
    follows: [
      'Letters name you, your address, officer and authority from the next one on; what went stays as it went.',
      'Country and zone: open requests are counted by the new holidays and days the next time their clock is read.',
      'The financial year decides until when records stay, from the next erasure plan on; a plan that was approved is made anew.',
      'Mail from your domains is told from that of customers in the privacy mailbox.',
    ],
  },
  brand: {
    title: 'Letters and pages',
    about: 'What people outside see of you: on letters, packs and pages.',
    follows: [
      'Letters as PDF, cover letters and certificates carry logo and colour from the next time they are made; mails are plain.',
      'The pages on which people ask, see their choices, and fetch a pack show them at once.',
      'Languages: pages are offered in these alone. A letter is in the language of its request all the same.',
    ],
  },
  terms: {
    title: 'Terms and limits',
    about: 'How long Bookend keeps what is its own, and how often somebody may try.',
    follows: [
      'Sign-ins, codes and links that were given out keep the end they were given.',
      'Lists and exports go with the next day’s work, the log of webhooks at once.',
      'Limits hold at once, on every page; what was counted before stays counted.',
    ],
  },
  requests: {
    title: 'Requests',
    about: 'Terms of your own, within what the law leaves open.',
    follows: [
      'Days for a question: due days of open requests, the next time their clock is read.',
      'Years a request is kept: each closed request says its day; older ones go with the next day’s work.',
      'The matter register is linked from each request that names a matter.',
    ],
  },
  mail: {
    title: 'Outgoing mail',
    about: 'Letters, codes, invitations and reminders go out over it.',
    follows: [
      'Everything that waits to be sent goes over it from the next try on; nothing that waits is lost by a change.',
    ],
  },
  mailbox: {
    title: 'Privacy mailbox',
    about: 'Each message that comes in is proposed as a request, with its right, person and day. A colleague confirms.',
    follows: ['Messages of the new mailbox are read from its beginning; what was read in the old one stays as it is.'],
  },
  network: {
    title: 'Addresses',
    about: 'Where Bookend is found, and where it may go.',
    follows: [
      'Links in letters and mails lead to the address from the next one on; those that went keep the old one.',
      'Where systems may lie: the next search, erasure or try is refused elsewhere.',
      'Sites: pages in people’s browsers may call at once, or no more.',
    ],
  },
};
