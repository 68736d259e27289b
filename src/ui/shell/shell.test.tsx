/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { PathnameContext } from 'next/dist/shared/lib/hooks-client-context.shared-runtime';
import { show } from '../../../test/support/screen';
import { ROLES, type Role } from '../../core/access/roles';
import type { Due, DueMark } from '../../core/desk/views';
import { DueBoard } from './DueBoard';
import { KeysHelp } from './KeysHelp';
import { Palette, type PaletteHit } from './Palette';
import { placesOf } from './places';

beforeAll(() => {
  // What jsdom lacks and the list of the palette asks for.
  global.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  HTMLElement.prototype.scrollIntoView = () => {};
});

describe('places', () => {
  test.each(ROLES)('%s sees a place only where the role reaches it', (role) => {
    for (const { act: needed } of placesOf([role]))
      expect(placesOf([role]).filter((place) => place.act === needed)).toHaveLength(1);
    expect(placesOf([role]).map(({ href }) => href)).toContain('/desk');
  });
  test('counter staff have the counter and nothing of the ledger; an administrator has Setup; without a role there is nothing', () => {
    expect(placesOf(['counter-staff']).map(({ title }) => title)).toEqual(expect.arrayContaining(['Counter']));
    expect(placesOf(['counter-staff']).map(({ title }) => title)).not.toContain('Ledger');
    expect(placesOf(['administrator']).map(({ title }) => title)).toContain('Setup');
    expect(placesOf([] as Role[])).toEqual([]);
  });
});

describe('the palette', () => {
  const places = placesOf(['coordinator']);

  test('what was typed last is what is shown, also where an older answer comes later; Enter goes there', async () => {
    const waiting = new Map<string, (hits: PaletteHit[]) => void>();
    let closed = 0;
    const page = show(
      <Palette
        isOpen
        onClose={() => closed++}
        places={places}
        mayOpen
        find={(words) => new Promise((resolve) => waiting.set(words, resolve))}
      />,
    );
    const field = screen.getByPlaceholderText(/A name, an address/);
    fireEvent.change(field, { target: { value: 'lone' } });
    await waitFor(() => expect(waiting.has('lone')).toBe(true));
    fireEvent.change(field, { target: { value: 'lone dam' } });
    await waitFor(() => expect(waiting.has('lone dam')).toBe(true));
    await act(async () => waiting.get('lone dam')!([{ href: '/people/per_1', title: 'Lone Dam', sub: 'DK' }]));
    await act(async () => waiting.get('lone')!([{ href: '/people/per_2', title: 'Lone Somebody', sub: 'DK' }]));
    expect(screen.getByText('Lone Dam')).toBeTruthy();
    expect(screen.queryByText('Lone Somebody')).toBeNull();
    fireEvent.keyDown(field, { key: 'Enter' });
    expect([page.went, closed]).toEqual([['/people/per_1'], 1]);
  });

  test('commands are found by their words; nothing found is said', async () => {
    show(<Palette isOpen onClose={() => {}} places={places} mayOpen={false} find={async () => []} />);
    const field = screen.getByPlaceholderText(/A name, an address/);
    fireEvent.change(field, { target: { value: 'keep' } });
    expect(screen.getByText('Go to Keeping')).toBeTruthy();
    expect(screen.queryByText('Open a request')).toBeNull();
    fireEvent.change(field, { target: { value: 'zzz' } });
    await screen.findByText('Nothing found.');
  });
});

describe('the Due board', () => {
  const mark = (more: Partial<DueMark>): DueMark => ({
    day: '2026-11-27',
    kind: 'due',
    ref: 'BK-2026-0412',
    text: 'access',
    isPaused: false,
    ...more,
  });
  const due: Due = {
    today: '2026-11-24',
    overdue: [mark({ day: '2026-11-22', ref: 'BK-2026-0404' })],
    days: [
      { day: '2026-11-24', isToday: true, gap: null, marks: [] },
      {
        day: '2026-11-27',
        isToday: false,
        gap: null,
        marks: [
          mark({}),
          mark({ kind: 'extend', ref: 'BK-2026-0413' }),
          mark({ kind: 'residue', ref: 'BK-2026-0399' }),
        ],
      },
      { day: '2026-12-25', isToday: false, gap: 'Christmas Day', marks: [] },
    ],
  };
  const board = (path: string) =>
    show(
      <PathnameContext.Provider value={path}>
        <DueBoard due={due} calendar="Copenhagen" onFold={() => {}} />
      </PathnameContext.Provider>,
    );

  test('what is late says by how many days; each mark says what it is and goes to its request', () => {
    board('/desk');
    expect(screen.getByText('BK-2026-0404 22 Nov')).toBeTruthy();
    expect(
      screen.getByTitle('BK-2026-0413 access: last day to announce an extension Fri 27 Nov').getAttribute('href'),
    ).toBe('/requests/BK-2026-0413');
    expect(screen.getByTitle(/BK-2026-0399 access: residue goes/).getAttribute('href')).toBe('/keeping');
    expect(screen.getByText('25 Dec Christmas Day')).toBeTruthy();
  });

  test('of a crowded day a few are drawn, the open one first, and how many more there are', () => {
    const marks = Array.from({ length: 20 }, (_, n) => mark({ ref: `BK-2026-1${String(n).padStart(3, '0')}` }));
    show(
      <PathnameContext.Provider value="/requests/BK-2026-1019">
        <DueBoard
          due={{ today: due.today, overdue: [], days: [{ day: '2026-11-27', isToday: false, gap: null, marks }] }}
          calendar="Copenhagen"
          onFold={() => {}}
        />
      </PathnameContext.Provider>,
    );
    const links = screen.getAllByRole('link').map(({ textContent }) => textContent);
    expect(links).toHaveLength(7);
    expect(links[0]).toBe('BK-2026-1019 access');
    expect(links.at(-1)).toBe('and 14 more');
  });

  test('on a request the others step back', () => {
    board('/requests/BK-2026-0412');
    expect(document.querySelectorAll('a[data-dim]')).toHaveLength(3);
    expect(screen.getByTitle(/BK-2026-0412 access: answer due/).hasAttribute('data-dim')).toBe(false);
  });
});

test('the keys of a review are listed where there is one', () => {
  const { unmount } = show(<KeysHelp isOpen onClose={() => {}} isReview />);
  expect(screen.getByText('take the last verdict back')).toBeTruthy();
  unmount();
  show(<KeysHelp isOpen onClose={() => {}} isReview={false} />);
  expect(screen.queryByText('theirs')).toBeNull();
});
