import { authorityOf } from '../letters/authorities';
import { LANGUAGES, type Language } from '../letters/mailings';
import { termsOf, type Terms } from './terms';

/** The parts in which an installation is set up; each is saved, and has its history, as one. */
export const SECTIONS = ['organisation', 'brand', 'requests', 'terms', 'mail', 'mailbox', 'network'] as const;
export type Section = (typeof SECTIONS)[number];

interface KnownSetting {
  section: Section;
  /** As a colleague calls it. */
  label: string;
  /** The environment variable that says it too, and wins. */
  env: string | null;
  /** Kept sealed and never shown again. */
  isSecret?: true;
  /** A picture, as `data:`; its history names its size. */
  isPicture?: true;
}

/** Everything an administrator can set, and where whoever starts the program may say it instead. */
export const SETTINGS = {
  name: { section: 'organisation', label: 'Name', env: 'BOOKEND_ORGANISATION' },
  address: { section: 'organisation', label: 'Address', env: 'BOOKEND_ADDRESS' },
  contact: { section: 'organisation', label: 'Contact address', env: 'BOOKEND_CONTACT' },
  officer: { section: 'organisation', label: 'Data protection officer', env: null },
  country: { section: 'organisation', label: 'Established in', env: 'BOOKEND_COUNTRY' },
  zone: { section: 'organisation', label: 'Time zone', env: 'BOOKEND_ZONE' },
  authority: { section: 'organisation', label: 'Supervisory authority', env: 'BOOKEND_AUTHORITY' },
  financialYearEnd: { section: 'organisation', label: 'End of the financial year', env: 'BOOKEND_FINANCIAL_YEAR_END' },
  ownDomains: { section: 'organisation', label: 'Mail domains of colleagues', env: 'BOOKEND_OWN_DOMAINS' },
  logo: { section: 'brand', label: 'Logo', env: null, isPicture: true },
  accent: { section: 'brand', label: 'Colour', env: null },
  languages: { section: 'brand', label: 'Languages', env: null },
  askWithinDays: { section: 'requests', label: 'Days for a question', env: 'BOOKEND_ASK_WITHIN_DAYS' },
  requestYears: { section: 'requests', label: 'Years a request is kept', env: 'BOOKEND_REQUEST_YEARS' },
  matterUrl: { section: 'requests', label: 'Matter register', env: 'BOOKEND_MATTER_URL' },
  sessionHours: { section: 'terms', label: 'A sign-in lasts, hours', env: null },
  identityHours: { section: 'terms', label: 'A code to show who one is works, hours', env: null },
  handOverDays: { section: 'terms', label: 'A pack can be fetched, days', env: null },
  listDays: { section: 'terms', label: 'Lists and exports are kept, days', env: null },
  callLogDays: { section: 'terms', label: 'The log of webhooks is kept, days', env: null },
  formTries: { section: 'terms', label: 'Forms from one place, in ten minutes', env: null },
  codeTries: { section: 'terms', label: 'Codes and links tried from one place, in ten minutes', env: null },
  signInTries: { section: 'terms', label: 'Passwords tried for one account, in a quarter of an hour', env: null },
  smtpUrl: { section: 'mail', label: 'Mail server, as one address', env: 'BOOKEND_SMTP_URL', isSecret: true },
  mailHost: { section: 'mail', label: 'Mail server', env: null },
  mailPort: { section: 'mail', label: 'Port', env: null },
  mailSecurity: { section: 'mail', label: 'Encryption', env: null },
  mailUser: { section: 'mail', label: 'User', env: null },
  mailPassword: { section: 'mail', label: 'Password', env: null, isSecret: true },
  mailboxKind: { section: 'mailbox', label: 'Kind of mailbox', env: null },
  mailboxPath: { section: 'mailbox', label: 'Folder', env: 'BOOKEND_PRIVACY_MAILBOX' },
  imapHost: { section: 'mailbox', label: 'Mail server', env: null },
  imapPort: { section: 'mailbox', label: 'Port', env: null },
  imapSecurity: { section: 'mailbox', label: 'Encryption', env: null },
  imapUser: { section: 'mailbox', label: 'User', env: null },
  imapPassword: { section: 'mailbox', label: 'Password', env: null, isSecret: true },
  imapFolder: { section: 'mailbox', label: 'Folder on the server', env: null },
  oauthUrl: { section: 'mailbox', label: 'Sign-in service', env: null },
  oauthClient: { section: 'mailbox', label: 'Client of the sign-in service', env: null },
  oauthSecret: { section: 'mailbox', label: 'Secret of that client', env: null, isSecret: true },
  baseUrl: { section: 'network', label: 'Address of Bookend', env: 'BOOKEND_BASE_URL' },
  reach: { section: 'network', label: 'Where systems may lie', env: 'BOOKEND_REACH' },
  origins: { section: 'network', label: 'Sites whose pages may call the API', env: null },
} as const satisfies Record<string, KnownSetting>;

