/** @jest-environment jsdom */
import { SHIPPED_LAWS } from '../../core/clock/shippedLaws';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF } from '../../../test/support/requests';
import { button } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { InboxSheet } from './InboxSheet';

const TODAY = '2026-11-24';

describe('what came by mail', () => {
  const proposal = (id: string, more: object = {}) => ({
    id,
    receivedOn: '2026-11-21',
    right: 'access' as const,
    language: 'da',
    reasons: [{ code: 'sign' as const, sign: 'indsigt', right: 'access' as const }],
    from: { name: 'Bodil Bech', address: 'bodil@mail.example', givenName: 'Bodil', familyName: 'Bech' },
    subject: 'Indsigt',
    text: 'Hej, <b>indsigt</b> tak',
    ...more,
  });

  test('a message stands beside the request it is proposed as, filled in; confirming opens that', async () => {
    const opened: [string, unknown][] = [];
    const page = show(
      <InboxSheet
        proposals={[proposal('p1'), proposal('p2', { right: null, from: null, subject: '' })]}
        today={TODAY}
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        confirmProposal={async ({ id, form }) => (
          opened.push([id, form]),
          { ok: true, value: { id: 'req_1', ref: REF, statusWord: 'x', acknowledgeBy: null, dueOn: '2026-12-21' } }
        )}
        setAsideProposal={async () => ({ ok: true, value: null })}
      />,
    );
    expect(screen.getByText(/“indsigt” is said/)).toBeTruthy();
    expect(document.querySelector('p b')).toBeNull();
    fireEvent.click(button('Open the request'));
    await waitFor(() =>
      expect(opened).toEqual([
        [
          'p1',
          expect.objectContaining({
            right: 'access',
            channel: 'mail',
            receivedOn: '2026-11-21',
            givenName: 'Bodil',
            familyName: 'Bech',
            email: 'bodil@mail.example',
            language: 'da',
            regimes: ['eu-gdpr'],
          }),
        ],
      ]),
    );
    await waitFor(() => expect(page.went).toEqual([`/requests/${REF}`]));
  });

  test('what is no request is set aside; an empty box says what would come', async () => {
    const aside: string[] = [];
    const { unmount } = show(
      <InboxSheet
        proposals={[proposal('p1')]}
        today={TODAY}
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        confirmProposal={async () => ({ ok: false, message: 'x' })}
        setAsideProposal={async ({ id }) => (aside.push(id), { ok: true, value: null })}
      />,
    );
    fireEvent.click(button(/set it aside/));
    await waitFor(() => expect(aside).toEqual(['p1']));
    unmount();
    show(
      <InboxSheet
        proposals={[]}
        today={TODAY}
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        confirmProposal={async () => ({ ok: false, message: 'x' })}
        setAsideProposal={async () => ({ ok: true, value: null })}
      />,
    );
    expect(screen.getByText(/Nothing waits/)).toBeTruthy();
  });
});
