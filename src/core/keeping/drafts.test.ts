import { exampleDrafts, placeOfDraft, type ReadSystem } from './drafts';
import { DUTIES } from './duties';

const shop: ReadSystem = {
  id: 'sys_shop',
  name: 'Web shop',
  collections: [
    {
      name: 'customers',
      fields: [
        { name: 'email', type: 'text' },
        { name: 'born_on', type: 'date' },
      ],
    },
    {
      name: 'fakturaer',
      fields: [
        { name: 'total', type: 'numeric' },
        { name: 'due_on', type: 'date' },
        { name: 'issued_on', type: 'date' },
      ],
    },
    { name: 'order_lines', fields: [{ name: 'title', type: 'text' }] },
    {
      name: 'orders',
      fields: [
        { name: 'placed', type: 'timestamp with time zone' },
        { name: 'shipped', type: 'timestamp with time zone' },
      ],
    },
  ],
};

test.each([...new Set(DUTIES.map(({ country }) => country))])('the duties of %s are the beginning there', (country) => {
  const drafts = exampleDrafts(country);
  for (const { what, law, years, anchor } of DUTIES.filter((duty) => duty.country === country))
    expect(drafts).toContainEqual({ what, law, years, anchor });
  expect(drafts.at(-1)).toMatchObject({ what: 'orders and deliveries', years: 3 });
});

test('where no duty is known the longest of those known stands for it, and says so', () => {
  const longest = Math.max(...DUTIES.map(({ years }) => years));
  expect(exampleDrafts('PL')[0]).toMatchObject({ years: longest, law: 'bookkeeping law: say which' });
});

test('its records are found by what they are called and by the day that fits', () => {
  expect(placeOfDraft({ what: 'vouchers and invoices' }, [shop])).toEqual({
    systemId: 'sys_shop',
    system: 'Web shop',
    collection: 'fakturaer',
    field: 'issued_on',
  });
  // Lines of an order have no day of their own: the order itself is meant.
  expect(placeOfDraft({ what: 'orders and deliveries' }, [shop])).toMatchObject({
    collection: 'orders',
    field: 'shipped',
  });
});

test('nothing is guessed where nothing is called so', () => {
  const { collections } = shop;
  expect(placeOfDraft({ what: 'books and vouchers' }, [{ ...shop, collections: collections.slice(0, 1) }])).toBeNull();
  expect(placeOfDraft({ what: 'business letters' }, [shop])).toBeNull();
  expect(placeOfDraft({ what: 'books and vouchers' }, [])).toBeNull();
});
