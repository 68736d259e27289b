import { teaches } from './teaches';

const IDA = { givenName: 'Ida', familyName: 'Vang', emails: ['ida@mail.example'], country: 'DK' };

test('what a record says of its own subject teaches, in whatever form the name is', () => {
  expect(
    teaches(IDA, {
      familyName: 'Vang, Ida',
      emails: ['IDA@mail.example'],
      phones: ['20 12 34 56', '+4520123456'],
      customerNumbers: [{ system: 'shop', value: '4711' }],
    }),
  ).toMatchObject({
    emails: ['IDA@mail.example'],
    phones: ['+4520123456'],
    customerNumbers: [{ system: 'shop', value: '4711' }],
  });
  expect(teaches(IDA, { emails: ['ida@mail.example'], phones: ['20123456'] })).toMatchObject({ phones: ['20123456'] });
});

test('a record of somebody else, and one of two people, teach nothing of whom it cannot tell', () => {
  expect(
    teaches(IDA, { givenName: 'Bo', familyName: 'Lund', emails: ['bo@mail.example'], phones: ['30123456'] }),
  ).toEqual({});
  expect(
    teaches(IDA, {
      givenName: 'Ida',
      familyName: 'Vang',
      emails: ['ida@mail.example', 'clerk@larkmere.example'],
      phones: ['20123456'],
      customerNumbers: [
        { system: 'shop', value: '1' },
        { system: 'shop', value: '2' },
        { system: 'tills', value: '9' },
      ],
    }),
  ).toEqual({
    country: 'DK',
    emails: [],
    phones: ['20123456'],
    customerNumbers: [{ system: 'tills', value: '9' }],
  });
});
