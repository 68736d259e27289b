/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button } from '../../../test/support/requestActions';
import { run } from '../../../test/support/runs';
import { show } from '../../../test/support/screen';
import type { PlanGroup, PlanLine, PlanPage, PlanView } from '../../core/erasure/views';
import { PlanPanel } from './PlanPanel';

describe('the erasure plan', () => {
  const group = (collection: string, more: Partial<PlanGroup>): PlanGroup => ({
    system: 'shop',
    systemName: 'Web shop',
    collection,
    erase: 0,
    anonymise: 0,
    keep: 0,
    operations: { intended: 0, accepted: 0, done: 0, failed: 0 },
    ...more,
  });
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
    groups: [group('customers', { erase: 3, anonymise: 1 }), group('invoices', { keep: 2 })],
    anonymous: 1,
    recipients: [],
    ...more,
  });

  test('it takes the reference in full, and a reason where few look alike', async () => {
    const { called, actions } = acts();
    show(<PlanPanel request={requestView({ right: 'erasure', plan: plan() })} actions={actions} />);
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

  test('it is grouped by place; a group opens to its lines, page by page, and says when they cannot be shown', async () => {
    const lines = (from: number, n: number): PlanLine[] =>
      Array.from({ length: n }, (_, i) => ({
        position: from + i,
        title: `Invoice ${from + i}`,
        action: 'keep',
        rule: 'retention',
        restrict: false,
        doer: 'connector',
        keepUntil: '2031-12-31',
        reasons: [{ code: 'as-written', text: `Kept for ${from + i} years.` }],
        state: null,
      }));
    const asked: string[] = [];
    let isAway = true;
    globalThis.fetch = ((path: string) => {
      asked.push(path);
      const page: PlanPage = path.endsWith('after=-1')
        ? { lines: lines(1, 2), after: 2 }
        : { lines: lines(3, 1), after: null };
      return Promise.resolve({ ok: !isAway, json: () => Promise.resolve(page) });
    }) as typeof fetch;
    show(<PlanPanel request={requestView({ right: 'erasure', plan: plan() })} actions={acts().actions} />);
    expect(screen.queryByText('Invoice 1')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: /Web shop · invoices.*2 to keep/ }));
    await screen.findByText(/could not be shown/, undefined, { timeout: 5000 });
    isAway = false;
    fireEvent.click(button('Show them again'));
    expect(await screen.findByText('Kept for 2 years.')).toBeTruthy();
    expect(screen.queryByText('Invoice 3')).toBeNull();
    fireEvent.click(button('Show more'));
    expect(await screen.findByText('Invoice 3')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Show more' })).toBeNull();
    expect(asked.at(-1)).toBe(`/api/staff/plans/${REF}?system=shop&collection=invoices&after=2`);
  });

  test('while it runs each group says what is done, what is next and what waits', () => {
    const operations = (intended: number, accepted: number, done: number, failed = 0) => ({
      intended,
      accepted,
      done,
      failed,
    });
    const groups = [
      group('orders', { erase: 2, operations: operations(0, 0, 2) }),
      group('customers', { erase: 4, operations: operations(2, 1, 1) }),
      group('letters', { anonymise: 3, operations: operations(2, 0, 0, 1) }),
      group('invoices', { keep: 2 }),
    ];
    show(
      <PlanPanel
        request={requestView({ right: 'erasure', plan: plan({ state: 'executing', groups }) })}
        actions={acts().actions}
      />,
    );
    const said = screen.getAllByRole('button', { name: /Web shop/ }).map(({ textContent }) => textContent);
    expect(said[0]).toContain('2 to erase✓ done');
    expect(said[1]).toContain('1 of 4 done, 1 taken, not yet confirmed, next');
    expect(said[2]).toContain('0 of 3 done, 1 failed, 2 wait');
    expect(said[3]).not.toMatch(/done|wait/);
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
