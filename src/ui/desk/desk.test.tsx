/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import { requestLine } from '../../../test/support/requests';
import { show } from '../../../test/support/screen';
import type { Desk } from '../../core/desk/views';
import { DeskSheet } from './DeskSheet';

const desk = (more: Partial<Desk> = {}): Desk => ({
  today: '2026-11-24',
  lines: [],
  open: 0,
  waiting: [],
  cameIn: [],
  panels: [],
  ...more,
});
const said = (view: Desk, seesRequests = true) => {
  const { unmount } = show(<DeskSheet desk={view} mayOpen={false} seesRequests={seesRequests} />);
  const text = screen.getByRole('heading', { level: 1 }).nextElementSibling!.textContent;
  unmount();
  return text;
};

test('one sentence says what matters today', () => {
  const late = requestLine({ state: 'overdue', dueOn: '2026-11-22', workingDaysLeft: -2 });
  const soon = requestLine({
    ref: 'BK-2026-0413',
    workingDaysLeft: 3,
    next: { code: 'wait-for-identity', text: 'Waiting for proof of identity', waitsOn: 'person' },
  });
  expect(said(desk())).toBe('No request is open.');
  expect(said(desk({ lines: [late, soon], open: 2 }))).toBe(
    'One answer is overdue, one is due within a week, one waits on us.',
  );
  expect(
    said(
      desk({
        lines: [
          requestLine({
            workingDaysLeft: 12,
            next: { code: 'wait-for-trace', text: 'Trace is running', waitsOn: 'machine' },
          }),
        ],
        open: 1,
      }),
    ),
  ).toBe('1 open, none due within a week.');
  expect(said(desk(), false)).toBe('The places on the left are yours.');
});

test('each open clock says its dates in words, and links to its next act', () => {
  const paused = requestLine({
    ref: 'BK-2026-0414',
    state: 'paused',
    pauses: [{ from: '2026-11-10', to: null }] as never,
  });
  show(
    <DeskSheet
      desk={desk({
        lines: [
          requestLine({ state: 'overdue', dueOn: '2026-11-22' }),
          paused,
          requestLine({ ref: 'BK-2026-0415', isExtended: true, dueOn: '2027-02-02' }),
        ],
        open: 3,
      })}
      mayOpen
      seesRequests
    />,
  );
  const clocks = within(screen.getByRole('region', { name: 'Open clocks, row by row' }));
  expect(clocks.getByText('2 d late')).toBeTruthy();
  expect(clocks.getByRole('img', { name: 'received Mon 2 Nov 2026, due Wed 2 Dec 2026, paused' })).toBeTruthy();
  expect(clocks.getByRole('img', { name: 'received Mon 2 Nov 2026, due Tue 2 Feb 2027, extended' })).toBeTruthy();
  expect(clocks.getAllByRole('link', { name: 'Ask for proof of identity' })[0]!.getAttribute('href')).toBe(
    '/requests/BK-2026-0412',
  );
  expect(screen.getByText(/Open a request/)).toBeTruthy();
});

test('who is waited on and what came in, each with the way there; or that there is nothing', () => {
  const { unmount } = show(
    <DeskSheet
      desk={desk({
        waiting: [
          {
            who: 'Bo, web shop',
            what: 'has not answered for 3 days',
            ref: 'BK-2026-0412',
            href: '/requests/BK-2026-0412',
          },
        ],
        cameIn: [{ count: 2, what: 'lines in quarantine', href: '/ledger/imports', act: 'Look at them' }],
      })}
      mayOpen={false}
      seesRequests
    />,
  );
  expect(screen.getByRole('link', { name: 'BK-2026-0412' }).getAttribute('href')).toBe('/requests/BK-2026-0412');
  expect(screen.getByRole('link', { name: 'Look at them' }).getAttribute('href')).toBe('/ledger/imports');
  unmount();
  show(<DeskSheet desk={desk()} mayOpen={false} seesRequests />);
  for (const words of [
    'No clock is running.',
    'Nobody else is holding anything up.',
    'Nothing new since the day before yesterday.',
  ])
    expect(screen.getByText(words)).toBeTruthy();
});
