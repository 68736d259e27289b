/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { SayTracker } from '../../core/sites/schema';
import type { ScanTracker, ScanView } from '../../core/sites/views';
import { ScanSheet } from './ScanSheet';

const tracker = (change: Partial<ScanTracker>): ScanTracker => ({
  key: `${change.kind ?? 'cookie'} ${change.host ?? 'club.example'} ${change.name ?? 'x'}`,
  kind: 'cookie',
  host: 'club.example',
  name: 'x',
  by: null,
  livesDays: 365,
  phases: ['before', 'no', 'yes'],
  pages: 3,
  firstUrl: 'https://club.example/',
  words: null,
  findings: [],
  isNew: false,
  ...change,
});
const view = (change: Partial<ScanView> = {}): ScanView => ({
  id: 'club',
  name: 'The club',
  run: null,
  scannedAt: '2026-11-24T09:00:00Z',
  wasCut: true,
  pages: 4,
  failed: [{ url: 'https://club.example/circle', fault: 'redirects' }],
  trackers: [
    tracker({ name: 'session', words: { owner: '', use: 'session', keepsDays: 1, isSale: false }, livesDays: 0 }),
    tracker({
      kind: 'form-read',
      host: 'replay.example',
      name: 'email',
      isNew: true,
      findings: [{ code: 'reads-forms', about: 'Take it off.' }],
    }),
  ],
  gone: ['cookie old.example y'],
  plan: { everyDays: null, pages: 30, signInUrl: '', user: '', hasPassword: false },
  mayChange: true,
  ...change,
});
const refused = async () => ({ ok: false as const, message: 'Not now.' });
const none = { startScan: refused, planScan: refused, sayTracker: refused, stop: refused };
const draw = (change: Partial<ScanView> = {}, acts: Partial<typeof none> = {}) =>
  show(<ScanSheet view={view(change)} zone="Europe/Copenhagen" actions={{ ...none, ...acts }} />);

test('what is not in order comes first, all of it can be seen, and what failed is said in words', () => {
  draw();
  expect(screen.getByText(/not every page was looked at/)).toBeTruthy();
  const table = () => within(screen.getByRole('table', { name: 'Seen on the pages' }));
  expect(table().getByText('reads what visitors do: no choice stops it')).toBeTruthy();
  expect(table().queryByText('session')).toBeNull();
  fireEvent.click(screen.getByRole('radio', { name: 'All (2)' }));
  expect(table().getByText('session')).toBeTruthy();
  expect(table().getByText('the site itself')).toBeTruthy();
  fireEvent.click(screen.getByText('1 look failed'));
  expect(screen.getByText(/leads in a circle/)).toBeTruthy();
});

test('whoever describes something says it of its name, or of all of its host', async () => {
  const said: SayTracker[] = [];
  draw(
    {},
    {
      sayTracker: (async (input: SayTracker) => {
        said.push(input);
        return { ok: true, value: null };
      }) as never,
    },
  );
  fireEvent.click(screen.getByRole('button', { name: 'Describe reads a form email replay.example' }));
  fireEvent.click(screen.getByRole('button', { name: 'Say so' }));
  await screen.findByText('Whose is it?');
  expect(said).toEqual([]);
  fireEvent.change(screen.getByLabelText('Whose it is'), { target: { value: 'Larchpane' } });
  fireEvent.change(screen.getByLabelText('Of this name'), { target: { value: '' } });
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What it is for' }));
  fireEvent.click(screen.getByRole('option', { name: 'records visits' }));
  fireEvent.click(screen.getByRole('button', { name: 'Say so' }));
  await waitFor(() => expect(said).toHaveLength(1));
  expect(said[0]).toEqual({
    host: 'replay.example',
    name: '',
    owner: 'Larchpane',
    use: 'recording',
    keepsDays: null,
    isSale: false,
  });
});

test('a plan that cannot be is refused beside its field', async () => {
  draw();
  fireEvent.change(screen.getByLabelText('Pages at most'), { target: { value: '900' } });
  fireEvent.change(screen.getByLabelText('Sign-in'), { target: { value: 'here' } });
  fireEvent.click(screen.getByRole('button', { name: 'Plan it so' }));
  expect(await screen.findByText('At most 200.')).toBeTruthy();
  expect(screen.getByText(/An address such as/)).toBeTruthy();
});

test('before the first scan it is said what it does; why one failed is said in words; who may not change it has no buttons', () => {
  const run = {
    id: 'scn_1' as const,
    kind: 'scan-site' as const,
    state: 'failed' as const,
    done: 0,
    total: null,
    counts: {},
    cause: 'no-browser',
    startedAt: '2026-11-24T09:00:00Z',
    finishedAt: null,
    mayCancel: false,
  };
  draw({ scannedAt: null, trackers: [], failed: [], gone: [], run, mayChange: false });
  expect(screen.getByText(/Not scanned yet/)).toBeTruthy();
  expect(screen.getByText(/apt-get install chromium/)).toBeTruthy();
  expect(screen.queryByRole('button')).toBeNull();
});
