/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { IdentityStage } from './IdentityStage';

describe('identity', () => {
  const identity = {
    state: 'none',
    method: null,
    document: null,
    addresses: [
      { address: 'l…@mail.example', isAsking: true },
      { address: 'l…@work.example', isAsking: false },
    ],
    tries: null,
    methods: [],
    factTriesLeft: 3,
    factsNeeded: 3,
  };

  test('a code goes to the address that was chosen, and to none where none is on file', async () => {
    const { called, actions } = acts();
    const { unmount } = show(<IdentityStage request={requestView({ identity })} actions={actions} />);
    expect(screen.queryByRole('button', { name: /could not be established/ })).toBeNull();
    fireEvent.click(screen.getByLabelText(/l…@work.example/));
    fireEvent.click(button('Mail a code (pauses the clock)'));
    await waitFor(() => expect(called).toEqual([['askIdentity', { ref: REF, address: 'l…@work.example' }]]));
    unmount();
    show(<IdentityStage request={requestView({ identity: { ...identity, addresses: [] } })} actions={actions} />);
    expect(button(/Mail a code/).disabled).toBe(true);
    expect(screen.getByText(/No address is on file/)).toBeTruthy();
  });

  test('five wrong codes are said, with what can be done; a refusal of the server is said too', async () => {
    const { actions } = acts({ refuseForIdentity: { ok: false, message: 'It was answered already.' } });
    show(<IdentityStage request={requestView({ identity: { ...identity, state: 'failed' } })} actions={actions} />);
    expect(screen.getByText(/wrong five times/)).toBeTruthy();
    fireEvent.click(button(/could not be established/));
    await waitFor(() => expect(screen.getByText('It was answered already.')).toBeTruthy());
  });
});
