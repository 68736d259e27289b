/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { choose, chosen, dayIn, typeDay } from '../../../test/support/fields';
import { show } from '../../../test/support/screen';
import { Choose } from './Choose';
import { DayField } from './DayField';
import { FileDrop } from './FileDrop';
import { InRegion } from './region';

function Day({ told, ...more }: { told: (string | null)[]; isFilter?: boolean; max?: string; start?: string }) {
  const [day, setDay] = useState<string | null>(more.start ?? '2026-11-24');
  return (
    <DayField
      label="from"
      {...more}
      value={day}
      choose={(next) => {
        told.push(next);
        setDay(next);
      }}
    />
  );
}
const input = async () =>
  (await screen.findByRole('group', { name: 'from' })).parentElement!.querySelector<HTMLInputElement>('input')!;

describe('a day', () => {
  test.each([
    ['en-GB', '24/11/2026'],
    ['en-US', '11/24/2026'],
    ['da', '24.11.2026'],
    ['de', '24.11.2026'],
    ['nl', '24-11-2026'],
  ] as const)('stands in the order of %s: %s', async (region, shown) => {
    show(
      <InRegion value={region}>
        <Day told={[]} />
      </InRegion>,
    );
    expect(await dayIn('from')).toBe(shown);
  });

  test('a form is told what lies outside of its limits, and nothing while it is no day', async () => {
    const told: (string | null)[] = [];
    show(<Day told={told} max="2026-11-24" />);
    await typeDay('from', '2026-12-05');
    await screen.findByText('Not after Tue 24 Nov 2026');
    fireEvent.change(await input(), { target: { value: '' } });
    await waitFor(() => expect(told).toEqual(['2026-12-05', null]));
  });

  test('a filter is told nothing half typed and nothing outside', async () => {
    const told: (string | null)[] = [];
    show(<Day told={told} max="2026-11-24" isFilter />);
    await typeDay('from', '1850-11-05');
    await typeDay('from', '2026-12-05');
    expect(await dayIn('from')).toBe('05/12/2026');
    await typeDay('from', '2026-11-05');
    await waitFor(() => expect(told).toEqual(['2026-11-05']));
  });
});

test('one of several: everything, one, and those below a heading', () => {
  const told: (string | null)[] = [];
  const part = (value: string | null) => (
    <Choose
      label="Show"
      value={value}
      every="everything"
      options={['open', ['done', 'finished']]}
      more={{ heading: 'by topic', options: ['health'] }}
      choose={(next) => void told.push(next)}
    />
  );
  const { rerender } = show(part(null));
  expect(chosen('Show')).toBe('everything');
  choose('Show', 'finished');
  rerender(part('done'));
  expect(chosen('Show')).toBe('finished');
  choose('Show', 'health');
  choose('Show', 'everything');
  expect(told).toEqual(['done', 'health', null]);
});

describe('a file', () => {
  const drop = (name: string) => {
    const input = screen.getByLabelText('File', { selector: 'input' });
    Object.defineProperty(input, 'files', { configurable: true, value: [new File(['x'.repeat(2500)], name)] });
    fireEvent.change(input);
  };
  function Drop() {
    const [file, setFile] = useState<File | null>(null);
    return <FileDrop label="File" kinds={['.csv']} file={file} choose={setFile} />;
  }

  test('its size and kind are said', async () => {
    show(<Drop />);
    expect(screen.getByText(/drop it here/)).toBeTruthy();
    drop('november.csv');
    await screen.findByText('november.csv');
    expect(screen.getByText('.csv, 3 kB')).toBeTruthy();
  });

  test('one of another kind is refused with the kind', async () => {
    show(<Drop />);
    drop('november.pdf');
    await screen.findByText(/november\.pdf is of a kind that is not read here \(\.pdf\)/);
  });

  test('how far it is on its way is said to those who listen', () => {
    show(<FileDrop label="File" kinds={['.csv']} file={new File(['x'], 'a.csv')} choose={() => {}} share={0.4} />);
    expect(screen.getByRole('progressbar', { name: 'File: 40 % sent' })).toBeTruthy();
  });
});
