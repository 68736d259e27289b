import { coverLetter, type RegisterEntry } from './cover';
import { letterText } from '../letters/letter';

const ORGANISATION = {
  name: 'Larkmere',
  contact: 'privacy@larkmere.example',
  address: 'Havnegade 4',
  authority: 'the authority',
};

describe('letters', () => {
  test('a cover letter carries (a) to (h) and transfers, from the register', () => {
    const entry: RegisterEntry = {
      system: 's',
      collection: 'c',
      title: 'Web shop',
      purposes: ['selling'],
      categories: ['name'],
      recipients: ['carrier'],
      retention: 'three years',
      source: 'you',
      transfers: 'a processor in a third country, under standard clauses',
      automatedDecisions: null,
      isGiven: true,
      nothing: ['automatedDecisions'],
    };
    const text = letterText(
      coverLetter({
        ref: 'BK-1',
        name: null,
        organisation: ORGANISATION,
        foundOn: '2026-11-24',
        right: 'access',
        regime: 'eu-gdpr',
        language: 'en',
        notGiven: 0,
        register: [entry],
        counts: [{ place: 'Web shop', count: 3 }],
        withheld: 1,
        notSearched: ['Newsletter service'],
      }),
    );
    for (const part of [
      '(a)',
      '(b)',
      '(c)',
      '(d)',
      '(e)',
      '(f)',
      '(g)',
      '(h)',
      'art. 15(2)',
      'selling',
      'carrier',
      'three years',
      'standard clauses',
      '1 record is held back',
      'Newsletter service',
    ])
      expect(text).toContain(part);
  });
});
