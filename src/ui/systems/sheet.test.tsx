/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { choose, unfold } from '../../../test/support/fields';
import type { SystemView } from '../../core/systems/views';
import { NewSystemForm } from './NewSystemForm';
import { SystemSheet } from './SystemSheet';
import type { SystemActs } from '../shared/acts';

const field = (name: string, more: Partial<SystemView['fields'][number]> = {}): SystemView['fields'][number] => ({
  collection: 'members',
  field: name,
  type: 'text',
  proposed: null,
  because: 'no sign',
  contains: {},
  holds: null,
  role: 'subject',
  isConfirmed: false,
  ...more,
});
const system = (more: Partial<SystemView> = {}): SystemView => ({
  id: 'sys_1',
  name: 'Riding club',
  kind: 'sql',
  owner: 'Bo',
  ownerEmail: 'bo@larkmere.example',
  country: 'DK',
  isTraced: false,
  searchesInactive: true,
  inactive: null,
  reachedAt: null,
  error: null,
  readAt: '2026-11-24T08:00:00Z',
  settings: { schemas: 'club' },
  sealed: ['url'],
  fields: [
    field('reach', { proposed: 'email', because: '3 of 3 values are e-mail addresses', contains: { email: 3 } }),
    field('state'),
  ],
  references: [],
  register: [],
  mayChange: true,
  ...more,
});

function acts() {
  const called: unknown[][] = [];
  const say =
    <T,>(name: string, value: T) =>
    async (...args: unknown[]) => (called.push([name, ...args]), { ok: true as const, value });
  const actions = {
    testSystem: say('testSystem', { ok: true, collections: 2, fields: 8 }),
    changeConnection: say('changeConnection', {
      ok: false,
      what: 'It turns us away.',
      advice: 'Check the password.',
      said: 'not-allowed: no',
    }),
    readFields: say('readFields', { collections: 1, fields: 2, references: 0 }),
    confirmFields: say('confirmFields', { confirmed: 2 }),
    changeRegister: say('changeRegister', null),
    changeSearching: say('changeSearching', null),
    trySearch: say('trySearch', { found: [{ collection: 'customers', count: 2 }], isCut: false }),
    confirmReferences: say('confirmReferences', { confirmed: 1 }),
    takeBackReference: say('takeBackReference', null),
  } as SystemActs;
  return { called, actions };
}
const sheet = (one: SystemView, actions = acts().actions) =>
  show(<SystemSheet system={one} actions={actions} zone="Europe/Copenhagen" />);
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

test('what a field holds is proposed with its reason, changed by a person, and confirmed with the whole collection', async () => {
  const { called, actions } = acts();
  sheet(system(), actions);
  expect(screen.getByText('3 of 3 values are e-mail addresses')).toBeTruthy();
  expect(screen.getByText('email × 3')).toBeTruthy();
  choose('members state holds', 'free text');
  fireEvent.click(button('Confirm 2 fields'));
  await waitFor(() =>
    expect(called).toEqual([
      [
        'confirmFields',
        {
          system: 'sys_1',
          collection: 'members',
          holds: { reach: 'email', state: 'free-text' },
          roles: { reach: 'subject', state: 'subject' },
        },
      ],
    ]),
  );
});

test('what is confirmed already has nothing to confirm; what the mapping says is only shown', () => {
  const { unmount } = sheet(
    system({ fields: [field('reach', { proposed: 'email', holds: 'email', isConfirmed: true })] }),
  );
  unfold(/members/);
  expect(button('All confirmed').disabled).toBe(true);
  unmount();
  sheet(system({ kind: 'rest' }));
  expect(screen.queryByLabelText('members reach holds')).toBeNull();
  expect(screen.getByText('The mapping says what its fields hold.')).toBeTruthy();
});

test('it is not switched on before its fields are confirmed, and says why', () => {
  sheet(system());
  fireEvent.click(screen.getByLabelText('Every trace goes there'));
  expect(screen.getByText('One field has to be confirmed first.')).toBeTruthy();
  expect(button('Keep it so').disabled).toBe(true);
});

