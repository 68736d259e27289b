/** @jest-environment jsdom */
import { fireEvent, screen } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { FiguresSheet } from './FiguresSheet';

const TODAY = '2026-11-24';

test('figures say the share in time of those whose time is up, and every chart has its table', () => {
  const row = { key: 'access', received: 4, answered: 2, inTime: 1, overdue: 1, median: 12.25, p90: 30 };
  show(
    <FiguresSheet
      view={{
        from: '2026-01-01',
        to: TODAY,
        by: 'right',
        rows: [row],
        months: [{ ...row, key: '2026-11' }],
        stages: [{ stage: 'trace', passed: 2, median: 1.5, p90: 3 }],
        waiting: [{ who: 'Anna', stage: 'decide', n: 2, longest: 5.4 }],
      }}
      today={TODAY}
    />,
  );
  expect(screen.getByText(/4 requests received .* 33 % of those whose time is up were answered in time/)).toBeTruthy();
  for (const table of screen.getAllByRole('button', { name: 'as a table' })) fireEvent.click(table);
  expect(screen.getAllByRole('region', { name: 'By right' })[0]!.textContent).toContain('12.3');
  expect(screen.getAllByRole('region', { name: 'What waits on whom' })[0]!.textContent).toContain('Anna');
});
