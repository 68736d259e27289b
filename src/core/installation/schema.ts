import * as yup from 'yup';
import { isCountry, isZone } from '../shared/places';
import { ownPassword } from '../access/schema';
import { LANGUAGES } from '../letters/mailings';
import { contrastOf, LEAST_CONTRAST } from '../shared/contrast';
import { SECTIONS, SECURITIES, type Section } from './settings';
import { TERM_NAMES, TERMS, type TermName } from './terms';

const text = (most: number) => yup.string().trim().max(most, `At most ${most} characters.`).default('');
const needed = (most: number, say: string) => text(most).required(say);
const EMAIL = 'An address such as privacy@thornbury.example';

const name = needed(120, 'Letters and pages are signed with it.');
const address = needed(300, 'Letters have to say where you are.');
const contact = text(320).lowercase().email(EMAIL).required('People write to it; letters come from it.');
const country = text(2)
  .uppercase()
  .required('Whose law binds you?')
  .test('country', 'Two letters of a country, such as DK.', (value) => !value || isCountry(value));
const zone = needed(60, 'Where do your days begin?').test(
  'zone',
  'A time zone such as Europe/Copenhagen.',
  (value) => !value || isZone(value),
);

const port = text(5).test('port', 'A number from 1 to 65535.', (value) => !value || isPort(value));
const security = text(10).oneOf(['', ...SECURITIES], 'Choose how the line is kept secret.');
const host = text(253).matches(/^([a-z0-9.:_-]+)?$/i, 'A host such as mail.thornbury.example, without a scheme.');

/** A day every year has: the 29th of February would not end three of four. */
const yearEnd = text(5)
  .matches(/^((0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01]))?$/, 'A month and a day, such as 12-31.')
  .test('day', 'Every year has to have that day.', (value) => {
    if (!value) return true;
    const [month, day] = value.split('-').map(Number);
    return day! <= [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month! - 1]!;
  });

/** Letters of the address of a picture: about 400 kB of it. */
const MOST_LOGO = 560_000;
const PAPER = '#ffffff';

