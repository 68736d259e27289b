import { isAnothers } from './anothers';

const IDA = { givenName: 'Ida', familyName: 'Vang', emails: ['ida@a.example'], phones: ['+45 20 30 40 50'] };

test.each([
  ['another name', { givenName: 'Bo', familyName: 'Lund' }, true],
  ['another name at her address', { givenName: 'Bo', familyName: 'Lund', emails: ['ida@a.example'] }, false],
  ['her name, another address', { givenName: 'Ida', familyName: 'Vang', emails: ['vang@work.example'] }, false],
  ['no name, another address', { emails: ['bo@b.example'] }, true],
  ['no name, another address, her number', { emails: ['bo@b.example'], phones: ['20304050'], country: 'DK' }, false],
  ['nothing of anybody', { street: 'Havnegade 3' }, false],
])('%s', (_, found, another) => {
  expect(isAnothers(IDA, found)).toBe(another);
});
