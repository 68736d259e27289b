/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { REF, requestView } from '../../../test/support/requests';
import { acts, around, button, type } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { ChoicesPanel, RecordsPanel } from './ActsPanel';

describe('carrying out', () => {
  test('a withdrawal shows what becomes of each purpose; what is necessary cannot be chosen', async () => {
    const effects = [
      { purpose: 'newsletter', title: 'Newsletter', answer: 'withdraw', standing: 'granted', permitted: true },
      { purpose: 'post', title: 'Post', answer: 'object', standing: 'default-permitted', permitted: true },
      { purpose: 'orders', title: 'Orders', answer: null, standing: 'always-on', permitted: true },
    ];
    const { called, actions } = acts({ readEffects: { ok: true, value: effects } });
    show(around(<ChoicesPanel request={requestView({ right: 'withdrawal', stage: 'carry-out' })} actions={actions} />));
    expect((await screen.findByLabelText<HTMLInputElement>('Orders')).disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('Post'));
    fireEvent.click(button('Record 1 choice in the ledger'));
    await waitFor(() => expect(called).toContainEqual(['carryOutChoices', { ref: REF, purposes: ['newsletter'] }]));
  });

  test('a correction: record, field, the right value; what a system did not do is said', async () => {
    const view = {
      records: [
        {
          id: 'm1',
          systemName: 'Web shop',
          collection: 'customers',
          title: 'Lone',
          fields: [{ name: 'name', value: 'Lone Dan' }],
        },
      ],
      acts: [
        {
          id: 'a',
          kind: 'rectify',
          systemName: 'Newsletter',
          record: 'contacts 7',
          field: 'name',
          was: 'L',
          value: 'Lone',
          state: 'failed',
          detail: 'The record says otherwise.',
        },
      ],
      recipients: [
        { recipient: 'our parcel carrier', how: null, wasTold: false, toldOn: null },
        { recipient: 'our accountant', how: 'by mail', wasTold: true, toldOn: null },
      ],
    };
    const { called, actions } = acts({ readRecordActs: { ok: true, value: view } });
    show(
      around(<RecordsPanel request={requestView({ right: 'rectification', stage: 'carry-out' })} actions={actions} />),
    );
    expect((await screen.findByText(/✕ failed/)).textContent).toContain('The record says otherwise.');
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: /customers/ }));
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /Field/ }));
    fireEvent.click(await screen.findByRole('option', { name: /name: Lone Dan/ }));
    expect(button('Correct this field').disabled).toBe(true);
    type('The right value', 'Lone Dam');
    fireEvent.click(button('Correct this field'));
    await waitFor(() =>
      expect(called).toContainEqual(['correctField', { ref: REF, matchId: 'm1', field: 'name', value: 'Lone Dam' }]),
    );
    expect(screen.getByText('✓ by mail')).toBeTruthy();
    expect(button('That is all: go on to the answer').disabled).toBe(true);
    type('How they were told, or why that cannot be done', 'they were rung');
    fireEvent.click(button('They were told'));
    await waitFor(() =>
      expect(called).toContainEqual([
        'tellRecipient',
        { ref: REF, recipient: 'our parcel carrier', how: 'they were rung', wasTold: true },
      ]),
    );
  });
});
