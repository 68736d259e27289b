import { installationOf } from '../core/installation/settings';
import { readConfig } from './config';

const test1: NodeJS.ProcessEnv = {
  NODE_ENV: 'test',
  DATABASE_URL: 'postgres://127.0.0.1/x',
  BOOKEND_MODE: 'test',
  BOOKEND_KEY_FILE: '/x',
};
const production: NodeJS.ProcessEnv = { ...test1, NODE_ENV: 'production', BOOKEND_MODE: 'production' };

test.each([
  ['a zone that does not exist', { BOOKEND_ZONE: 'Europe/Kopenhavn' }, /BOOKEND_ZONE/],
  ['a country that does not exist', { BOOKEND_COUNTRY: 'XQ' }, /BOOKEND_COUNTRY/],
  ['a country that is a word', { BOOKEND_COUNTRY: 'Denmark' }, /BOOKEND_COUNTRY/],
  ['a day that no year has', { BOOKEND_FINANCIAL_YEAR_END: '13-01' }, /BOOKEND_FINANCIAL_YEAR_END/],
  ['proxies that are no number', { BOOKEND_PROXIES: 'two' }, /BOOKEND_PROXIES/],
])('%s is an error at the start that names the setting', (_what, more, message) =>
  expect(() => readConfig({ ...test1, ...more })).toThrow(message),
);

test('in production nothing falls back to another organisation: it is said there or in Setup', () => {
  const { given, fallback } = readConfig({ ...production, BOOKEND_STORAGE: '/s', BOOKEND_ZONE: 'Europe/Paris' });
  expect(given).toEqual({ zone: 'Europe/Paris' });
  expect(fallback.name).toBeUndefined();
  expect(fallback.smtpUrl).toBeUndefined();
  expect(installationOf({ given, kept: {}, fallback }).isSetUp).toBe(false);
});

test('where files are kept has to be said', () => expect(() => readConfig(production)).toThrow(/BOOKEND_STORAGE/));

test('the address follows the port, until another one is said', () => {
  expect(readConfig({ ...test1, BOOKEND_WEB_PORT: '4199' }).fallback.baseUrl).toBe('http://127.0.0.1:4199');
  expect(readConfig({ ...test1, BOOKEND_BASE_URL: 'https://a.example' }).given.baseUrl).toBe('https://a.example');
});

test('letters name an authority: where the country has none that is known, it has to be said', () => {
  const brazil = { ...test1, BOOKEND_COUNTRY: 'BR' };
  expect(() => readConfig(brazil)).toThrow(/BOOKEND_AUTHORITY/);
  expect(readConfig({ ...brazil, BOOKEND_AUTHORITY: 'ANPD, Brasília' }).given.authority).toBe('ANPD, Brasília');
});

test('a demo and a test need none of it', () => expect(readConfig(test1).BOOKEND_ZONE).toBe('Europe/Copenhagen'));
