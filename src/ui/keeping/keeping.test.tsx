/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { RetentionInput } from '../../core/keeping/schema';
import type { RetentionView } from '../../core/keeping/views';
import { RetentionSheet } from './RetentionSheet';

const view: RetentionView = {
  rules: [],
  open: [],
  systems: [{ id: 'sys_shop', name: 'Web shop', collections: [{ name: 'invoices', fields: ['number', 'issued_on'] }] }],
  duties: [{ country: 'DK', what: 'books', law: 'Bogføringsloven § 12', years: 5, anchor: 'financial-year' }],
  drafts: [
    {
      id: 'rdr_1',
      what: 'books and vouchers',
      law: 'Bogføringsloven § 12',
      years: 5,
      anchor: 'financial-year',
      place: { systemId: 'sys_shop', system: 'Web shop', collection: 'invoices', field: 'issued_on' },
    },
    { id: 'rdr_2', what: 'orders and deliveries', law: 'claims', years: 3, anchor: 'event', place: null },
  ],
  mayChange: true,
};
const refused = async () => ({ ok: false as const, message: 'no' });
const none = {
  addRetentionRule: refused,
  removeRetentionRule: refused,
  strikeRetentionDraft: refused,
  addOpenRule: refused,
  removeOpenRule: refused,
};
const drafts = () => screen.getByRole('region', { name: 'Waiting to be told where' });

test('a rule of the example fills the form with what is known of it, and is completed by it', async () => {
  const sent: RetentionInput[] = [];
  const addRetentionRule = async (input: RetentionInput) => {
    sent.push(input);
    return { ok: true as const, value: { id: 'ret_1' } };
  };
  show(<RetentionSheet view={view} actions={{ ...none, addRetentionRule }} />);
  expect(within(drafts()).getByText('Web shop · invoices, issued_on')).toBeTruthy();
  expect(within(drafts()).getByText('no system has such records')).toBeTruthy();
  fireEvent.click(within(drafts()).getAllByRole('button', { name: 'Say where' })[0]!);
  expect(screen.getByRole('heading', { name: 'Where are the books and vouchers?' })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Keep them' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    draftId: 'rdr_1',
    systemId: 'sys_shop',
    collection: 'invoices',
    field: 'issued_on',
    years: 5,
    law: 'Bogføringsloven § 12',
  });
  await waitFor(() => expect(screen.getByRole('heading', { name: 'Another rule' })).toBeTruthy());
});

test('whoever may not change rules sees what waits, and no button', () => {
  show(<RetentionSheet view={{ ...view, mayChange: false }} actions={none} />);
  expect(within(drafts()).getByText('books and vouchers')).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
});
