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

test('in production nothing falls back to another organisation: what is missing is named', () => {
  expect(() => readConfig(production)).toThrow(/BOOKEND_ORGANISATION/);
});

test('a demo and a test need none of it', () => expect(readConfig(test1).BOOKEND_ZONE).toBe('Europe/Copenhagen'));
