/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { NO_OWN_VIEW, type OwnView } from '../../core/access/ownView';
import { show } from '../../../test/support/screen';
import { Grid } from './Grid';
import type { GridColumn } from './gridTypes';
import { InOwnView } from './ownView';

interface Bike {
  id: string;
  maker: string;
  gears: number;
}

const BIKES: Bike[] = [
  { id: 'a', maker: 'Havn', gears: 7 },
  { id: 'b', maker: 'Bakke', gears: 21 },
];
const COLUMNS: GridColumn<Bike>[] = [
  { id: 'maker', title: 'maker', isFixed: true, sort: 'maker', text: ({ maker }) => maker },
  { id: 'gears', title: 'gears', isNumber: true, text: ({ gears }) => gears },
  { id: 'colour', title: 'colour', isAside: true, text: () => 'green' },
];

function grid(start: OwnView = NO_OWN_VIEW, more: Partial<Parameters<typeof Grid<Bike>>[0]> = {}) {
  const kept: unknown[] = [];
  const page = show(
    <InOwnView
      start={start}
      acts={{
        keepColumns: async (sent) => (kept.push(sent), { ok: true, value: null }),
        closeForGood: async () => ({ ok: true, value: null }),
      }}
    >
      <Grid
        list="requests"
        label="Bikes"
        rows={BIKES}
        idOf={({ id }) => id}
        columns={COLUMNS}
        hrefOf={({ id }) => `/bikes/${id}`}
        empty="No bike."
        {...more}
      />
    </InOwnView>,
  );
  return { kept, page };
}
const heads = () => screen.getAllByRole('columnheader').map(({ textContent }) => textContent);

test('rows and cells are there; what is left aside is not, until somebody wants it, and that is kept', async () => {
  const { kept } = grid();
  await screen.findByRole('gridcell', { name: 'Bakke' });
  expect(heads()).toEqual(['maker', 'gears']);
  fireEvent.click(screen.getByRole('button', { name: 'Columns' }));
  fireEvent.click(await screen.findByRole('checkbox', { name: 'colour' }));
  await waitFor(() => expect(heads()).toEqual(['maker', 'gears', 'colour']));
  expect(kept).toEqual([{ list: 'requests', hidden: [] }]);
  fireEvent.click(screen.getByRole('checkbox', { name: 'gears' }));
  await waitFor(() => expect(kept.at(-1)).toEqual({ list: 'requests', hidden: ['gears'] }));
  // What names the row stays.
  expect(screen.getByRole<HTMLInputElement>('checkbox', { name: 'maker' }).disabled).toBe(true);
});

test('what a colleague left out before stays out', async () => {
  grid({ ...NO_OWN_VIEW, hidden: { requests: ['gears'] } });
  await screen.findByRole('gridcell', { name: 'Bakke' });
  expect(heads()).toEqual(['maker', 'colour']);
});

test('Enter on a row opens it; it is sorted only where the database can', async () => {
  const sorts: unknown[] = [];
  const { page } = grid(NO_OWN_VIEW, { sort: (by, isDown) => sorts.push([by, isDown]) });
  const cell = await screen.findByRole('gridcell', { name: 'Bakke' });
  fireEvent.keyDown(cell, { key: 'Enter' });
  expect(page.went).toEqual(['/bikes/b']);
  const [maker, gears] = screen.getAllByRole('columnheader');
  fireEvent.click(within(maker!).getByText('maker'));
  fireEvent.click(within(gears!).getByText('gears'));
  expect(sorts).toEqual([['maker', false]]);
});

test('an empty list says what belongs there', () => {
  grid(NO_OWN_VIEW, { rows: [] });
  expect(screen.getByText('No bike.')).toBeTruthy();
  expect(screen.queryByRole('grid')).toBeNull();
});
