import { addressReader, identifierKindOf } from './audience';

describe('where the address stands in a list', () => {
  test.each([
    ['name,E-Mail,town', 'Ida,ida@mail.example,Odense', 'ida@mail.example', true],
    ['ida@mail.example;Ida', 'bo@mail.example;Bo', 'bo@mail.example', false],
    ['adresse', 'x@mail.example', 'x@mail.example', true],
    ['{"email":"a@mail.example"}', '{"n":1,"email":"b@mail.example"}', 'b@mail.example', false],
    ['{"email":"a@mail.example"}', '{"n":1}', null, false],
    ['{"email":"a@mail.example"}', 'not json', null, false],
  ])('%s', (first, line, address, hasHeader) => {
    const reader = addressReader(first, 'email');
    expect([reader.read(line), reader.hasHeader]).toEqual([address, hasHeader]);
  });
  test('telephone numbers, by name or by look', () => {
    expect(addressReader('name;mobile', 'phone').read('Ida;+45 10 22 33 44')).toBe('+45 10 22 33 44');
    expect(addressReader('Ida;+45 10 22 33 44', 'phone')).toMatchObject({ hasHeader: false });
    expect([identifierKindOf('sms'), identifierKindOf('phone'), identifierKindOf('email')]).toEqual([
      'phone',
      'phone',
      'email',
    ]);
  });
});
