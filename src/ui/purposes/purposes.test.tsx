/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { PurposeShown } from '../../core/purposes/views';
import { PurposesSheet } from './PurposesSheet';

const ZONE = 'Europe/Copenhagen';

test('a change of a purpose is looked at before it can be published, and again after each edit', async () => {
  const purpose = {
    id: 'calls',
    version: 1,
    title: 'Calls',
    plain: 'We may call.',
    kind: 'consent',
    parent: null,
    confirmWithinHours: null,
    confirmBy: 'source',
    shelfLifeDays: null,
    askAgainAfterDays: null,
    askAgainOnMaterial: false,
    isSale: false,
    validFrom: '2020-01-01T00:00:00Z',
    recordedAt: '2020-01-01T00:00:00Z',
    kinds: [],
    channels: [],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
  } as unknown as PurposeShown;
  const tried: { shelfLifeDays: number | null }[] = [];
  show(
    <PurposesSheet
      versions={[purpose]}
      now="2026-11-24T08:00:00Z"
      zone={ZONE}
      mayDraft
      mayPublish
      previewPurpose={async (draft) => (
        tried.push(draft as never),
        {
          ok: true,
          value: { people: 10, altered: 2, gained: 0, lost: 2, changes: [{ from: 'granted', to: 'lapsed', count: 2 }] },
        }
      )}
      publishPurpose={async () => ({ ok: true, value: { version: 2 } })}
    />,
  );
  fireEvent.click(screen.getByText('Change'));
  const publish = () => screen.getByText<HTMLButtonElement>('Publish');
  expect(publish().disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('A yes is kept, days'), { target: { value: '30' } });
  fireEvent.click(screen.getByText('What would change?'));
  await waitFor(() =>
    expect(screen.getByText(/2 of 10 people would stand differently: 0 more permitted, 2 fewer/)).toBeTruthy(),
  );
  expect(tried[0]!.shelfLifeDays).toBe(30);
  expect(publish().disabled).toBe(false);
  fireEvent.change(screen.getByLabelText('A yes is kept, days'), { target: { value: '60' } });
  expect(publish().disabled).toBe(true);
  fireEvent.click(screen.getByText('In other languages, missing: Danish, German, Dutch'));
  fireEvent.change(await screen.findByLabelText('Title in Danish'), { target: { value: 'Opkald' } });
  fireEvent.change(screen.getByLabelText('Plain words in Danish'), { target: { value: 'Vi må ringe til dig.' } });
  fireEvent.click(screen.getByText('What would change?'));
  await waitFor(() => expect(publish().disabled).toBe(false));
  expect(tried.at(-1)).toMatchObject({ words: { da: { title: 'Opkald', plain: 'Vi må ringe til dig.' } } });
  fireEvent.click(publish());
  await waitFor(() => expect(screen.getByText('Published as version 2')).toBeTruthy());
});
