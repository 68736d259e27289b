import { addressKey, addressParts } from './addressKeys';
import { teaches } from '../matching/teaches';

test.each([
  ['Havneg. 12', 'Havnegade 12', '8000'],
  ['Hauptstr. 5 a', 'Hauptstraße 5A', '10115'],
  ['48 Victoria Ave', '48 Victoria Avenue', 'BS1 4DJ'],
])('%s and %s are one house', (a, b, postcode) =>
  expect(addressKey(a, postcode)!.canonical).toBe(addressKey(b, postcode.toLowerCase())!.canonical),
);

test.each([
  ['Havnegade', '8000'],
  ['', '8000'],
  ['Havnegade 12', ''],
  ['Vej 1', '8'],
  [null, null],
])('%s %s names no house', (street, postcode) => expect(addressKey(street, postcode)).toBeNull());

test('what is looked for is how the street begins, the number and the postcode', () => {
  expect(addressParts(addressKey('Skovvej 61, 2. tv', 'DK-8000')!.value)).toEqual({
    start: 'skov',
    number: '61',
    postcode: 'dk8000',
  });
  expect(addressParts(addressKey('48 Victoria Ave', 'BS1 4DJ')!.value)).toEqual({
    start: 'vict',
    number: '48',
    postcode: 'bs14dj',
  });
  expect(addressParts('no house')).toBeNull();
});

test('where somebody lives is taught by a record of theirs, as a whole, and by nobody else’s', () => {
  const ida = { givenName: 'Ida', familyName: 'Vang' };
  expect(teaches(ida, { ...ida, street: 'Kystvej 4', postcode: '8000' })).toMatchObject({
    street: 'Kystvej 4',
    postcode: '8000',
  });
  expect(teaches(ida, { ...ida, street: 'Kystvej 4' })).not.toHaveProperty('street');
  expect(teaches(ida, { givenName: 'Bo', familyName: 'Dam', street: 'Kystvej 4', postcode: '8000' })).toEqual({});
});
