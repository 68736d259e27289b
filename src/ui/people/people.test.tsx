/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { narrow, show } from '../../../test/support/screen';
import type { PersonView } from '../../core/people/views';
import type { ActionResult } from '../shared/actionResult';
import { LinksPanel } from './LinksPanel';
import { PeopleSearch } from './PeopleSearch';
import { PersonSheet } from './PersonSheet';

beforeAll(narrow);

const person = (links: PersonView['links']) => ({ id: 'per_1', links }) as PersonView;
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });

test('identities are linked and unlinked with a reason, never without', async () => {
  const done: string[][] = [];
  const act =
    (what: string) =>
    async ({ b, reason }: { readonly b: string; readonly reason: string }) => (
      done.push([what, b, reason]),
      { ok: true as const, value: null }
    );
  show(
    <LinksPanel
      person={person([{ id: 'per_2', name: 'Lone Dam', reason: 'showed both cards', since: '2026-11-20T08:00:00Z' }])}
      zone="Europe/Copenhagen"
      actions={{ linkPersons: act('link'), unlinkPersons: act('unlink') }}
    />,
  );
  expect(screen.getByRole('link', { name: 'Lone Dam' }).getAttribute('href')).toBe('/people/per_2');
  expect(button('Unlink').disabled).toBe(true);
  expect(button('Link').disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'was her sister' } });
  expect(button('Link').disabled).toBe(true);
  fireEvent.click(button('Unlink'));
  fireEvent.change(screen.getByLabelText(/^Other person/), { target: { value: 'per_3' } });
  fireEvent.click(button('Link'));
  await waitFor(() =>
    expect(done).toEqual([
      ['unlink', 'per_2', 'was her sister'],
      ['link', 'per_3', 'was her sister'],
    ]),
  );
});

test('whoever may not link sees the links, or that there are none', () => {
  const { unmount } = show(
    <LinksPanel
      person={person([{ id: 'per_2', name: null, reason: null, since: '2026-11-20T08:00:00Z' }])}
      zone="Europe/Copenhagen"
      actions={null}
    />,
  );
  expect(screen.getByText('without a name')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
  unmount();
  show(<LinksPanel person={person([])} zone="Europe/Copenhagen" actions={null} />);
  expect(screen.getByText('No other identity is linked.')).toBeTruthy();
});

describe('one person', () => {
  const standing = (more: object) => ({
    permitted: false,
    standing: 'withdrawn',
    since: '2026-11-24T08:00:00Z',
    because: 'cho_2',
    mayAskAgainFrom: '2027-11-24',
    reasons: [{ code: 'said-no', answer: 'withdraw', day: '2026-11-24', source: 'GDPR art. 7(3)' }],
    isConflict: false,
    purpose: 'newsletter',
    title: 'Newsletter',
    plain: 'News by mail',
    kind: 'consent',
    parent: null,
    ...more,
  });
  const made = (id: string, answer: string, occurredAt: string, seq: number) => ({
    id,
    number: String(seq),
    purpose: 'newsletter',
    answer,
    occurredAt,
    recordedAt: '2026-11-24T09:00:00Z',
    system: 'Web shop',
    ask: 'till-sign-up',
    askVersion: 2,
    folio: 3,
    place: 'Aarhus',
  });
  const view = (more: Partial<PersonView> = {}): PersonView => ({
    id: 'per_1',
    name: 'Rasmus Dahl',
    country: 'DK',
    isMasked: false,
    erasedAt: null,
    identifiers: [{ kind: 'customer-number', value: '48215', source: 'Web shop', since: '2026-01-01T00:00:00Z' }],
    links: [],
    standings: [standing({})] as PersonView['standings'],
    choices: [made('cho_1', 'grant', '2026-06-01', 7), made('cho_2', 'withdraw', '2026-11-24T08:00:00Z', 9)],
    requests: [],
    asOf: '2026-11-24T09:00:00Z',
    ...more,
  });
  const sheet = (person: PersonView, on: string | null = null) =>
    show(<PersonSheet person={person} today="2026-11-24" on={on} zone="Europe/Copenhagen" links={null} />);

  test('standing with its reason and source, newest choice first, each with a receipt', () => {
    sheet(view());
    expect(
      screen.getByText(/Withdrew on Tue 24 Nov 2026\. \(GDPR art\. 7\(3\)\) May be asked again from Wed 24 Nov 2027\./),
    ).toBeTruthy();
    expect(screen.getAllByRole('link', { name: 'receipt' }).map((link) => link.getAttribute('href'))).toEqual([
      '/ledger/receipts/cho_2',
      '/ledger/receipts/cho_1',
    ]);
    expect(screen.getByRole('img', { name: /2 choices from Mon 1 Jun 2026 to Tue 24 Nov 2026/ })).toBeTruthy();
  });

  test('as of a day says so, and puts the cursor there', () => {
    sheet(view(), '2026-11-22');
    expect(screen.getByText('Standing on Sun 22 Nov 2026')).toBeTruthy();
    expect(screen.getByText('Sun 22 Nov 2026', { selector: 'text' })).toBeTruthy();
  });

  test('a conflict between linked identities is said; the restrictive reading holds', () => {
    sheet(view({ standings: [standing({ isConflict: true })] as PersonView['standings'] }));
    expect(screen.getByRole('status').textContent).toMatch(
      /different things about Newsletter\. The more restrictive reading holds/,
    );
  });

  test('an erased person has no name, no identifiers and no links; the choices stay', () => {
    sheet(view({ name: null, erasedAt: '2026-11-20T08:00:00Z', identifiers: [] }));
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Erased person');
    expect(screen.queryByText('The same human being')).toBeNull();
    expect(screen.getByText('withdraw', { selector: 'b' })).toBeTruthy();
  });

  test('of somebody who has said nothing there is no ribbon, and it is said', () => {
    sheet(view({ choices: [], standings: [] }));
    expect(screen.getByText('This person has made no choice yet.')).toBeTruthy();
    expect(screen.queryByRole('region', { name: 'Choices through time' })).toBeNull();
  });
});

test('a search says whom it found, that it found nobody, or that it failed and may be tried again', async () => {
  let answer: () => Promise<ActionResult<never[]>> = async () => ({
    ok: true,
    value: [
      { id: 'per_1', name: 'Lone Dam', country: 'DK', identifiers: [{ kind: 'phone', value: '+4510123456' }] },
    ] as never[],
  });
  show(<PeopleSearch findPeople={() => answer()} />);
  const find = (words: string) => {
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: words } });
    fireEvent.submit(screen.getByRole('search'));
  };
  find('lone');
  expect((await screen.findByRole('link', { name: 'Lone Dam' })).getAttribute('href')).toBe('/people/per_1');
  answer = async () => ({ ok: true, value: [] });
  find('nobody');
  await screen.findByText(/Nobody is known by “nobody”/);
  answer = async () => {
    throw new Error('no connection');
  };
  find('lone');
  await screen.findByText('The server did not answer. Try again.');
});
