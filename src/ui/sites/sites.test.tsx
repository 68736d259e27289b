/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { SiteView } from '../../core/sites/views';
import { SiteSheet } from './SiteSheet';
import { SitesSheet } from './SitesSheet';

const SITE: SiteView = {
  id: 'shop',
  name: 'Web shop',
  origins: ['https://shop.example'],
  ask: 'shop-panel',
  version: 2,
  isClosed: false,
  answers: 7,
  position: 'bottom',
  switches: 'counting: visits',
  held: '',
  script: '<script src="https://privacy.example/panel/shop/script.js"></script>',
  counts: [
    {
      ...{ day: '2026-11-24', version: 2, language: 'da', place: 'DK', device: 'phone' },
      ...{ shown: 90, yes: 30, no: 20, part: 20, withdrawn: 1 },
    },
    {
      ...{ day: '2026-11-10', version: 1, language: 'da', place: 'DE', device: 'computer' },
      ...{ shown: 90, yes: 60, no: 10, part: 5, withdrawn: 0 },
    },
  ],
  live: { version: 1, since: '2026-11-10', lastShown: '2026-11-24', isBehind: true },
  mayChange: true,
  asks: ['shop-panel'],
};
const none = async () => ({ ok: false as const, message: 'no' });

test('an empty list says what comes first; each site says whether it asks', () => {
  const view = { sites: [], asks: [], purposes: [], mayChange: false };
  const { unmount } = show(<SitesSheet view={view} actions={{ addSite: none }} />);
  expect(screen.getByText('No site asks yet.')).toBeTruthy();
  unmount();
  const sites = [
    SITE,
    { ...SITE, id: 'old', name: 'Old', isClosed: true },
    { ...SITE, id: 'early', name: 'Early', version: null },
  ];
  show(<SitesSheet view={{ ...view, sites }} actions={{ addSite: none }} />);
  const states = screen.getAllByRole('row').map((row) => within(row).queryAllByRole('cell').at(-1)?.textContent);
  expect(states.slice(1)).toEqual(['asks', 'taken out of use', 'its ask is not in force: no panel is shown']);
});

test('what is typed wrong is said beside its field before anything is sent, and nothing typed is lost', async () => {
  const sent: unknown[] = [];
  const changeSite = async (input: unknown) => {
    sent.push(input);
    return { ok: true as const, value: null };
  };
  show(<SiteSheet view={SITE} actions={{ changeSite, closeSite: none }} />);
  const field = screen.getByLabelText('Switches');
  fireEvent.change(field, { target: { value: 'counting visits' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await screen.findByText(/is read as a name, a colon and purposes/);
  expect(sent).toEqual([]);
  fireEvent.change(field, { target: { value: 'counting: visits, ads' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(sent).toMatchObject([{ id: 'shop', switches: 'counting: visits, ads' }]));
});

test('a site shows its line and its figures; one that was taken out of use cannot be changed', () => {
  const { unmount } = show(<SiteSheet view={SITE} actions={{ changeSite: none, closeSite: none }} />);
  expect(screen.getByText(SITE.script)).toBeTruthy();
  expect(screen.getAllByRole('cell').map(({ textContent }) => textContent)).toEqual(
    expect.arrayContaining(['2', '90', '30', '20', '43 % (32 %–55 %)']),
  );
  expect(screen.getByText(/Version 2 beside version 1: fewer said yes, by -37 points/)).toBeTruthy();
  expect(screen.getByText(/has not arrived there/)).toBeTruthy();
  fireEvent.click(screen.getByLabelText('by place'));
  expect(screen.getAllByRole('cell').map(({ textContent }) => textContent)).toEqual(
    expect.arrayContaining(['DK', 'DE', '80 % (70 %–87 %)']),
  );
  unmount();
  show(
    <SiteSheet
      view={{ ...SITE, isClosed: true, mayChange: false, counts: [] }}
      actions={{ changeSite: none, closeSite: none }}
    />,
  );
  expect(screen.queryByText(SITE.script)).toBeNull();
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
  expect(screen.getByText('Nobody was asked yet.')).toBeTruthy();
});
