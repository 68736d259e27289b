import { isInactive } from './inactive';
import { diagnose, kindOf, settingProblems } from './kinds';
import { proposeRole } from './fieldRoles';
import { fieldNameOf } from './fieldNames';
import { proposeCategories, proposeHolds } from './proposeHolds';

test.each([
  ['emergency_contact_phone', 'other'],
  ['guardianEmail', 'other'],
  ['created_by', 'other'],
  ['Notfallkontakt', 'other'],
  ['contact_email', 'subject'],
  ['parental_leave', 'subject'],
  ['customer.email', 'subject'],
] as const)('%s is of %s', (field, role) => expect(proposeRole(field)).toBe(role));

test.each([
  ['mette@mail.example', '*'],
  ['by_phone.+45 20 30 40 50.since', 'by_phone.*.since'],
  ['4820117', '*'],
  ['address.street', 'address.street'],
  ['column 3', 'column 3'],
  ['2026', '2026'],
  ['Kundenummer', 'Kundenummer'],
])('no value becomes the name of a field: %s', (name, said) => expect(fieldNameOf(name)).toBe(said));

describe('what a field holds is proposed from its name and its values', () => {
  const mails = ['a@mail.example', 'b@inbox.example', null, 'c@post.example', 'none'];
  test.each<[string, string, (string | null)[], string | null]>([
    ['reach_at', 'text', mails, 'email'],
    ['contact', 'text', ['+45 20 30 40 50', '+45 21 31 41 51'], 'phone'],
    ['vorname', 'text', ['Ida', 'Bo'], 'given-name'],
    ['dob', 'date', [], 'birth-date'],
    ['mail', 'text', ['yes', 'no', 'no', 'yes', 'no', 'no'], null],
    [
      'mail',
      'text',
      [
        'Please write to me at home, not at work.',
        'Rather a letter than a mail, thank you.',
        'We were called by Mr Lund about the frame.',
        'She asked for an answer before Friday noon.',
        'He will come by on Saturday, about ten.',
      ],
      'free-text',
    ],
    [
      'col_17',
      'text',
      ['the customer called about the broken chain again', 'wants her money back by Friday, please answer'],
      'free-text',
    ],
    ['remark', 'text', [], 'free-text'],
    ['remark', 'integer', [], null],
    ['amount', 'numeric', ['12.50', '8.00'], null],
    ['contact.mail', 'text', [], 'email'],
    ['message_id', 'text', ['<20260101.4711@mail.example>', '<x1@mail.example>'], null],
    ['ident', 'text', ['<20260101091500.4711@mail.example>', '<5f3a9c0d1b2e4f60@mail.example>'], null],
    ['sender', 'text', ['<mette@mail.example>', '<bo@mail.example>'], 'email'],
  ])('%s (%s) of %j', (name, type, values, holds) => {
    expect(proposeHolds(name, type, values).holds).toBe(holds);
  });

  test('says why, and which kinds stood in the values', () => {
    expect(proposeHolds('reach_at', 'text', mails)).toMatchObject({
      because: '3 of 4 values are e-mail addresses',
      contains: { email: 3 },
    });
    expect(proposeHolds('mail', 'text', ['yes', 'no', 'no', 'yes', 'no', 'a@b.example']).because).toBe(
      'named like one, but only 1 of 6 values is one',
    );
    expect(
      proposeHolds('note', 'text', ['she is on sick leave with depression since May, write to x@y.example']),
    ).toMatchObject({ holds: 'free-text', contains: { email: 1, health: 1 } });
  });

  test('categories for the register follow, special ones named as such', () => {
    expect(
      proposeCategories([
        { holds: 'email', contains: {} },
        { holds: 'full-name', contains: {} },
        { holds: 'birth-date', contains: {} },
        { holds: null, contains: { health: 2, iban: 1 } },
      ]),
    ).toEqual(['date of birth', 'health (special category)', 'name and contact']);
  });
});

test('who is no longer active is told by one field of one collection', () => {
  const rule = { collection: 'customers', field: 'state', values: ['Closed', 'guest'] };
  const of = (collection: string, state: string | null) => isInactive(rule, { collection, fields: { state } });
  expect([
    of('customers', ' closed '),
    of('customers', 'GUEST'),
    of('customers', 'open'),
    of('customers', null),
    of('orders', 'closed'),
    isInactive(null, { collection: 'customers', fields: { state: 'closed' } }),
  ]).toEqual([true, true, false, false, false, false]);
});

test('settings are checked beside their fields; a kept secret may stay empty', () => {
  const sql = kindOf('sql')!;
  expect(settingProblems(sql, {}, [])).toEqual({ url: 'Address is needed.' });
  expect(settingProblems(sql, {}, ['url'])).toEqual({});
  expect(settingProblems(sql, { url: 'mysql://x' }, [])).toHaveProperty('url');
  expect(settingProblems(kindOf('files')!, { path: 'office' }, [])).toEqual({
    path: 'A whole path, beginning with /.',
  });
  expect(Object.keys(settingProblems(kindOf('rest')!, { url: 'https://x.example/a?b=1' }, []))).toEqual([
    'url',
    'mapping',
  ]);
});

test('the address of a directory leads to one and to nothing behind it', () => {
  const wanted = { base: 'dc=a', user: 'cn=b', password: 'c' };
  const fault = (more: object) => Object.keys(settingProblems(kindOf('directory')!, { ...wanted, ...more }, []));
  expect(fault({ url: 'ldaps://directory.thornbury.example' })).toEqual([]);
  expect(fault({ url: 'ldap://directory.thornbury.example:1389/', startTls: 'yes' })).toEqual([]);
  expect(fault({ url: 'https://directory.thornbury.example' })).toEqual(['url']);
  expect(fault({ url: 'ldap://a.example/dc=x?sub' })).toEqual(['url']);
  expect(fault({ url: 'ldap://a.example', startTls: 'perhaps' })).toEqual(['startTls']);
});

test.each(['sql', 'rest', 'files', 'mailbox', 'directory'])('every failure of a %s has words and advice', (kind) => {
  const said = ['refused', 'not-allowed', 'time-out', 'rate-limited', 'server-error', 'wrong-answer'].map((failure) =>
    diagnose(kind, failure),
  );
  expect(new Set(said.map(({ what }) => what)).size).toBe(6);
  for (const { advice } of said) expect(advice.length).toBeGreaterThan(10);
});
