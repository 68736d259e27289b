import { makeId, type PersonId, type RequestId } from './ids';

test('an id says what it names, and its letters come from its bytes', () => {
  expect(makeId('per', Uint8Array.of(0, 1, 53, 54, 255))).toBe('per_01z0h');
});

test('one kind does not pass for another; text from outside is looked up as it is', () => {
  const ofPerson: PersonId = makeId('per', Uint8Array.of(1));
  const open = (id: RequestId) => id;
  // @ts-expect-error a person is no request
  expect(open(ofPerson)).toBe(ofPerson);
  const typed: string = 'req_1';
  expect(open(typed)).toBe('req_1');
});