/** It is written with on paper: it has to be readable there. */
const accent = text(7)
  .lowercase()
  .matches(/^(#[0-9a-f]{6})?$/, 'Six digits, such as #1d4d42.')
  .test('contrast', (value, { createError }) => {
    if (!value || !/^#[0-9a-f]{6}$/.test(value)) return true;
    const ratio = contrastOf(value, PAPER);
    return (
      ratio >= LEAST_CONTRAST ||
      createError({ message: `Too light to be read on paper: ${ratio.toFixed(1)} : 1 of ${LEAST_CONTRAST} : 1.` })
    );
  });

const term = (name: TermName) => {
  const { least, most } = TERMS[name];
  return text(4).test('number', `A number from ${least} to ${most}.`, (value) => {
    if (!value) return true;
    return /^\d+$/.test(value) && Number(value) >= least && Number(value) <= most;
  });
};
type Term = ReturnType<typeof term>;

/** What each part of the setup asks. */
export const SECTION_SCHEMAS = {
  organisation: yup.object({
    name,
    address,
    contact,
    officer: text(300),
    country,
    zone,
    authority: text(300),
    financialYearEnd: yearEnd,
    ownDomains: text(1000).matches(
      /^([a-z0-9.-]+(\s*,\s*[a-z0-9.-]+)*)?$/i,
      'Domains with commas, such as a.example, b.example.',
    ),
  }),
  brand: yup.object({
    logo: text(MOST_LOGO).matches(
      /^(data:image\/(png|jpeg|webp);base64,[a-z0-9+/=]+)?$/i,
      'A PNG, JPEG or WebP picture.',
    ),
    accent,
    languages: text(40)
      .lowercase()
      .matches(/^([a-z]{2}(\s*,\s*[a-z]{2})*)?$/, 'Two letters each, with commas, such as da, en.')
      .test('known', `Bookend speaks ${LANGUAGES.join(', ')}.`, (value) =>
        (value ?? '')
          .split(',')
          .map((one) => one.trim())
          .filter(Boolean)
          .every((one) => LANGUAGES.some((language) => language === one)),
      ),
  }),
  terms: yup.object(Object.fromEntries(TERM_NAMES.map((name) => [name, term(name)])) as Record<TermName, Term>),
  requests: yup.object({
    askWithinDays: text(2).matches(/^(\d|1[0-4])?$/, 'A number of days up to 14.'),
    requestYears: text(2).matches(/^([1-9]|[12]\d|30)?$/, 'A number of years from 1 to 30.'),
    matterUrl: text(500).matches(/^(https?:\/\/.*\{matter\}.*)?$/, 'An address that holds {matter}.'),
  }),
  mail: yup.object({
    mailHost: host.required('Which server sends your mail?'),
    mailPort: port,
    mailSecurity: security,
    mailUser: text(320),
    mailPassword: text(500),
  }),
  mailbox: yup.object({
    mailboxKind: text(10).oneOf(['', 'none', 'imap', 'maildir'], 'Choose where it lies.'),
    mailboxPath: text(500).when('mailboxKind', ([kind], schema) =>
      kind === 'maildir' ? schema.matches(/^\//, 'A whole path, beginning with /.') : schema,
    ),
    imapHost: host.when('mailboxKind', ([kind], schema) =>
      kind === 'imap' ? schema.required('On which server does it lie?') : schema,
    ),
    imapPort: port,
    imapSecurity: security,
    imapUser: text(320).when('mailboxKind', ([kind], schema) =>
      kind === 'imap' ? schema.required('Whose mailbox is it?') : schema,
    ),
    imapPassword: text(500),
    imapFolder: text(200),
    oauthUrl: text(500).matches(
      /^(https:\/\/[^\s?#]+|http:\/\/(localhost|127\.\d+\.\d+\.\d+)(:\d+)?(\/[^\s?#]*)?)?$/,
      'An address such as https://login.thornbury.example/token.',
    ),
    oauthClient: text(500),
    oauthSecret: text(500),
  }),
  network: yup.object({
    baseUrl: text(300).matches(
      /^(https?:\/\/[^\s/?#]+)?$/,
      'An address such as https://privacy.thornbury.example, without a path.',
    ),
    reach: text(4000).test(
      'places',
      'Hosts, host:port, *.host for scans of sites, or whole paths, one a line.',
      (value) =>
        (value ?? '')
          .split(/[,\n]/)
          .map((one) => one.trim())
          .filter(Boolean)
          .every((place) => /^\/\S*$/.test(place) || /^(\*\.)?[a-z0-9.-]+(:\d+)?$/i.test(place)),
    ),
    origins: text(2000).test('origins', 'Origins such as https://shop.thornbury.example, one a line.', (value) =>
      (value ?? '')
        .split(/[,\n]/)
        .map((one) => one.trim())
        .filter(Boolean)
        .every(isOrigin),
    ),
  }),
} satisfies Record<Section, yup.AnyObject>;

export const saveSettingsInput = yup
  .object({
    section: yup.string().oneOf(SECTIONS).required(),
    values: yup
      .mixed<Record<string, string>>(
        (value): value is Record<string, string> =>
          typeof value === 'object' && value !== null && Object.values(value).every((one) => typeof one === 'string'),
      )
      .required(),
  })
  .noUnknown();
export type SaveSettings = yup.InferType<typeof saveSettingsInput>;

export const wordInput = yup
  .object({ word: yup.string().trim().lowercase().max(40).required('Type the word from the message.') })
  .noUnknown();

/** What the first person is asked: who they are, and whose installation it is. */
export const firstSchema = yup
  .object({
    token: yup.string().max(200).defined(),
    yourName: needed(120, 'How do colleagues call you?'),
    yourEmail: text(320).lowercase().email(EMAIL).required('You sign in with it.'),
    password: ownPassword(),
    name,
    address,
    contact,
    country,
    zone,
  })
  .noUnknown();
export type First = yup.InferType<typeof firstSchema>;

/** As a browser says it: nothing behind the host, small letters, no port that is the usual one. */
function isOrigin(text: string): boolean {
  try {
    const url = new URL(text);
    return /^https?:$/.test(url.protocol) && url.origin === text;
  } catch {
    return false;
  }
}

function isPort(text: string): boolean {
  return /^\d+$/.test(text) && Number(text) > 0 && Number(text) < 65_536;
}
