/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { PersonView } from '../../core/consent/views';
import { LinksPanel } from './LinksPanel';

const person = (links: PersonView['links']) => ({ id: 'per_1', links }) as PersonView;
const button = (name: string) => screen.getByRole('button', { name }) as HTMLButtonElement;

test('identities are linked and unlinked with a reason, never without', async () => {
  const done: string[][] = [];
  const act = (what: string) => async (other: string, reason: string) => (done.push([what, other, reason]), { ok: true as const, value: null });
  show(<LinksPanel person={person([{ id: 'per_2', name: 'Lone Dam', reason: 'showed both cards', since: '2026-11-20T08:00:00Z' }])} zone="Europe/Copenhagen" actions={{ link: act('link'), unlink: act('unlink') }} />);
  expect(screen.getByRole('link', { name: 'Lone Dam' }).getAttribute('href')).toBe('/people/per_2');
  expect(button('Unlink').disabled).toBe(true);
  expect(button('Link').disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'was her sister' } });
  expect(button('Link').disabled).toBe(true);
  fireEvent.click(button('Unlink'));
  fireEvent.change(screen.getByLabelText(/^Other person/), { target: { value: 'per_3' } });
  fireEvent.click(button('Link'));
  await waitFor(() => expect(done).toEqual([['unlink', 'per_2', 'was her sister'], ['link', 'per_3', 'was her sister']]));
});

test('whoever may not link sees the links, or that there are none', () => {
  const { unmount } = show(<LinksPanel person={person([{ id: 'per_2', name: null, reason: null, since: '2026-11-20T08:00:00Z' }])} zone="Europe/Copenhagen" actions={null} />);
  expect(screen.getByText('without a name')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
  unmount();
  show(<LinksPanel person={person([])} zone="Europe/Copenhagen" actions={null} />);
  expect(screen.getByText('No other identity is linked.')).toBeTruthy();
});
