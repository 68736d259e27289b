/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { TryLook, TryView } from '../../core/sites/tryOut';
import { TrySheet } from './TrySheet';

const look = (more: Partial<TryLook>): TryLook => ({
  state: 'before',
  address: 'https://shop.example/',
  fault: null,
  panel: { isAsking: true, language: 'en', permitted: [], switches: { counting: false }, held: [] },
  sightings: [],
  calls: { 'shop.example': 2 },
  hasPicture: false,
  ...more,
});
const VIEW: TryView = {
  id: 'shop',
  name: 'Web shop',
  origins: ['https://shop.example'],
  run: null,
  asked: { url: 'https://shop.example/', place: 'DK', language: 'da', gpc: false },
  looks: [
    look({}),
    look({
      state: 'only:visits',
      panel: { isAsking: false, language: 'en', permitted: ['visits'], switches: { counting: true }, held: [] },
    }),
    look({ state: 'all', panel: null, fault: 'unreachable' }),
  ],
  titles: { visits: 'Counting visits' },
  liveLink: 'https://shop.example/?bookend-try=x',
  mayTry: true,
};

test('the looks stand side by side under what was answered', () => {
  show(
    <TrySheet
      view={VIEW}
      actions={{
        startTry: async () => ({ ok: false, message: 'no' }),
        stop: async () => ({ ok: false, message: 'no' }),
      }}
    />,
  );
  const table = screen.getByRole('table', { name: 'Side by side' });
  expect(
    within(table)
      .getAllByRole('columnheader')
      .map(({ textContent }) => textContent)
      .slice(0, 4),
  ).toEqual(['what', 'before', 'only Counting visits', 'yes to all']);
  const row = within(table).getByText('counting').closest('tr')!;
  expect([...row.cells].map(({ textContent }) => textContent)).toEqual(['counting', 'off', 'on', '–']);
  expect(screen.getByRole('link', { name: 'Open the page live' }).getAttribute('href')).toContain('bookend-try');
});

test('what is tried is checked before it is sent; a refusal is said and loses nothing', async () => {
  const sent: unknown[] = [];
  show(
    <TrySheet
      view={{ ...VIEW, looks: [], liveLink: null }}
      actions={{
        startTry: async (input) => (
          sent.push(input),
          { ok: false, message: 'That page is on no origin of this site.' }
        ),
        stop: async () => ({ ok: false, message: 'no' }),
      }}
    />,
  );
  const page = screen.getByLabelText<HTMLInputElement>('Page');
  fireEvent.change(page, { target: { value: 'not an address' } });
  fireEvent.click(screen.getByRole('button', { name: 'Try it' }));
  expect(await screen.findByText('An address of a page of this site.')).toBeTruthy();
  expect(sent).toEqual([]);
  fireEvent.change(page, { target: { value: 'https://else.example/' } });
  fireEvent.click(screen.getByRole('button', { name: 'Try it' }));
  expect(await screen.findByText('That page is on no origin of this site.')).toBeTruthy();
  expect(page.value).toBe('https://else.example/');
  await waitFor(() => expect(sent).toHaveLength(1));
});
