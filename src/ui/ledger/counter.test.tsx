/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { Script } from '../../core/ledger/views';
import { CounterSheet } from './CounterSheet';

describe('the counter', () => {
  const scripts: Script[] = [
    {
      ask: 'till',
      version: 2,
      place: 'at the till',
      purposes: [{ id: 'newsletter', title: 'Newsletter' }],
      words: { en: 'May we?', da: 'Må vi?' },
    },
  ];

  test('nobody is known: a new person begins; the answer goes with script, place and language', async () => {
    const sent: unknown[] = [];
    show(
      <CounterSheet
        scripts={scripts}
        actions={{
          findAtCounter: async () => ({ ok: true, value: [] }),
          recordByHand: async (values) => (
            sent.push(values),
            { ok: true, value: { status: 'recorded', id: 'cho_1', reasons: [] } }
          ),
        }}
      />,
    );
    expect(screen.getByText('Må vi?').getAttribute('lang')).toBe('da');
    fireEvent.change(screen.getByLabelText('Exact value'), { target: { value: 'ida@mail.example' } });
    fireEvent.click(screen.getByText('Look'));
    await waitFor(() => expect(screen.getByText(/Nobody is known by that/)).toBeTruthy());
    fireEvent.change(screen.getByLabelText('Family name'), { target: { value: 'Holt' } });
    fireEvent.change(screen.getByPlaceholderText('Aarhus, or on the phone'), { target: { value: 'Aarhus' } });
    expect(screen.getByText<HTMLButtonElement>('Record the answer').disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('No'));
    fireEvent.click(screen.getByText('Record the answer'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual({
      identifier: { kind: 'email', value: 'ida@mail.example' },
      ask: 'till',
      askVersion: 2,
      purpose: 'newsletter',
      answer: 'refuse',
      place: 'Aarhus',
      language: 'da',
      givenName: null,
      familyName: 'Holt',
    });
  });

  test('what was held says why and keeps what was typed', async () => {
    show(
      <CounterSheet
        scripts={scripts}
        actions={{
          findAtCounter: async () => ({ ok: true, value: [] }),
          recordByHand: async () => ({
            ok: true,
            value: { status: 'quarantined', id: null, reasons: [{ code: 'several-people' }] },
          }),
        }}
      />,
    );
    fireEvent.change(screen.getByLabelText('Exact value'), { target: { value: 'ida@mail.example' } });
    fireEvent.click(screen.getByLabelText('Yes'));
    fireEvent.click(screen.getByText('Record the answer'));
    await waitFor(() =>
      expect(screen.getByRole('alert').textContent).toBe(
        'quarantined: These identifiers point at more than one person.',
      ),
    );
    expect(screen.getByLabelText<HTMLInputElement>('Exact value').value).toBe('ida@mail.example');
  });
});
