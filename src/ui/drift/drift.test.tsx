/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { run } from '../../../test/support/runs';
import { narrow, show } from '../../../test/support/screen';
import type { DriftView } from '../../core/drift/views';
import { DriftSheet } from './DriftSheet';

beforeAll(narrow);

const ZONE = 'Europe/Copenhagen';

describe('drift', () => {
  const item = (id: string, direction: 'looser' | 'stricter') => ({
    id,
    who: `P ${id}`,
    personId: `per_${id}`,
    system: 'List',
    purpose: 'Newsletter',
    direction,
    standing: 'withdrawn',
    since: '2026-11-20T10:00:00Z',
    foundAt: '2026-11-24T07:00:00Z',
    state: 'open',
    detail: null,
  });
  const view = (more: Partial<DriftView> = {}): DriftView => ({
    systems: [
      {
        id: 's',
        name: 'List',
        run: run({ kind: 'compare-system', done: 10, counts: { unknown: 1, found: 2 } }),
      },
    ],
    board: [
      {
        systemId: 's',
        system: 'List',
        purpose: 'newsletter',
        title: 'Newsletter',
        direction: 'looser',
        ages: { today: 1, 'this week': 2, older: 0 },
        inWork: 0,
        open: 3,
      },
      {
        systemId: 's',
        system: 'List',
        purpose: 'newsletter',
        title: 'Newsletter',
        direction: 'stricter',
        ages: { today: 1, 'this week': 0, older: 0 },
        inWork: 0,
        open: 1,
      },
    ],
    items: [item('a', 'looser'), item('b', 'stricter')],
    next: null,
    follow: { medianHours: 3.5, worstHours: 60, count: 4, open: 1, weeks: [] },
    mayCorrect: true,
    ...more,
  });

  test('looser is put right, stricter is believed, one or all that were counted', async () => {
    const done: unknown[] = [];
    const act = (name: string) => async (chosen: unknown) => (
      done.push([name, chosen]),
      { ok: true as const, value: { count: 1 } }
    );
    show(
      <DriftSheet
        view={view()}
        zone={ZONE}
        actions={{
          startComparison: async () => ({ ok: true, value: { runs: [] } }),
          putRight: act('putRight'),
          believe: act('believe'),
          stop: async () => ({ ok: true, value: null }),
        }}
      />,
    );
    for (const [n, [words, yes]] of (
      [
        ['Put 3 right', 'Put 3 right'],
        ['Believe 1', 'Believe 1'],
        ['Put right', 'Put it right'],
        ['Believe', 'Believe it'],
      ] as const
    ).entries()) {
      fireEvent.click(screen.getByText(words));
      // What cannot be taken back is asked first; leaving it leaves everything.
      fireEvent.click(await screen.findByRole('button', { name: 'Leave it as it is' }));
      await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
      expect(done).toHaveLength(n);
      fireEvent.click(screen.getByText(words));
      fireEvent.click(within(await screen.findByRole('dialog')).getByRole('button', { name: yes }));
      await waitFor(() => expect(done).toHaveLength(n + 1));
      await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    }
    expect(done).toEqual([
      ['putRight', { systemId: 's', purpose: 'newsletter', count: 3 }],
      ['believe', { systemId: 's', purpose: 'newsletter', count: 1 }],
      ['putRight', { ids: ['a'] }],
      ['believe', { ids: ['b'] }],
    ]);
    expect(screen.getByText(/1 not followed everywhere yet/)).toBeTruthy();
  });

  test('who may only look has nothing to press; agreement is said', () => {
    show(
      <DriftSheet
        view={view({ mayCorrect: false, board: [], items: [] })}
        zone={ZONE}
        actions={{
          startComparison: async () => ({ ok: true, value: { runs: [] } }),
          putRight: async () => ({ ok: true, value: { count: 0 } }),
          believe: async () => ({ ok: true, value: { count: 0 } }),
          stop: async () => ({ ok: true, value: null }),
        }}
      />,
    );
    expect(screen.queryByText(/Put|Believe|Compare every/)).toBeNull();
    expect(screen.getByText('Ledger and systems agree, as of the newest comparisons.')).toBeTruthy();
  });
});
