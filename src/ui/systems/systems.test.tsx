/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { run } from '../../../test/support/runs';
import { narrow, show } from '../../../test/support/screen';
import type { KeysView } from '../../core/keys/views';
import { ColleagueTable } from '../access/ColleagueTable';
import { KeysPanel } from '../access/KeysPanel';
import { SystemsSheet } from './SystemsSheet';

beforeAll(narrow);

const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
const keys = (more: Partial<KeysView> = {}): KeysView => ({
  newest: 2,
  versions: [
    { version: 1, keys: 40, destroyed: 2 },
    { version: 2, keys: 5, destroyed: 0 },
  ],
  rotation: null,
  exports: [],
  mayChange: true,
  ...more,
});

describe('keys', () => {
  const none = {
    startRotation: async () => ({ ok: true as const, value: { id: 'rot_1' } }),
    askForKeys: async () => ({ ok: true as const, value: { id: 'exp_1' } }),
    approveKeyExport: async () => ({ ok: true as const, value: null }),
    fetchKeys: async () => ({ ok: true as const, value: { copy: 'x' } }),
  };

  test('data keys under an older master are counted and wrapped anew; while that runs it cannot be asked for again', () => {
    const { unmount } = show(<KeysPanel keys={keys()} actions={none} />);
    expect(screen.getByText(/40 data keys under version 1, 2 destroyed; 5 data keys under version 2/)).toBeTruthy();
    expect(button('Wrap 40 data keys anew').disabled).toBe(false);
    unmount();
    show(<KeysPanel keys={keys({ rotation: run({ state: 'running', done: 10, total: 40 }) })} actions={none} />);
    expect(screen.getByRole('status').textContent).toContain('10 of 40');
    expect(button(/Wrap/).disabled).toBe(true);
  });

  test('a copy is agreed to by somebody else; the one who asked cannot agree, and fetches it under a passphrase', async () => {
    const [agreed, fetched]: [string[], [string, string][]] = [[], []];
    const actions = {
      ...none,
      approveKeyExport: async ({ id }: { readonly id: string }) => (
        agreed.push(id),
        { ok: true as const, value: null }
      ),
      fetchKeys: async ({ id, passphrase }: { readonly id: string; readonly passphrase: string }) => (
        fetched.push([id, passphrase]),
        { ok: false as const, message: 'The passphrase is too short.' }
      ),
    };
    const line = { id: 'exp_1', askedBy: 'Asta', reason: 'the safe', approvedBy: null, isOwn: false };
    const { unmount } = show(<KeysPanel keys={keys({ exports: [line] as KeysView['exports'] })} actions={actions} />);
    fireEvent.click(button('Agree'));
    await waitFor(() => expect(agreed).toEqual(['exp_1']));
    unmount();
    const { unmount: again } = show(
      <KeysPanel keys={keys({ exports: [{ ...line, isOwn: true }] as KeysView['exports'] })} actions={actions} />,
    );
    expect(screen.queryByRole('button', { name: 'Agree' })).toBeNull();
    expect(screen.queryByRole('button', { name: /Fetch/ })).toBeNull();
    again();
    show(
      <KeysPanel
        keys={keys({ exports: [{ ...line, isOwn: true, approvedBy: 'Bo' }] as KeysView['exports'] })}
        actions={actions}
      />,
    );
    fireEvent.change(screen.getByLabelText('Passphrase for the copy'), { target: { value: 'short' } });
    fireEvent.click(button('Fetch it, once'));
    await screen.findByText('The passphrase is too short.');
    expect(fetched).toEqual([['exp_1', 'short']]);
  });

  test('who may not change keys reads of them only', () => {
    show(<KeysPanel keys={keys({ mayChange: false })} actions={none} />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});

test('an administrator keeps colleagues out, never themselves', async () => {
  const set: [string, boolean][] = [];
  const colleague = (id: string, active: boolean) => ({
    id,
    name: id,
    email: `${id}@larkmere.example`,
    roles: ['coordinator' as const],
    active,
    isInvited: false,
    invitedUntil: null,
  });
  show(
    <ColleagueTable
      colleagues={[colleague('asta', true), colleague('bo', true), colleague('eva', false)]}
      own="asta"
      zone="UTC"
      mayChange
      actions={{
        setColleagueActive: async ({ id, active }) => (set.push([id, active]), { ok: true, value: null }),
        inviteAgain: async () => ({ ok: false, message: '' }),
        setColleagueRoles: async () => ({ ok: false, message: '' }),
      }}
    />,
  );
  expect(screen.getAllByRole('button').map((one) => one.textContent)).toEqual(['Roles', 'Keep out', 'Roles', 'Let in']);
  fireEvent.click(button('Keep out'));
  fireEvent.click(button('Let in'));
  await waitFor(() =>
    expect(set).toEqual([
      ['bo', false],
      ['eva', true],
    ]),
  );
});

test('a system that cannot be reached says why; one without a connection is not reached for', async () => {
  const asked: string[] = [];
  const system = {
    id: 'sys_shop',
    name: 'Web shop',
    kind: 'sql',
    owner: 'Bo',
    isTraced: true,
    reachedAt: '2026-11-24T08:00:00Z',
    error: null,
    collections: [
      { collection: 'orders', purposes: ['orders'], categories: ['address'], recipients: [], retention: 'five years' },
    ],
  };
  show(
    <SystemsSheet
      zone="Europe/Copenhagen"
      mayTest
      mayAdd
      systems={
        [
          system,
          { ...system, id: 'sys_mail', name: 'Mailbox', error: 'refused: wrong password', collections: [] },
          {
            ...system,
            id: 'sys_cards',
            name: 'Cards',
            kind: 'by-hand',
            isTraced: false,
            reachedAt: null,
            collections: [],
          },
        ] as never
      }
      testSystem={async ({ id }) => (asked.push(id), { ok: false, message: 'It does not answer.' })}
    />,
  );
  expect(screen.getByText('✓ reached Tue 24 Nov 2026 09:00')).toBeTruthy();
  expect(screen.getByText('✕ refused: wrong password')).toBeTruthy();
  expect(screen.getByText('not searched')).toBeTruthy();
  expect(screen.getAllByRole('button', { name: 'Reach it' })).toHaveLength(2);
  fireEvent.click(screen.getAllByRole('button', { name: 'Reach it' })[1]!);
  await screen.findByText('It does not answer.');
  expect(asked).toEqual(['sys_mail']);
});
