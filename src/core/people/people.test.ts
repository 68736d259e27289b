import { birthDates } from './birthDates';
import { compare } from '../matching/compare';
import { nameLevel } from './names';
import { looseEmail, nameTokens, normaliseEmail, normalisePhone } from './normalise';
import { nameSearchTerms } from './phonetic';
import { bandOf, score } from '../matching/score';

describe('normalising', () => {
  test.each([
    [' Mette@Mail.Example ', 'mette@mail.example'],
    ['mailto:a@b.example', 'a@b.example'],
    ['x@bücher.example', 'x@xn--bcher-kva.example'],
    ['no at sign', null],
    ['two words@mail.example', null],
    ['a@', null],
    ['a@x.example,b@y.example', null],
    ['a@x.example;b@y.example', null],
    ['a@x.example b@y.example', null],
    ['a\u202Emoc.live@x.example', null],
    ['a\u200B@x.example', null],
    [`${'x'.repeat(65)}@x.example`, null],
    [`${'x'.repeat(64)}@x.example`, `${'x'.repeat(64)}@x.example`],
    ['\uD83D@x.example', null],
    ['@b.example', null],
  ])('e-mail %s', (value, expected) => expect(normaliseEmail(value)).toBe(expected));

  test('a sub-address is dropped only for the loose key', () => {
    expect(normaliseEmail('a+news@mail.example')).toBe('a+news@mail.example');
    expect(looseEmail('a+news@mail.example')).toBe('a@mail.example');
  });

  test.each([
    ['10 12 34 56', 'DK', '+4510123456'],
    ['+45 10 12 34 56', null, '+4510123456'],
    ['0045 10123456', 'DE', '+4510123456'],
    ['07700 900042', 'GB', '+447700900042'],
    ['call me', 'DK', null],
  ])('phone %s in %s', (value, country, expected) => expect(normalisePhone(value, country)).toBe(expected));

  test.each([
    ['R. de Wit', ['r', 'wit']],
    ['Søren Østergaard', ['ostergaard', 'soren']],
    ['O’Hare, Aoife', ['aoife', 'ohare']],
  ])('name %s', (value, expected) => expect(nameTokens(value)).toEqual(expected));

  test.each([
    ['1987-03-14', ['1987-03-14']],
    ['14.03.1987', ['1987-03-14']],
    ['03/04/1987', ['1987-04-03', '1987-03-04']],
    ['31/02/1987', []],
    ['1987-02-30', []],
  ])('birth date %s', (value, expected) => expect(birthDates(value)).toEqual(expected));
});

describe('names', () => {
  test.each([
    ['Mette Holmgaard', 'Holmgaard, Mette', 'exact'],
    ['Mette Holmgaard', 'Mette Kirstine Holmgaard', 'normalised'],
    ['Mette Holmgaard', 'M. Holmgaard', 'close'],
    ['Mette Holmgaard', 'Mette Holmgard', 'normalised'],
    ['Mette Holmgaard', 'Mette Hilmgaard', 'close'],
    ['Thomas Marsh', 'Tom Marsh', 'normalised'],
    ['Lone Vinter', 'Peter Vinter', 'different'],
    ['', 'Anna', 'missing'],
  ])('%s and %s are %s', (a, b, level) => expect(nameLevel(a, b)).toBe(level));

  test('spellings that sound alike share a search term', () => {
    const shared = (a: string, b: string) => nameSearchTerms(a).filter((term) => nameSearchTerms(b).includes(term));
    expect(shared('Kristian', 'Christian').length).toBeGreaterThan(0);
    expect(shared('Holmgaard', 'Holmgård').length).toBeGreaterThan(0);
    expect(shared('Vinter', 'Quirke')).toEqual([]);
  });
});

const METTE = {
  givenName: 'Mette',
  familyName: 'Holmgaard',
  birthDate: '1987-03-14',
  emails: ['mette@mail.example'],
  phones: ['+45 10 12 34 56'],
  city: 'Aarhus',
  country: 'DK',
  customerNumbers: [{ system: 'shop', value: '48213' }],
};

describe('scoring', () => {
  test('e-mail, phone and name make it certain; missing fields say nothing', () => {
    const found = score(METTE, {
      givenName: 'Mette',
      familyName: 'Holmgaard',
      emails: ['METTE@mail.example'],
      phones: ['10123456'],
      country: 'DK',
    });
    expect(found.band).toBe('certain');
    expect(found.fields.find(({ field }) => field === 'birth-date')).toMatchObject({ level: 'missing', weight: 0 });
  });
  test('an e-mail alone is likely, a name and a town are possible at most', () => {
    expect(score(METTE, { emails: ['mette@mail.example'] }).band).toBe('likely');
    expect(['possible', 'likely']).toContain(
      score(METTE, { givenName: 'Mette', familyName: 'Holmgaard', city: 'Aarhus' }).band,
    );
    expect(
      score(METTE, { givenName: 'Mette', familyName: 'Holmgaard', city: 'Aalborg', emails: ['mh@post.example'] }).band,
    ).not.toBe('certain');
  });
  test('a different birth date caps the band, whatever else agrees', () => {
    expect(score(METTE, { ...METTE, birthDate: '1962-07-30' }).band).toBe('possible');
  });
  test('another number of the same system caps the band; of another system it says nothing', () => {
    expect(score(METTE, { ...METTE, customerNumbers: [{ system: 'shop', value: '99999' }] }).band).toBe('possible');
    expect(score(METTE, { ...METTE, customerNumbers: [{ system: 'tills', value: '99999' }] }).band).toBe('certain');
  });
  test('a shared address with another given name is a household, never certain', () => {
    const lone = {
      givenName: 'Lone',
      familyName: 'Vinter',
      emails: ['familien.vinter@mail.example'],
      phones: ['+45 10 40 40 40'],
      country: 'DK',
    };
    const found = score(lone, { ...lone, givenName: 'Peter' });
    expect(found.band).toBe('possible');
    expect(found.reasons.map(({ code }) => code)).toContain('household-guard');
  });
  test('a rarer candidate needs more evidence', () => {
    const found = { emails: ['mette@mail.example'] };
    expect(score(METTE, found, 1 / 1_000_000).probability).toBeLessThan(score(METTE, found, 1 / 100).probability);
  });
  test('bands begin where the rules say', () => {
    expect([0.99, 0.9899, 0.8, 0.7999, 0.2, 0.1999].map(bandOf)).toEqual([
      'certain',
      'likely',
      'likely',
      'possible',
      'possible',
      'unlikely',
    ]);
  });
  test('of several values the best pair counts', () => {
    expect(
      compare({ emails: ['x@y.example', 'mette@mail.example'] }, { emails: ['mette@mail.example'] })[0],
    ).toMatchObject({ level: 'exact', left: 'mette@mail.example' });
  });
});