export type SettingName = keyof typeof SETTINGS;
export const SETTING_NAMES = Object.keys(SETTINGS) as SettingName[];
/** What is said, as text; what is not said is absent. */
export type Settings = Partial<Record<SettingName, string>>;

export const namesOf = (section: Section): SettingName[] =>
  SETTING_NAMES.filter((name) => SETTINGS[name].section === section);

export const isSecret = (name: SettingName): boolean => (SETTINGS[name] as KnownSetting).isSecret === true;

export const isPicture = (name: SettingName): boolean => (SETTINGS[name] as KnownSetting).isPicture === true;

/** Where a setting comes from: who started the program said it, an administrator did, nobody did. */
export type Origin = 'environment' | 'set' | 'default';

/** What each says, the strongest first: the environment, what an administrator set, what holds where nobody says it. */
export interface Layers {
  given: Settings;
  kept: Settings;
  fallback: Settings;
}

export function settingOf({ given, kept, fallback }: Layers, name: SettingName): { value: string; from: Origin } {
  if (given[name] !== undefined) return { value: given[name], from: 'environment' };
  if (kept[name] !== undefined && kept[name] !== '') return { value: kept[name], from: 'set' };
  return { value: fallback[name] ?? '', from: 'default' };
}

/** What the program works with. */
export interface Installation {
  /** Whose it is has been said: before that nothing is served but the way to say it. */
  isSetUp: boolean;
  organisation: {
    name: string;
    contact: string;
    address: string;
    officer: string | null;
    authority: string;
    zone: string;
    country: string;
    financialYearEnd: string;
    askWithinDays: number;
    ownDomains: string[];
    brand: Brand;
  };
  /** Address of the mail server; null: none was named. */
  smtpUrl: string | null;
  mailbox: Mailbox | null;
  baseUrl: string;
  reach: string[];
  /** Origins of sites whose pages may call the API from a browser. */
  origins: string[];
  requestYears: number;
  matterUrl: string | null;
  terms: Terms;
}

/** How letters and pages for people look, and what they are written in. */
export interface Brand {
  /** A PNG as `data:`; null: the name stands there alone. */
  logo: string | null;
  /** `#rrggbb`; null: the house's own. */
  accent: string | null;
  /** What pages are offered in; the first one where the visitor's is not among them. */
  languages: readonly Language[];
}

/** The mailbox people write to about their data. */
export type Mailbox =
  | { kind: 'maildir'; path: string }
  | {
      kind: 'imap';
      host: string;
      port: number;
      security: Security;
      user: string;
      /** With a sign-in service: its refresh token. */
      password: string;
      folder: string;
      oauthUrl?: string;
      oauthClient?: string;
      oauthSecret?: string;
    };

/** Where nobody said how it looks. */
export const HOUSE_BRAND: Brand = { logo: null, accent: null, languages: LANGUAGES };

export const SECURITIES = ['tls', 'starttls', 'none'] as const;
export type Security = (typeof SECURITIES)[number];

/** Days and years that hold where nobody says others. */
const USUAL = { askWithinDays: 5, requestYears: 3, financialYearEnd: '12-31', zone: 'UTC' };

