/** @jest-environment jsdom */
import { SHIPPED_LAWS } from '../../core/clock/shippedLaws';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestLine } from '../../../test/support/requests';
import { button } from '../../../test/support/requestActions';
import { narrow, show } from '../../../test/support/screen';
import { NewRequestForm } from './NewRequestForm';
import { RequestList } from '../requests/RequestList';

beforeAll(narrow);

describe('opening and finding', () => {
  test('what is missing is named, nothing is sent; what the server says stands at its field and what was typed stays', async () => {
    const sent: unknown[] = [];
    show(
      <NewRequestForm
        today="2026-11-24"
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        open={async (values) => (
          sent.push(values),
          { ok: false, message: 'Look at the day.', fields: { receivedOn: 'That day has not come.' } }
        )}
      />,
    );
    fireEvent.click(button('Open the request'));
    await screen.findByText('Choose the right that is exercised.');
    expect(document.activeElement).toBe(screen.getByRole('combobox', { name: /^Right/ }));
    expect(screen.getAllByText('Who asks?')).toHaveLength(2);
    expect(sent).toEqual([]);
    for (const [label, option] of [
      ['Right', 'access'],
      ['How it came', 'phone'],
    ] as const) {
      fireEvent.mouseDown(screen.getByRole('combobox', { name: new RegExp(`^${label}`) }));
      fireEvent.click(screen.getByRole('option', { name: option }));
    }
    fireEvent.change(screen.getByLabelText('Given name'), { target: { value: 'Lone' } });
    fireEvent.change(screen.getByLabelText('Family name'), { target: { value: 'Dam' } });
    fireEvent.click(button('Open the request'));
    await screen.findByText('That day has not come.');
    const day = screen.getByRole('group', { name: 'Day of receipt' });
    await waitFor(() => expect(day.contains(document.activeElement)).toBe(true));
    expect(sent).toEqual([
      expect.objectContaining({ right: 'access', channel: 'phone', receivedOn: '2026-11-24', givenName: 'Lone' }),
    ]);
    expect(screen.getByLabelText<HTMLInputElement>('Given name').value).toBe('Lone');
  });

  test('the list says who is next and why, or that nothing fits', () => {
    const { unmount } = show(<RequestList lines={[requestLine()]} open={1} next={null} mayOpen />);
    expect(screen.getByRole('link', { name: REF }).getAttribute('href')).toBe(`/requests/${REF}`);
    expect(screen.getByText('Ask for proof of identity')).toBeTruthy();
    unmount();
    show(<RequestList lines={[]} open={0} next={null} mayOpen={false} />, '?state=closed');
    expect(screen.getByText('No request fits these filters.')).toBeTruthy();
    expect(screen.queryByText(/Open a request/)).toBeNull();
  });
});
