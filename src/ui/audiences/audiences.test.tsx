/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { run } from '../../../test/support/runs';
import { show } from '../../../test/support/screen';
import type { AudienceView } from '../../core/audiences/views';
import { AudienceSheet } from './AudienceSheet';

const ZONE = 'Europe/Copenhagen';

test('a list’s answers are counted by reason; it can be asked again', async () => {
  const audience: AudienceView = {
    id: 'aud_1',
    name: 'november.csv',
    purpose: 'newsletter',
    channel: 'email',
    at: '2026-11-24T07:00:00Z',
    runs: [run({ kind: 'check-audience', done: 4, counts: { permitted: 1, granted: 1, withdrawn: 2, unreadable: 1 } })],
  };
  const asked: string[] = [];
  show(
    <AudienceSheet
      audiences={[audience]}
      purposes={[{ id: 'newsletter', title: 'Newsletter' }]}
      asked={[
        { system: 'Newsletter service', purpose: 'Newsletter', permitted: 1204, refused: 31, lastDay: '2026-11-24' },
      ]}
      zone={ZONE}
      askAgain={async ({ audienceId }) => (asked.push(audienceId), { ok: true, value: { runId: 'x' } })}
      stop={async () => ({ ok: true, value: null })}
      checkDraft={async () => ({ ok: false, message: 'no' })}
    />,
  );
  expect(
    within(screen.getByRole('region', { name: 'Asked by systems' }))
      .getAllByRole('cell')
      .map((cell) => cell.textContent),
  ).toEqual(['Newsletter service', 'Newsletter', '1,204', '31', 'Tue 24 Nov']);
  fireEvent.click(screen.getByText('as a table'));
  expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual(
    expect.arrayContaining(['withdrawn2', 'granted1', 'unreadable1']),
  );
  expect(screen.getByText('answers as CSV').getAttribute('href')).toBe('/ledger/audiences/aud_1/result.csv');
  fireEvent.click(screen.getByText('Ask again'));
  await waitFor(() => expect(asked).toEqual(['aud_1']));
});

test('a message can be tried with a sample; a yes that may not be used all the same is said', async () => {
  const sent: FormData[] = [];
  const runs = [run({ kind: 'check-audience', done: 3, counts: { permitted: 1, granted: 3 } })];
  show(
    <AudienceSheet
      audiences={[
        { id: 'aud_1', name: 'a.csv', purpose: 'newsletter', channel: 'email', at: '2026-11-24T07:00:00Z', runs },
      ]}
      purposes={[{ id: 'newsletter', title: 'Newsletter' }]}
      asked={[]}
      zone={ZONE}
      askAgain={async () => ({ ok: true, value: { runId: 'x' } })}
      stop={async () => ({ ok: true, value: null })}
      checkDraft={async (form) => (sent.push(form), { ok: false, message: 'It has no way to object.' })}
    />,
  );
  expect(screen.getByText(/^2 of those with a yes may still not be used/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Check the message' }));
  expect((await screen.findByRole('alert')).textContent).toBe('Choose the draft first.');
  fireEvent.click(screen.getByRole('button', { name: 'Take a sample' }));
  fireEvent.click(screen.getByRole('button', { name: 'Check the message' }));
  await screen.findByText('It has no way to object.');
  expect((sent[0]!.get('file') as File).name).toBe('sample.eml');
  expect(screen.queryByRole('button', { name: 'Take a sample' })).toBeNull();
});
