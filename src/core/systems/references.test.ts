import { proposeReference, referenceCandidates, type Overlap, type Shape } from './references';

const shape = (
  name: string,
  fields: Record<string, string>,
  more: Partial<Shape> & { person?: string[] } = {},
): Shape => ({
  name,
  fields: Object.entries(fields).map(([field, type]) => ({
    name: field,
    type,
    holdsPerson: more.person?.includes(field) ?? false,
  })),
  keys: more.keys ?? [[Object.keys(fields)[0]!]],
  references: more.references ?? [],
  sampled: more.sampled ?? {},
});
const CUSTOMERS = shape(
  'customers',
  { id: 'integer', email: 'text', code: 'character varying(12)' },
  { person: ['email'], keys: [['id'], ['code']] },
);
const arrows = (shapes: Shape[]) =>
  referenceCandidates(shapes).map(
    ({ collection, fields, to, toFields, when, by }) =>
      `${collection}.${fields.join()} → ${to}.${toFields.join()}${when ? ` (${when.field} ${when.value})` : ''} ${by}`,
  );
const agree = (values: number, found = values, most = 3): Overlap => ({ values, found, most });

test.each([
  ['orders', 'customer_id', 'integer', 'customers.id name'],
  ['orders', 'CustomerID', 'bigint', 'customers.id name'],
  ['orders', 'billing_customer_id', 'integer', 'customers.id name'],
  ['orders', 'fk_customer', 'integer', 'customers.id name'],
  ['orders', 'customer_code', 'text', 'customers.code name'],
  ['orders', 'created_by', 'integer', 'customers.id somebody'],
  ['orders', 'owner', 'integer', 'customers.id somebody'],
])('%s.%s (%s) may point at %s', (collection, field, type, at) => {
  expect(arrows([CUSTOMERS, shape(collection, { no: 'integer', [field]: type })])).toEqual([
    `${collection}.${field} → ${at}`,
  ]);
});

test.each([
  ['a key of its own', shape('orders', { id: 'integer' })],
  ['a number that counts', shape('orders', { no: 'integer', amount: 'integer', position: 'integer' })],
  ['words where a number is meant', shape('orders', { no: 'integer', customer_since: 'date' })],
])('%s points nowhere', (_, other) => {
  expect(arrows([CUSTOMERS, other])).toEqual([]);
});

test('names that all begin alike, plural forms, a key of one name, and a field that says what another points at', () => {
  const forum = [
    shape('fo_members', { login: 'text', mail: 'text' }, { person: ['mail'] }),
    shape('fo_categories', { id: 'integer', title: 'text' }),
    shape('fo_threads', { id: 'integer', category_id: 'integer', parent_id: 'integer' }),
    shape(
      'fo_likes',
      { no: 'integer', target_type: 'text', target_id: 'integer', login: 'text' },
      { sampled: { target_type: ['Forum::Thread', 'Other'] } },
    ),
  ];
  expect(arrows(forum)).toEqual([
    'fo_threads.category_id → fo_categories.id name',
    'fo_threads.parent_id → fo_threads.id name',
    'fo_likes.target_id → fo_threads.id (target_type Forum::Thread) kind',
    'fo_likes.login → fo_members.login name',
  ]);
});

test('words whose name says nothing may be a key of people by what they are, not of things', () => {
  const handles = ['anna1', 'bo.lund', 'cilla', 'dan99', 'eva_k'];
  const club = [
    shape('people', { handle: 'text', mail: 'text' }, { person: ['mail'] }),
    shape('colours', { shade: 'text' }),
    shape('laps', { no: 'integer', q17: 'text' }, { sampled: { q17: handles } }),
  ];
  expect(arrows(club)).toEqual(['laps.q17 → people.handle values']);
  const [found] = referenceCandidates(club);
  expect(proposeReference(found!, agree(5, 5), club)).toMatchObject({
    meaning: 'both',
    because: 'by its values; 5 of 5 values are there',
  });
  expect(proposeReference(found!, agree(4, 4), club)).toBeNull();
});

test('what somebody wrote never becomes a condition, though it names a collection', () => {
  const shop = [
    shape('orders', { id: 'integer' }),
    shape(
      'notes',
      { no: 'integer', subject: 'text', object_id: 'integer' },
      { sampled: { subject: ['Mette’s order', 'An order for Bo Lund'] } },
    ),
  ];
  expect(arrows(shop)).toEqual([]);
});

test('what its values contradict is not proposed; a name without values is', () => {
  const shapes = [CUSTOMERS, shape('orders', { no: 'integer', customer_id: 'integer' })];
  const [found] = referenceCandidates(shapes);
  expect(proposeReference(found!, agree(100, 89), shapes)).toBeNull();
  expect(proposeReference(found!, null, shapes)).toBeNull();
  expect(proposeReference(found!, agree(0), shapes)).toMatchObject({
    because: 'by its name; nothing stands in it',
    isDeclared: false,
  });
});

test(
  'what a reference means: an address of one’s own is theirs, and a household’s; what many share is ' +
    'not; who only names somebody owns nothing',
  () => {
    const addresses = shape('addresses', { id: 'integer', street: 'text' }, { person: ['street'] });
    const people = shape(
      'customers',
      { id: 'integer', email: 'text', address_id: 'integer', referred_by: 'integer' },
      { person: ['email'], references: [{ fields: ['address_id'], to: 'addresses', toFields: ['id'] }] },
    );
    const shapes = [addresses, people];
    const meaning = (field: string, overlap: Overlap) => {
      const found = referenceCandidates(shapes).find(({ fields }) => fields[0] === field)!;
      return proposeReference(found, overlap, shapes)?.meaning;
    };
    expect(meaning('address_id', agree(50, 50, 1))).toBe('both');
    expect(meaning('address_id', agree(50, 50, 4))).toBe('both');
    expect(meaning('address_id', agree(50, 50, 40))).toBe('belongs');
    const referred = proposeReference(
      {
        collection: 'customers',
        fields: ['referred_by'],
        to: 'customers',
        toFields: ['id'],
        when: null,
        by: 'declared',
      },
      agree(50, 50, 1),
      shapes,
    );
    expect(referred).toMatchObject({ meaning: 'names', isDeclared: true });
  },
);
