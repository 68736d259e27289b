/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { AnswerStage } from './AnswerStage';
import { CarryOutStage } from '../carryOut/CarryOutStage';
import { DecideStage } from './DecideStage';

const ZONE = 'Europe/Copenhagen';

describe('the decision', () => {
  test('nothing goes out without a ground and a reason', async () => {
    const { called, actions } = acts();
    show(<DecideStage request={requestView({ stage: 'decide' })} actions={actions} />);
    fireEvent.click(button('Refuse'));
    expect(screen.getByText(/goes out at once/)).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Reason, in a sentence'), { target: { value: 'no' } });
    fireEvent.click(button('Refuse and answer'));
    await screen.findByText('Choose the ground.');
    expect(screen.getByText('Say why in a sentence: the person may ask.')).toBeTruthy();
    expect(called).toEqual([]);
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: 'No data about this person' }));
    fireEvent.change(screen.getByLabelText('Reason, in a sentence'), {
      target: { value: 'Nothing was found in nine systems.' },
    });
    fireEvent.click(button('Refuse and answer'));
    await waitFor(() =>
      expect(called).toEqual([
        ['decide', { ref: REF, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found in nine systems.' }],
      ]),
    );
  });

  test('one that was made is shown and cannot be made again', () => {
    show(
      <DecideStage
        request={requestView({
          decision: { outcome: 'fulfil', ground: 'art-15', reason: 'Access.', by: 'Signe', at: null },
        })}
        actions={acts().actions}
      />,
    );
    expect(screen.getByText('art-15')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('carrying out and answering', () => {
  const pack = {
    state: 'ready',
    files: 7,
    bytes: 40_000,
    withheld: 2,
    sha256: 'cd'.repeat(32),
    confirmedAt: null,
    openedAt: null,
    error: null,
    missing: [],
  };

  test('the second word is shown once, after the pack went out', async () => {
    const { called, actions } = acts({ sendPack: { ok: true, value: { secret: 'copper-lantern' } } });
    const page = show(<AnswerStage request={requestView({ pack })} zone={ZONE} actions={actions} />);
    expect(screen.queryByText('copper-lantern')).toBeNull();
    fireEvent.click(button('Send the pack and close'));
    expect(called).toEqual([]);
    fireEvent.click(await screen.findByRole('button', { name: 'Send it and close' }));
    await screen.findByText('copper-lantern');
    // It stays until it is noted: neither Escape nor a look elsewhere takes it away.
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(page.refreshed()).toBe(0);
    expect(screen.getByText('copper-lantern')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'It is noted' }));
    await waitFor(() => expect(screen.queryByText('copper-lantern')).toBeNull());
    expect(page.refreshed()).toBe(1);
  });

  test('a pack that was built says what is in it; a letter that may have come twice says so', () => {
    const { unmount } = show(<CarryOutStage request={requestView({ pack })} actions={acts().actions} />);
    expect(screen.getByText(/7 files, 40 kB, 2 withheld/)).toBeTruthy();
    expect(button('Build it again')).toBeTruthy();
    unmount();
    show(
      <AnswerStage
        request={requestView({
          pack: { ...pack, state: 'sent', confirmedAt: '2026-11-24T09:00:00Z' },
          letters: [
            {
              id: 'let_1',
              template: 'pack-ready',
              state: 'sent',
              at: '2026-11-24T08:00:00Z',
              tries: 2,
              error: null,
              nextTryAt: null,
            },
          ],
        })}
        zone={ZONE}
        actions={acts().actions}
      />,
    );
    expect(screen.getByText('sent, 2 tries: may have come twice')).toBeTruthy();
    expect(screen.getByText('✓ Received Tue 24 Nov 2026 10:00.')).toBeTruthy();
  });

  test('what is done by hand is answered in words, not with an empty letter', async () => {
    const { called, actions } = acts();
    show(
      <AnswerStage request={requestView({ right: 'rectification', stage: 'answer' })} zone={ZONE} actions={actions} />,
    );
    fireEvent.change(screen.getByLabelText(/What was done/), { target: { value: 'Done' } });
    expect(button('Answer and close').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/What was done/), { target: { value: 'The address was corrected.' } });
    fireEvent.click(button('Answer and close'));
    fireEvent.click(await screen.findByRole('button', { name: 'Send it and close' }));
    await waitFor(() => expect(called).toEqual([['answerByLetter', { ref: REF, text: 'The address was corrected.' }]]));
  });
});
