import { countriesIn, countryOf, statesOf } from './countries';

test('every country has a name of its own in each language, in that language’s order', () => {
  for (const language of ['en', 'da', 'de', 'nl']) {
    const list = countriesIn(language);
    expect(list.length).toBeGreaterThan(240);
    expect(list.filter(({ code, name }) => code === name)).toEqual([]);
    expect(new Set(list.map(({ name }) => name)).size).toBe(list.length);
    expect(list.map(({ name }) => name)).toEqual(
      list.map(({ name }) => name).toSorted(new Intl.Collator(language).compare),
    );
  }
  expect(countriesIn('da').find(({ code }) => code === 'DE')!.name).toBe('Tyskland');
  // Å comes last in Danish, with the A elsewhere.
  expect(countriesIn('da').at(-1)!.code).toBe('AX');
});

test('states are asked for where they decide', () => {
  expect(statesOf('US')).toHaveLength(51);
  expect(statesOf('CA')).toHaveLength(13);
  expect(statesOf('DK')).toEqual([]);
  expect(statesOf('')).toEqual([]);
});

test.each([
  ['da-DK,da;q=0.9,en;q=0.8', 'DK'],
  ['en-US', 'US'],
  ['en', null],
  ['de-XX', null],
  [null, null],
])('%s is written in %s', (accepted, country) => {
  expect(countryOf(accepted)).toBe(country);
});
