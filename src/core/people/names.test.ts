import { birthLevel } from './birthDates';
import { isOtherName, nameLevel } from './names';
import { score } from '../matching/score';
import { streetLevel } from './streets';
import type { Level } from '../matching/weights';

const both = <T>(level: (a: string, b: string) => T, a: string, b: string) => [level(a, b), level(b, a)];

test.each<[string, string, Level]>([
  ['Dr. Mette Holmgaard', 'Mette Holmgaard', 'exact'],
  ['Hr. Jens Dam', 'DAM, Jens', 'exact'],
  ['Frau Prof. Ursula Köhler', 'Koehler, Ursula', 'normalised'],
  ['Søren Østergård', 'Soeren Oestergaard', 'normalised'],
  ['Søren Østergård', 'Soren Ostergard', 'exact'],
  ['Jürgen Weiß', 'Juergen Weiss', 'normalised'],
  ['Pieter van den Berg', 'Berg, Piet van den', 'normalised'],
  ['Anna-Maria Holm', 'Annamaria Holm', 'normalised'],
  ['Mette Kirstine Holm', 'Mette Holm', 'normalised'],
  ['Elizabeth Marsh', 'Lizzie Marsh', 'normalised'],
  ['M. Holmgaard', 'Mette Holmgaard', 'close'],
  ['M. Holmgaard', 'M. Holmgaard', 'close'],
  ['Mette Holmgaard', 'Mette Hilmgaard', 'close'],
  ['Mette Holmgaard', 'Mtete Holmgaard', 'close'],
  ['Mette Holm (née Quist)', 'Mette Quist', 'close'],
  ['Anna Bech Lund', 'Anna Bech', 'normalised'],
  ['Anna Bech Lund', 'Anna Bech Skov', 'partial'],
  ['Mette Holm', 'Mette Quist', 'partial'],
  ['Mette', 'Mette Holm', 'partial'],
  ['Lone Vinter', 'Peter Vinter', 'different'],
  ['George Aldridge', 'Nicholas Aldridge', 'different'],
  ['Aldridge, George', 'Nicholas Aldridge', 'different'],
  ['N. Friis', 'Anders Friis', 'different'],
  ['Ole Dam', 'Bo Lund', 'different'],
  ['Mr', 'Mette Holm', 'missing'],
  ['', 'Mette Holm', 'missing'],
])('“%s” and “%s”: %s, in either order', (a, b, level) => expect(both(nameLevel, a, b)).toEqual([level, level]));

test('a part of a name does not make two people one where others’ data is to be taken out', () => {
  expect([
    isOtherName('Mette Holm', 'Mette Quist'),
    isOtherName('Mette Holm', 'M. Holm'),
    isOtherName('Mette Holm', 'Bo Lund'),
  ]).toEqual([true, false, true]);
});

test.each<[string, string, Level]>([
  ['1987-03-14', '14.03.1987', 'exact'],
  ['1987-03-14', '19870314', 'exact'],
  ['1987-03-14', '14-03-87', 'exact'],
  ['1987-03-14T00:00:00Z', '1987-03-14', 'exact'],
  ['03/04/1987', '1987-04-03', 'close'],
  ['1987-03-04', '1987-04-03', 'close'],
  ['1987-03-14', '1987-03-15', 'close'],
  ['1987-03-14', '1978-03-14', 'close'],
  ['1987-03-14', '1987', 'partial'],
  ['1987-03-14', '1987-00-00', 'partial'],
  ['1987-03-14', '1987-01-01', 'partial'],
  ['1987-03-14', '1987-03', 'partial'],
  ['1987-03-14', '1987-05', 'different'],
  ['1987-03-14', '1985', 'different'],
  ['1987-03-14', '1900-01-01', 'missing'],
  ['1970-01-01', '1970-01-01', 'missing'],
  ['1987-03-14', '1990-01-01', 'missing'],
  ['1987-03-14', '1962-07-30', 'different'],
  ['1987-03-14', 'unknown', 'missing'],
])('born %s and %s: %s, in either order', (a, b, level) => expect(both(birthLevel, a, b)).toEqual([level, level]));

test.each<[string, string, Level]>([
  ['Havnegade 12', 'Havneg. 12, 3. tv', 'exact'],
  ['Åboulevarden 4 B', 'Aaboulevarden 4B', 'exact'],
  ['Bahnhofstraße 7', 'Bahnhofstr. 7', 'exact'],
  ['12 High Street', 'High St 12', 'exact'],
  ['Havnegade 12', 'Havnegade 12 A', 'close'],
  ['Havnegade 12', 'Havnegde 12', 'close'],
  ['Havnegade 12', 'Havnegade', 'partial'],
  ['Havnegade 12', 'Havnegade 14', 'different'],
  ['Havnegade 12', 'Skolevej 12', 'different'],
  ['Havnegade 12', '', 'missing'],
])('%s and %s: %s, in either order', (a, b, level) => expect(both(streetLevel, a, b)).toEqual([level, level]));

describe('what together makes a band', () => {
  const METTE = {
    givenName: 'Mette',
    familyName: 'Holmgaard',
    birthDate: '1987-03-14',
    emails: ['mette@mail.example'],
    street: 'Havnegade 12',
    postcode: '8000',
    city: 'Aarhus',
    country: 'DK',
  };
  const band = (more: object) =>
    score(METTE, { givenName: 'Mette', familyName: 'Holmgaard', country: 'DK', ...more }).band;

  test('another form of the same name is no household', () => {
    for (const names of [
      { givenName: null, familyName: 'Holmgaard, Mette' },
      { givenName: 'Holmgaard', familyName: 'Mette' },
      { givenName: 'Dr. M.', familyName: 'Holmgaard' },
      { givenName: 'Mette', familyName: 'Vind' },
    ]) {
      const found = score(METTE, { ...names, emails: ['mette@mail.example'], country: 'DK' });
      expect({ names, band: found.band, codes: found.reasons.map(({ code }) => code) }).toEqual({
        names,
        band: expect.stringMatching(/certain|likely/),
        codes: expect.not.arrayContaining(['household-guard']),
      });
    }
  });

  test('somebody of the household with another name and birth date is somebody else', () => {
    expect(score(METTE, { ...METTE, givenName: 'Peter', birthDate: '1985-06-02' }).band).toBe('unlikely');
  });

  test('name and house are likely, a placeholder takes nothing away', () => {
    expect(['likely', 'certain']).toContain(band({ street: 'Havneg. 12', postcode: '8000', city: 'Aarhus' }));
    expect(band({ emails: ['mette@mail.example'], birthDate: '1900-01-01' })).toBe('certain');
  });

  test('frequent names say less', () => {
    const weight = (family: string, given: string) =>
      score({ givenName: given, familyName: family }, { givenName: given, familyName: family }).weight;
    expect(weight('Holmgaard', 'Villads')).toBeGreaterThan(weight('Jensen', 'Villads'));
    expect(weight('Jensen', 'Villads')).toBeGreaterThan(weight('Jensen', 'Peter'));
  });
});
