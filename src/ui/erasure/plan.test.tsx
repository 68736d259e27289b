/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button } from '../../../test/support/requestActions';
import { run } from '../../../test/support/runs';
import { show } from '../../../test/support/screen';
import type { PlanView } from '../../core/erasure/views';
import { PlanPanel } from './PlanPanel';

describe('the erasure plan', () => {
  const plan = (more: Partial<PlanView> = {}): PlanView => ({
    id: 'pln_1',
    state: 'draft',
    phase: 'outside',
    frozenOn: '2026-11-24',
    fingerprint: 'ab'.repeat(32),
    totals: { erase: 3, anonymise: 1, keep: 2, systems: 2 },
    k: 3,
    run: run({ kind: 'run-erasure', state: 'running', done: 1, total: 4 }),
    error: null,
    lines: [
      {
        position: 0,
        system: 'Web shop',
        collection: 'invoices',
        title: 'Invoice 7',
        action: 'keep',
        rule: 'retention',
        restrict: false,
        doer: 'connector',
        keepUntil: '2031-12-31',
        reasons: [{ code: 'as-written', text: 'Kept for five years.' }],
        state: null,
      },
    ],
    anonymous: 1,
    recipients: [],
    ...more,
  });

  test('it takes the reference in full, and a reason where few look alike', async () => {
    const { called, actions } = acts();
    show(<PlanPanel request={requestView({ right: 'erasure', plan: plan() })} actions={actions} />);
    expect(screen.getByText('Kept for five years.')).toBeTruthy();
    expect(button('Erase 4 records in 2 systems').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/Only 3 look alike/), { target: { value: 'a small village' } });
    fireEvent.change(screen.getByLabelText('Reference'), { target: { value: REF } });
    fireEvent.click(button('Erase 4 records in 2 systems'));
    await waitFor(() =>
      expect(called).toEqual([['confirmPlan', { ref: REF, typed: REF, acceptance: 'a small village' }]]),
    );
  });

  test('while it runs it says how far it is, and what failed; it cannot be confirmed again', () => {
    show(
      <PlanPanel
        request={requestView({
          right: 'erasure',
          plan: plan({ state: 'executing', error: 'The newsletter service is down.' }),
        })}
        actions={acts().actions}
      />,
    );
    expect(screen.getByRole('status').textContent).toContain('Erasing in the systems: 1 of 4 operations.');
    expect(screen.getByRole('alert').textContent).toBe('The newsletter service is down. It is tried again.');
    expect(screen.queryByLabelText('Reference')).toBeNull();
  });

  test('without one, making it is offered to whoever may work', async () => {
    const { called, actions } = acts();
    const { unmount } = show(<PlanPanel request={requestView({ right: 'erasure' })} actions={actions} />);
    fireEvent.click(button('Make the erasure plan'));
    await waitFor(() => expect(called).toEqual([['makePlan', { ref: REF }]]));
    unmount();
    show(<PlanPanel request={requestView({ right: 'erasure', mayWork: false })} actions={actions} />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});
