import { contactsIn } from './contacts';
import { otherPeopleIn } from './otherPeople';

describe('other people in a message', () => {
  const mette = { emails: ['mette@mail.example'], phones: ['+4510123456'], names: ['Mette Holmgaard'], country: 'DK' };
  const own = ['larkmere.example'];
  test('a message of her own speaks of nobody else', () => {
    expect(
      otherPeopleIn(
        'Call me on 10 12 34 56.\nMette Holmgaard\nmette@mail.example\nsupport@larkmere.example',
        mette,
        own,
      ),
    ).toEqual([]);
  });
  test('a quoted reply names its author, address and number', () => {
    const text = 'See below.\n\nOn Thu Sep 03 2026, Jonas Vind <jonas.vind@inbox.example> wrote:\n> call 10 77 88 99';
    expect(otherPeopleIn(text, mette, own).sort()).toEqual(
      ['10 77 88 99', 'Jonas Vind', 'jonas.vind@inbox.example'].sort(),
    );
  });
  test('her own words quoted back to her are hers', () => {
    expect(
      otherPeopleIn('On Thu Sep 03 2026, Mette Holmgaard <mette@mail.example> wrote:\n> hello', mette, own),
    ).toEqual([]);
  });
  test('dates and order numbers are no telephone numbers', () => {
    expect(contactsIn('on 2026-11-24, order O-100234, the 14.03.1987').filter(({ kind }) => kind === 'phone')).toEqual(
      [],
    );
  });
});
