/** @jest-environment jsdom */
import { fireEvent, screen } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { STANDINGS } from '../../core/ledger/types';
import { Chart } from './Chart';
import { StandingMark } from './StandingMark';

test('every standing has a shape of its own, and its word', () => {
  const shapes = STANDINGS.map((standing) => {
    const { container, unmount } = show(<StandingMark standing={standing} />);
    const [svg, words] = [
      container.querySelector('svg')!.innerHTML.replace(/var\(--\w+(-\d)?\)/g, 'x'),
      container.textContent,
    ];
    unmount();
    expect(words).toBe(standing.replaceAll('-', ' '));
    return svg;
  });
  expect(new Set(shapes).size).toBe(STANDINGS.length);
});

test('a chart has the same figures as a table, and says where it is empty', () => {
  const { unmount } = show(
    <Chart
      title="Rates"
      empty="Nobody was asked."
      table={{
        columns: ['week', 'yes'],
        rows: [
          ['1 Jun', 3],
          ['8 Jun', null],
        ],
      }}
      option={() => ({ xAxis: { type: 'category' }, yAxis: {}, series: [] })}
    />,
  );
  fireEvent.click(screen.getByText('as a table'));
  expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual(['weekyes', '1 Jun3', '8 Jun–']);
  unmount();
  show(<Chart title="Rates" empty="Nobody was asked." table={{ columns: [], rows: [] }} option={() => ({})} />);
  expect(screen.getByText('Nobody was asked.')).toBeTruthy();
  expect(screen.queryByText('CSV')).toBeNull();
});