/** @example installationOf({ given: {}, kept: { name: 'Thornbury Pottery' }, fallback: {} }).isSetUp // true */
export function installationOf(layers: Layers): Installation {
  const value = (name: SettingName) => settingOf(layers, name).value.trim();
  const list = (name: SettingName) =>
    value(name)
      .split(/[,\n]/)
      .map((one) => one.trim())
      .filter(Boolean);
  const country = value('country');
  return {
    isSetUp: value('name') !== '',
    organisation: {
      name: value('name'),
      contact: value('contact'),
      address: value('address'),
      officer: value('officer') || null,
      authority: value('authority') || authorityOf(country) || '',
      zone: value('zone') || USUAL.zone,
      country,
      financialYearEnd: value('financialYearEnd') || USUAL.financialYearEnd,
      askWithinDays: Number(value('askWithinDays') || USUAL.askWithinDays),
      ownDomains: list('ownDomains'),
      brand: {
        logo: value('logo') || null,
        accent: value('accent') || null,
        languages: languagesOf(list('languages')),
      },
    },
    smtpUrl: smtpUrlOf(layers),
    mailbox: mailboxOf(value),
    baseUrl: value('baseUrl').replace(/\/+$/, ''),
    reach: list('reach'),
    origins: list('origins'),
    requestYears: Number(value('requestYears') || USUAL.requestYears),
    matterUrl: value('matterUrl') || null,
    terms: termsOf(value),
  };
}

/** Nobody said: all of them. */
function languagesOf(said: readonly string[]): readonly Language[] {
  const known = said.filter((one): one is Language => LANGUAGES.some((language) => language === one));
  return known.length > 0 ? known : LANGUAGES;
}

/** What was given as one address wins over the parts of a form; the address that holds where nobody says one comes last. */
function smtpUrlOf({ given, kept, fallback }: Layers): string | null {
  if (given.smtpUrl) return given.smtpUrl;
  if (kept.mailHost) return smtpAddress(kept);
  return fallback.smtpUrl ?? null;
}

const DEFAULT_PORTS: Readonly<Record<Security, string>> = { tls: '465', starttls: '587', none: '25' };

/**
 * The address of a mail server, from the parts that a form asks for.
 *
 * @example smtpAddress({ mailHost: 'mail.example', mailSecurity: 'starttls' }) // 'smtp://mail.example:587?requireTLS=true'
 */
export function smtpAddress(settings: Settings): string {
  const security = (settings.mailSecurity || 'starttls') as Security;
  const user = settings.mailUser
    ? `${encodeURIComponent(settings.mailUser)}:${encodeURIComponent(settings.mailPassword ?? '')}@`
    : '';
  const scheme = security === 'tls' ? 'smtps' : 'smtp';
  const rule = { tls: '', starttls: '?requireTLS=true', none: '?ignoreTLS=true' }[security];
  return `${scheme}://${user}${settings.mailHost}:${settings.mailPort || DEFAULT_PORTS[security]}${rule}`;
}

const IMAP_PORTS: Readonly<Record<Security, number>> = { tls: 993, starttls: 143, none: 143 };

/** What is set as a folder by whoever started the program is a folder, whatever the form says. */
export function mailboxOf(value: (name: SettingName) => string): Mailbox | null {
  const kind = value('mailboxKind') || (value('mailboxPath') ? 'maildir' : 'none');
  if (kind === 'maildir') return value('mailboxPath') ? { kind, path: value('mailboxPath') } : null;
  if (kind !== 'imap' || !value('imapHost')) return null;
  const security = (value('imapSecurity') || 'tls') as Security;
  return {
    kind,
    host: value('imapHost'),
    port: Number(value('imapPort') || IMAP_PORTS[security]),
    security,
    user: value('imapUser'),
    password: value('imapPassword'),
    folder: value('imapFolder') || 'INBOX',
    ...(value('oauthUrl')
      ? { oauthUrl: value('oauthUrl'), oauthClient: value('oauthClient'), oauthSecret: value('oauthSecret') }
      : {}),
  };
}
