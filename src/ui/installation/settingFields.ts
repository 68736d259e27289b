import type { SettingName } from '../../core/installation/settings';
import type { Option } from '../fields/Choose';

/** How a setting is asked for: what it is good for, and where it is one of a few. */
export interface AskedFor {
  help: string;
  options?: readonly Option[];
  isLong?: boolean;
  /** Only where another one says so. */
  when?: { setting: SettingName; is: string };
}

const LINES: readonly Option[] = [
  ['tls', 'TLS from the first byte'],
  ['starttls', 'TLS after a greeting (STARTTLS)'],
  ['none', 'none: only on this machine or a closed network'],
];

const imap = { setting: 'mailboxKind', is: 'imap' } as const;

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
  imapPassword: { help: 'Often one made for this program alone. Sealed.', when: imap },
  imapFolder: { help: 'Empty: INBOX. Messages are neither moved nor marked.', when: imap },
  baseUrl: { help: 'How people reach it, such as https://privacy.thornbury.example. Links in letters lead there.' },
  reach: {
    help:
      'Hosts, host:port, or whole paths of folders, one a line. A connection to anywhere else is refused, so that ' +
      'nobody sees this server’s files or network through one.',
    isLong: true,
  },
  origins: {
    help:
      'One a line, such as https://shop.thornbury.example. Pages there may record choices and sales, ask for standing and ' +
      'open requests from the visitor’s browser; the key they use is readable by everybody, so give it only what a page needs.',
    isLong: true,
  },
};

export const SECTION_WORDS = {
  organisation: {
    title: 'Organisation',
    about: 'Who answers for the data. Letters, pages, holidays and the law of the establishment follow from it.',
  },
  requests: { title: 'Requests', about: 'Terms of your own, within what the law leaves open.' },
  mail: { title: 'Outgoing mail', about: 'Letters, codes, invitations and reminders go out over it.' },
  mailbox: {
    title: 'Privacy mailbox',
    about: 'Each message that comes in is proposed as a request, with its right, person and day. A colleague confirms.',
  },
  network: { title: 'Addresses', about: 'Where Bookend is found, and where it may go.' },
} as const;
