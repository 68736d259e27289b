/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { run } from '../../../test/support/runs';
import { show } from '../../../test/support/screen';
import { RunProgress, RunState } from './RunProgress';

const stop = async () => ({ ok: true as const, value: null });

test('how far it is is said, and drawn where anybody knows how much there is', () => {
  const { rerender } = show(
    <RunProgress run={run({ state: 'running', done: 3, total: 12 })} what="Verifying" unit="folios" />,
  );
  expect(screen.getByRole('status').textContent).toContain('Verifying: 3 of 12 folios. You can leave; it goes on.');
  expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('25');
  rerender(<RunProgress run={run({ state: 'running', done: 3, total: null })} what="Taking it in" unit="lines" />);
  expect(screen.getByRole('status').textContent).toContain('Taking it in: 3 lines.');
  expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBeNull();
});

test('what does not go on just now says why', () => {
  const stuck = run({ state: 'running', done: 3, total: 12, cause: 'ECONNREFUSED' });
  show(<RunProgress run={stuck} what="Verifying" unit="folios" />);
  expect(screen.getByRole('status').textContent).toBe(
    'Verifying: 3 of 12 folios. It was interrupted (ECONNREFUSED) and is tried again.',
  );
});

test('whoever may stops it; who may not is not asked', async () => {
  const stopped: string[] = [];
  const given = async ({ id }: { readonly id: string }) => (stopped.push(id), { ok: true as const, value: null });
  const running = run({ id: 'ver_1', state: 'running', done: 3, mayCancel: true });
  const { rerender, refreshed } = show(<RunProgress run={running} what="Verifying" unit="folios" stop={given} />);
  fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
  await waitFor(() => expect(stopped).toEqual(['ver_1']));
  await waitFor(() => expect(refreshed()).toBe(1));
  rerender(<RunProgress run={{ ...running, mayCancel: false }} what="Verifying" unit="folios" stop={given} />);
  expect(screen.queryByRole('button', { name: 'Stop' })).toBeNull();
});

test('what was stopped and what failed say so, with how far they came and why; what is done says nothing', () => {
  const { rerender } = show(
    <RunProgress run={run({ state: 'cancelled', done: 3, total: 12 })} what="Verifying" unit="folios" />,
  );
  expect(screen.getByRole('status').textContent).toBe('Verifying was stopped after 3 of 12 folios.');
  rerender(
    <RunProgress
      run={run({ state: 'failed', done: 3, total: null, cause: 'gone' })}
      what="The export"
      unit="choices"
    />,
  );
  expect(screen.getByRole('status').textContent).toBe(
    '✕ The export did not come to its end after 3 choices: what it was about is gone.',
  );
  rerender(<RunProgress run={run()} what="Verifying" unit="folios" />);
  expect(screen.queryByRole('status')).toBeNull();
});

test.each([
  [null, '–'],
  [run(), 'finished'],
  [run({ state: 'cancelled' }), 'stopped'],
  [run({ state: 'failed', cause: 'the service is away' }), '✕ the service is away'],
  [run({ state: 'running', done: 4, total: null, mayCancel: true }), 'runningStop'],
])('in a list it is one word: %j', (one, words) => {
  const { container } = show(<RunState run={one} stop={stop} />);
  expect(container.textContent).toContain(words);
});
