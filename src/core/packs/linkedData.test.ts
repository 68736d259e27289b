import { COVER_WORDS } from '../words/sections';
import { coverLetter, type CoverFacts, type RegisterEntry } from './cover';
import { letterText } from '../letters/letter';
import { contextOf, toNode } from './linkedData';

test('a record is a node of linked data: known fields by the terms of schema.org, others by their own names, empty ones left out', () => {
  expect(contextOf('Larkmere Cycles & Touring')['@vocab']).toBe('urn:fields:larkmere-cycles-touring:');
  expect(
    toNode('sys_shop/customers', {
      collection: 'customers',
      key: '7/a',
      fields: { email: 'a@b.example', first_name: 'Ida', 'loyalty points': '12', gone: null },
      text: 'wrote this',
    }),
  ).toEqual({
    '@id': 'urn:record:sys_shop:customers:7%2Fa',
    '@type': 'customers',
    'schema:email': 'a@b.example',
    'schema:givenName': 'Ida',
    loyalty_points: '12',
    'schema:text': 'wrote this',
  });
});

describe('the cover letter', () => {
  const entry = (more: Partial<RegisterEntry> = {}): RegisterEntry => ({
    system: 'sys_shop',
    collection: 'customers',
    title: 'Web shop · customers',
    purposes: ['selling'],
    categories: ['name and contact'],
    recipients: [],
    retention: 'two years',
    source: 'you',
    transfers: null,
    automatedDecisions: null,
    isGiven: true,
    nothing: ['recipients', 'transfers', 'automatedDecisions'],
    ...more,
  });
  const letter = (more: Partial<CoverFacts> = {}) =>
    letterText(
      coverLetter({
        ref: 'BK-1',
        name: 'Ida Kirk',
        language: 'en',
        regime: 'eu-gdpr',
        right: 'access',
        organisation: {
          name: 'Larkmere',
          contact: 'privacy@larkmere.example',
          address: 'Havnegade 1',
          authority: 'the authority',
        },
        foundOn: '2026-11-24',
        register: [entry()],
        counts: [{ place: 'Web shop · customers', count: 1 }],
        withheld: 0,
        notGiven: 0,
        notSearched: [],
        ...more,
      }),
    );

  test.each(['da', 'de', 'nl'] as const)(
    'is in %s where the person’s language is, with every heading of art. 15(1)',
    (language) => {
      const text = letter({ language, withheld: 2, notGiven: 1, notSearched: ['Workshop cards'] });
      const words = COVER_WORDS[language];
      for (const part of [
        words.copy('').slice(0, 20),
        words.withheld(2),
        words.notGiven(1),
        words.notSearched('Workshop cards'),
        words.purposes,
        words.categories,
        words.recipients,
        words.nobody,
        words.retention,
        words.rights,
        words.complaints,
        words.source,
        words.automated,
        words.noAutomated,
        words.transfers,
      ])
        expect(text).toContain(part);
      for (const letter15 of ['(a)', '(b)', '(c)', '(d)', '(e)', '(f)', '(g)', '(h)']) expect(text).toContain(letter15);
      expect(text).not.toMatch(/\b(record is|held back|You may)\b/);
    },
  );

  test('no two languages say the same', () => {
    for (const key of ['inIt', 'purposes', 'retention', 'nobody'] as const)
      expect(new Set(Object.values(COVER_WORDS).map((words) => words[key])).size).toBe(4);
  });

  test('a portable copy says what it is, California asks other questions', () => {
    expect(letter({ right: 'portability' })).toContain('JSON-LD (GDPR art. 20)');
    const text = letter({ regime: 'us-ca', language: 'da', register: [entry({ recipients: ['parcel carriers'] })] });
    expect(text).toContain('Categories of third parties to whom it is disclosed (1798.110(a)(4))');
    expect(text).toContain('We have not sold or shared it');
    expect(text).not.toMatch(/GDPR|European/);
  });
});