test('who is no longer active is left out only by a field and its values', async () => {
  const { called, actions } = acts();
  sheet(system({ isTraced: true }), actions);
  fireEvent.click(screen.getByLabelText(/no longer active/));
  expect(button('Keep it so').disabled).toBe(true);
  choose(/They are told by/, 'members.state');
  fireEvent.change(screen.getByLabelText('being'), { target: { value: 'closed, guest' } });
  fireEvent.click(button('Keep it so'));
  await waitFor(() =>
    expect(called).toEqual([
      [
        'changeSearching',
        {
          system: 'sys_1',
          isTraced: true,
          searchesInactive: false,
          inactive: { collection: 'members', field: 'state', values: ['closed', 'guest'] },
        },
      ],
    ]),
  );
});

test('a kept secret is never shown and may stay empty; what the system says is said with what to do', async () => {
  const { called, actions } = acts();
  sheet(system(), actions);
  fireEvent.click(button('Change the connection'));
  expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('');
  fireEvent.change(screen.getByLabelText('Address'), { target: { value: 'http://x' } });
  fireEvent.click(button(/keep them/));
  await screen.findByText(/begins with postgres/);
  fireEvent.change(screen.getByLabelText('Address'), { target: { value: '' } });
  fireEvent.click(button(/keep them/));
  await screen.findByText(/It turns us away/);
  expect(called).toEqual([['changeConnection', { id: 'sys_1', settings: { schemas: 'club', url: '' } }]]);
});

test('what a collection is for is asked in full, with its categories proposed from its fields', async () => {
  const { called, actions } = acts();
  sheet(system(), actions);
  fireEvent.click(button('Say it'));
  expect(screen.getByLabelText<HTMLInputElement>('Holds').value).toBe('name and contact');
  fireEvent.click(button('Say it so'));
  await screen.findByText('What is it used for?');
  expect(called).toEqual([]);
  for (const [label, value] of [
    ['Used for', 'running the club, insurance'],
    ['Kept', 'one year'],
    ['Comes from', 'you'],
  ])
    fireEvent.change(screen.getByLabelText(label!), { target: { value } });
  fireEvent.click(screen.getByLabelText(/gave it to us themselves/));
  fireEvent.click(button('Say it so'));
  await waitFor(() =>
    expect(called).toEqual([
      [
        'changeRegister',
        {
          system: 'sys_1',
          collection: 'members',
          title: 'Riding club · members',
          purposes: ['running the club', 'insurance'],
          categories: ['name and contact'],
          recipients: [],
          retention: 'one year',
          source: 'you',
          transfers: null,
          automatedDecisions: null,
          isGiven: true,
          nothing: [],
        },
      ],
    ]),
  );
});

test('a test person is looked for: what is found is counted', async () => {
  const { called, actions } = acts();
  sheet(system(), actions);
  expect(button('Try it').disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('E-mail of a test person'), { target: { value: 'mette@mail.example' } });
  fireEvent.click(button('Try it'));
  await screen.findByText('Found: 2 in customers.');
  expect(called).toEqual([['trySearch', { id: expect.any(String), email: 'mette@mail.example' }]]);
});

test('who may only see changes nothing', () => {
  sheet(system({ mayChange: false, settings: {}, sealed: [] }));
  expect(screen.getByText('only its owner and administrators see it')).toBeTruthy();
  // What is folded may be looked at.
  expect(screen.queryAllByRole('button').filter((one) => !one.hasAttribute('aria-expanded'))).toEqual([]);
});

