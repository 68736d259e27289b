/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button, type } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { unfold } from '../../../test/support/fields';
import { AfterAnswer, AppealStage } from './AppealStage';

const TODAY = '2026-11-24';

describe('after the answer', () => {
  test('an appeal is answered in writing, and shows the person’s words', async () => {
    const { called, actions } = acts();
    show(
      <AppealStage
        request={requestView({
          regime: 'us-va',
          appeal: 'open',
          stage: 'appeal',
          events: [{ kind: 'appeal-received', at: '2026-11-20T08:00:00Z', reason: 'I was a customer!' }],
        })}
        actions={actions}
      />,
    );
    expect(screen.getByText('“I was a customer!”')).toBeTruthy();
    expect(button('Answer the appeal').disabled).toBe(true);
    type('Our answer, in writing', 'You are right, we look again.');
    fireEvent.click(button('Answer the appeal'));
    await waitFor(() =>
      expect(called).toEqual([
        ['answerAppeal', { ref: REF, outcome: 'upheld', text: 'You are right, we look again.' }],
      ]),
    );
  });

  test('where the law knows no appeal to us, only opening again is offered, and why is said', async () => {
    const { called, actions } = acts();
    show(<AfterAnswer request={requestView({ mayReopen: true, stage: 'closed' })} today={TODAY} actions={actions} />);
    expect(screen.queryByRole('button', { name: /Record the/ })).toBeNull();
    unfold('Something was overlooked');
    expect(screen.getByText(/GDPR knows no appeal to us/)).toBeTruthy();
    type(/what was overlooked/, 'A box in the cellar.');
    fireEvent.click(button('Open the request again'));
    await waitFor(() => expect(called).toEqual([['reopenRequest', { ref: REF, reason: 'A box in the cellar.' }]]));
  });
});
