import { regionOf } from './region';

test.each([
  [null, 'en-GB'],
  ['', 'en-GB'],
  ['*', 'en-GB'],
  ['da-DK,da;q=0.9,en;q=0.8', 'da'],
  ['en;q=0.8, de-AT;q=0.9', 'de'],
  ['en-US,en;q=0.9', 'en-US'],
  ['en-NZ', 'en-GB'],
  ['no', 'nb'],
  ['nn-NO', 'nb'],
  ['xx, fr;q=0.1', 'fr'],
  ['de;q=0, nl', 'nl'],
  ['gibberish;;;q=q,,', 'en-GB'],
] as const)('%s is written as in %s', (accepted, region) => {
  expect(regionOf(accepted)).toBe(region);
});

test('a page in a language keeps that language, in the reader’s region of it where they have one', () => {
  expect(regionOf('en-US,da;q=0.5', 'da')).toBe('da');
  expect(regionOf('da-DK,en-US;q=0.5', 'en')).toBe('en-US');
  expect(regionOf('da-DK', 'en')).toBe('en-GB');
  expect(regionOf(null, 'nl')).toBe('nl');
});
