/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button, type } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { WorkloadSheet } from './WorkloadSheet';
import { WorkPanel } from './WorkPanel';

const ZONE = 'Europe/Copenhagen';

describe('colleagues', () => {
  test('a note is sent and its field is empty again; handing over asks once', async () => {
    const { called, actions } = acts();
    show(
      <WorkPanel
        request={requestView({
          members: ['Signe'],
          notes: [{ id: 'n', by: 'Mikkel', at: '2026-11-23T08:00:00Z', text: 'Look at the camp.' }],
          colleagues: [{ id: 'usr_m', name: 'Mikkel' }],
        })}
        zone={ZONE}
        actions={actions}
      />,
    );
    expect(screen.getByText(/Look at the camp/)).toBeTruthy();
    type(/Note for colleagues/, '@Mikkel done');
    fireEvent.click(button('Note it'));
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>(/Note for colleagues/).value).toBe(''));
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: 'Mikkel' }));
    fireEvent.click(button('Hand it over'));
    await waitFor(() =>
      expect(called).toEqual([
        ['addNote', { ref: REF, text: '@Mikkel done' }],
        ['setOwner', { ref: REF, userId: 'usr_m', leaves: null }],
      ]),
    );
  });

  test('what was done is taken back from where it is said, as it was before', async () => {
    const called: unknown[] = [];
    const did =
      <T,>(name: string, value: T) =>
      (input: unknown) => (called.push([name, input]), Promise.resolve({ ok: true as const, value }));
    const actions = {
      ...acts().actions,
      addNote: did('addNote', { id: 'not_1', mentioned: 1 }),
      takeBackNote: did('takeBackNote', null),
      setOwner: did('setOwner', { joined: true }),
    };
    show(
      <WorkPanel
        request={requestView({ colleagues: [{ id: 'usr_m', name: 'Mikkel' }], owner: null })}
        zone={ZONE}
        actions={actions}
      />,
    );
    type(/Note for colleagues/, '@Mikkel done');
    fireEvent.click(button('Note it'));
    fireEvent.click(await screen.findByRole('button', { name: 'Take it back' }));
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>(/Note for colleagues/).value).toBe('@Mikkel done'),
    );
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: 'Mikkel' }));
    fireEvent.click(button('Hand it over'));
    await screen.findByText('Handed over');
    fireEvent.click(button('Take it back'));
    await screen.findByText('Taken back');
    expect(called).toEqual([
      ['addNote', { ref: REF, text: '@Mikkel done' }],
      ['takeBackNote', { ref: REF, id: 'not_1' }],
      ['setOwner', { ref: REF, userId: 'usr_m', leaves: null }],
      ['setOwner', { ref: REF, userId: null, leaves: 'usr_m' }],
    ]);
    expect(screen.queryByRole('button', { name: 'Hand it over' })).toBeNull();
  });

  test('rules are added and removed by whoever may; the calendar’s address is shown once', async () => {
    const done: unknown[] = [];
    const view = {
      rules: [{ id: 'r1', right: 'erasure' as const, regime: null, language: null, userId: 'a', userName: 'Anna' }],
      workload: [{ userId: 'a', name: 'Anna', open: 4, overdue: 1 }],
    };
    const props = {
      view,
      addAssignmentRule: async (rule: unknown) => (done.push(rule), { ok: true as const, value: { id: 'r2' } }),
      removeAssignmentRule: async ({ id }: { readonly id: string }) => (
        done.push(id),
        { ok: true as const, value: null }
      ),
      makeCalendarFeed: async () => ({ ok: true as const, value: { address: 'https://x.example/calendar/t.ics' } }),
    };
    const { unmount } = show(<WorkloadSheet {...props} mayChange />);
    fireEvent.click(button('Add the rule'));
    fireEvent.click(button('Remove'));
    fireEvent.click(await screen.findByRole('button', { name: 'Take it back' }));
    await waitFor(() => expect(done).toHaveLength(3));
    expect(done.pop()).toEqual({ right: 'erasure', regime: null, language: null, userId: 'a' });
    await waitFor(() => expect(done).toEqual([{ right: null, regime: null, language: null, userId: 'a' }, 'r1']));
    fireEvent.click(button('Make my calendar’s address'));
    await screen.findByText('https://x.example/calendar/t.ics');
    unmount();
    show(<WorkloadSheet {...props} mayChange={false} />);
    expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
  });
});
