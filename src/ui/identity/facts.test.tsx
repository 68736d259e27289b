/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button, type } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { IdentityStage } from './IdentityStage';
import { JoinOffers } from '../intake/JoinOffers';

describe('who it is', () => {
  const identity = {
    state: 'none',
    method: null,
    document: null,
    addresses: [],
    tries: null,
    methods: [{ method: 'facts' as const, isEnough: true, reasons: [] }],
    factTriesLeft: 3,
    factsNeeded: 2,
  };

  test('facts are compared, and told is only how many agree', async () => {
    const { called, actions } = acts({
      checkFacts: { ok: true, value: { agree: 1, differ: 1, unknown: 0, isProven: false, left: 2 } },
    });
    show(<IdentityStage request={requestView({ identity })} actions={actions} />);
    fireEvent.click(button('Compare facts with what is on file'));
    await screen.findByRole('button', { name: 'Compare 0 with what is on file' });
    expect(button('Compare 0 with what is on file').disabled).toBe(true);
    type('Postcode', '8000');
    type('Date of birth', '1987-03-14');
    fireEvent.click(button('Compare 2 with what is on file'));
    await screen.findByText('1 agree, 1 differ, 0 not on file. 2 tries left.');
    expect(called).toEqual([
      [
        'checkFacts',
        {
          ref: REF,
          facts: [
            { kind: 'birth-date', value: '1987-03-14' },
            { kind: 'postcode', value: '8000' },
          ],
        },
      ],
    ]);
  });

  test('where facts are not enough, it is said before anybody tries', () => {
    show(
      <IdentityStage
        request={requestView({
          identity: {
            ...identity,
            methods: [
              {
                method: 'facts',
                isEnough: false,
                reasons: [{ code: 'special-data' }],
              },
            ],
          },
        })}
        actions={acts().actions}
      />,
    );
    expect(button('Compare facts with what is on file').disabled).toBe(true);
    expect(screen.getByText(/Facts are not open here: Data of special/)).toBeTruthy();
  });

  test('an agent shows the permission first; older requests for the same can be joined', async () => {
    const { called, actions } = acts();
    const request = requestView({
      identity,
      authority: 'needed',
      onBehalf: { kind: 'agent', name: 'B. Quirke' },
      joinable: [{ ref: 'BK-2026-0400', receivedOn: '2026-11-01', band: 'likely', because: 'name, birth date' }],
      person: { givenName: 'Lone' },
    });
    const { unmount } = show(<IdentityStage request={request} actions={actions} />);
    fireEvent.click(button('The permission was shown'));
    await waitFor(() => expect(called).toEqual([['showAuthority', { ref: REF }]]));
    unmount();
    show(<JoinOffers request={request} actions={actions} />);
    expect(screen.getByText(/the same person \(name, birth date\) asked for the same on Sun 1 Nov 2026/)).toBeTruthy();
    fireEvent.click(button('Join them'));
    await waitFor(() => expect(called).toContainEqual(['joinRequests', { ref: REF, into: 'BK-2026-0400' }]));
  });
});
