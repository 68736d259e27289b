/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { choose } from '../../../test/support/fields';
import { acts, button } from '../../../test/support/requestActions';
import { REF, requestView } from '../../../test/support/requests';
import { show } from '../../../test/support/screen';
import { IdentityStage } from './IdentityStage';

const identity = requestView().identity;

test('a document is named with how it was seen before it proves anything', async () => {
  const { called, actions } = acts();
  show(<IdentityStage request={requestView()} actions={actions} />);
  fireEvent.click(button('A document was looked at'));
  await screen.findByRole('button', { name: 'It proves who they are' });
  expect(button('It proves who they are').disabled).toBe(true);
  choose('Document', 'identity card');
  choose('How it was seen', 'a copy was seen and destroyed');
  fireEvent.click(button('It proves who they are'));
  await waitFor(() =>
    expect(called).toEqual([['proveAtCounter', { ref: REF, document: 'identity-card', seen: 'copy-destroyed' }]]),
  );
});

test('what was seen is said, with by whom; it is taken back while nothing rests on it', async () => {
  const { called, actions } = acts();
  const seen = (mayTakeBack: boolean) =>
    requestView({
      identity: {
        ...identity,
        state: 'proven',
        method: 'document-seen',
        document: { kind: 'passport', seen: 'by-video', by: 'Signe Aaby', mayTakeBack },
      },
    });
  const { unmount } = show(<IdentityStage request={seen(true)} actions={actions} />);
  expect(screen.getByText('passport, seen by video by Signe Aaby')).toBeTruthy();
  fireEvent.click(button('Take it back'));
  await waitFor(() => expect(called).toEqual([['takeBackIdentity', { ref: REF }]]));
  unmount();
  show(<IdentityStage request={seen(false)} actions={actions} />);
  expect(screen.queryByRole('button', { name: 'Take it back' })).toBeNull();
  expect(screen.getByText(/rests on it: it stands/)).toBeTruthy();
});
