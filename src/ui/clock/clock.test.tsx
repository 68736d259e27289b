/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { ClockPanel } from './ClockPanel';
import { ClockWord } from '../requests/RequestList';

const ZONE = 'Europe/Copenhagen';

describe('the clock', () => {
  test('an extension needs its reason, says to which day, and is offered once', async () => {
    const { called, actions } = acts();
    const { unmount } = show(<ClockPanel request={requestView()} zone={ZONE} today="2026-11-24" actions={actions} />);
    expect(screen.getByText('(GDPR art. 12(3))')).toBeTruthy();
    expect(button('Extend to Tue 2 Feb 2027').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Reason (the person is told it)'), { target: { value: 'nine workshops' } });
    fireEvent.click(button('Extend to Tue 2 Feb 2027'));
    await waitFor(() =>
      expect(called).toEqual([
        ['recordClockEvent', { ref: REF, kind: 'extended', reason: 'nine workshops', until: null, toldByHand: false }],
      ]),
    );
    unmount();
    show(
      <ClockPanel
        request={requestView({
          isExtended: true,
          events: [{ kind: 'extended', at: '2026-11-20T08:00:00Z', reason: 'nine workshops' }],
        })}
        zone={ZONE}
        today="2026-11-24"
        actions={actions}
      />,
    );
    expect(screen.getByText('Extended already; there is only one extension.')).toBeTruthy();
  });

  test('asking to clarify pauses it; the answer lets it run again', () => {
    const { actions } = acts();
    const { unmount } = show(<ClockPanel request={requestView()} zone={ZONE} today="2026-11-24" actions={actions} />);
    expect(button(/Ask to clarify/).disabled).toBe(true);
    unmount();
    show(
      <ClockPanel
        request={requestView({
          events: [{ kind: 'clarification-asked', at: '2026-11-20T08:00:00Z', reason: 'which shop?' }],
        })}
        zone={ZONE}
        today="2026-11-24"
        actions={actions}
      />,
    );
    expect(screen.getByText(/clarification asked Fri 20 Nov 2026 09:00: which shop\?/)).toBeTruthy();
    expect(button('They have clarified').disabled).toBe(false);
  });

  test.each([
    ['overdue', -3, '■ 3 days late'],
    ['paused', 4, '‖ paused'],
    ['answered-in-time', 0, '✓ in time'],
    ['answered-late', 0, '✓ late'],
    ['running', 1, '▸ 1 day'],
  ])('%s has a word and a shape', (state, left, words) => {
    show(<ClockWord state={state} left={left} />);
    expect(screen.getByText(words)).toBeTruthy();
  });
});
