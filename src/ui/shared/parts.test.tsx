/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { NotTakenIn } from './NotTakenIn';

const arrival = {
  id: 'ff',
  name: 'new/empty.m',
  source: null,
  arrivedAt: '2026-11-24T08:00:00Z',
  why: 'no-message',
  mustLook: true,
  tries: 1,
};

test(
  'what could not be taken in is named with its reason; what has to be looked at can be settled, what ' +
    'is tried again cannot',
  async () => {
    const settled: string[] = [];
    const settleArrivalByHand = async ({ kind, id }: { kind: string; id: string }) => (
      settled.push(`${kind} ${id}`),
      { ok: true as const, value: null }
    );
    const { unmount } = show(
      <NotTakenIn
        arrivals={[arrival, { ...arrival, id: 'aa', name: null, why: 'ENOSPC', mustLook: false, tries: 4 }]}
        what="message"
        zone="Europe/Copenhagen"
        settleArrivalByHand={settleArrivalByHand}
      />,
    );
    expect(screen.getByText('2 messages could not be taken in')).toBeTruthy();
    expect(screen.getByText('new/empty.m')).toBeTruthy();
    expect(screen.getByText(/the storage is full. It is tried again by itself \(4 so far\)/)).toBeTruthy();
    fireEvent.click(screen.getByText('I have looked after it'));
    await waitFor(() => expect(settled).toEqual(['mail ff']));
    unmount();
    show(<NotTakenIn arrivals={[]} what="file" zone="Europe/Copenhagen" settleArrivalByHand={settleArrivalByHand} />);
    expect(screen.queryByRole('alert')).toBeNull();
  },
);