describe('a new system', () => {
  const form = (reached = { ok: true as const, value: { ok: true as const, collections: 2, fields: 8 } }) => {
    const called: unknown[][] = [];
    show(
      <NewSystemForm
        adder="Ib"
        readFields={async () => ({ ok: true, value: null as never })}
        tryConnection={async (given) => (called.push(['try', given]), reached)}
        addSystem={async (values) => (
          called.push(['add', values]),
          { ok: false, message: 'Some fields need another look.', fields: { name: 'That name is taken.' } }
        )}
      />,
    );
    return called;
  };

  test('its kind says what has to be told; it is tried before it is added; what the server says stands beside its field', async () => {
    const called = form();
    expect(button('Add the system').disabled).toBe(true);
    fireEvent.click(screen.getByLabelText(/PostgreSQL database/));
    fireEvent.click(button('Try to reach it'));
    await screen.findByText('Address is needed.');
    fireEvent.change(screen.getByLabelText(/^Address \*|^Address$/), {
      target: { value: 'postgres://u:p@db.example/x' },
    });
    fireEvent.click(button('Try to reach it'));
    await screen.findByText('✓ It answers: 2 collections with 8 fields.');
    fireEvent.click(button('Add the system'));
    await screen.findByText('Give it the name your colleagues know it by.');
    for (const [label, value] of [
      ['Name', 'Club'],
      ['Owner', 'Bo'],
    ])
      fireEvent.change(screen.getByLabelText(label!), { target: { value } });
    fireEvent.click(button('Add the system'));
    await screen.findByText('That name is taken.');
    expect(called.at(-1)).toEqual([
      'add',
      {
        kind: 'sql',
        name: 'Club',
        country: '',
        owner: 'Bo',
        ownerEmail: '',
        settings: { url: 'postgres://u:p@db.example/x' },
      },
    ]);
  });

  test('without a connection the owner’s address is needed', async () => {
    const called = form();
    fireEvent.click(screen.getByLabelText(/No connection/));
    expect(screen.queryByRole('button', { name: 'Try to reach it' })).toBeNull();
    for (const [label, value] of [
      ['Name', 'Cards'],
      ['Owner', 'Kurt'],
    ])
      fireEvent.change(screen.getByLabelText(label!), { target: { value } });
    fireEvent.click(button('Add the system'));
    await screen.findByText('Its owner is asked by mail: the address is needed.');
    expect(called).toEqual([]);
  });
});

describe('references', () => {
  const ends = { collection: 'rides', fields: ['member'], to: 'members', toFields: ['no'], when: null };
  const line = (more: Partial<SystemView['references'][number]> = {}): SystemView['references'][number] => ({
    ...ends,
    origin: 'proposed',
    because: 'by its name; 3 of 3 values are there',
    meaning: 'belongs',
    isConfirmed: false,
    ...more,
  });

  test('what is proposed stands with its reason and is confirmed as said', async () => {
    const { called, actions } = acts();
    sheet(system({ references: [line()] }), actions);
    expect(screen.getByText('1 of 1 wait for somebody to confirm them')).toBeTruthy();
    expect(screen.getByText('by its name; 3 of 3 values are there')).toBeTruthy();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /rides.member to members.no/ }));
    fireEvent.click(await screen.findByRole('option', { name: 'only names whom it points at' }));
    fireEvent.click(button('Confirm 1 references'));
    await waitFor(() =>
      expect(called).toEqual([['confirmReferences', { system: 'sys_1', references: [{ ...ends, meaning: 'names' }] }]]),
    );
  });

  test('one that nobody can see is said by hand, and taken back', async () => {
    const { called, actions } = acts();
    sheet(system({ references: [line({ origin: 'by-hand', isConfirmed: true })] }), actions);
    unfold(/members/);
    expect(button('All confirmed').disabled).toBe(true);
    fireEvent.click(button('Take back'));
    await waitFor(() => expect(called).toEqual([['takeBackReference', { system: 'sys_1', ends }]]));
    fireEvent.click(screen.getByText('Another reference, which nobody can see from outside'));
    expect(button('Follow it').disabled).toBe(true);
    for (const [label, place] of [
      ['This field', 'members.state'],
      ['points at', 'members.reach'],
    ] as const) {
      const box = screen.getByRole('combobox', { name: label });
      fireEvent.change(box, { target: { value: place } });
      fireEvent.click(await screen.findByRole('option', { name: place }));
    }
    fireEvent.click(button('Follow it'));
    const said = {
      collection: 'members',
      fields: ['state'],
      to: 'members',
      toFields: ['reach'],
      when: null,
      meaning: 'belongs',
    };
    await waitFor(() => expect(called[1]).toEqual(['confirmReferences', { system: 'sys_1', references: [said] }]));
  });

  test('who may not change them reads them', () => {
    sheet(system({ references: [line()], mayChange: false }));
    expect(screen.getByText('belongs to whom it points at')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Confirm/ })).toBeNull();
  });
});
