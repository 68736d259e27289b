/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { match } from '../../../test/support/matches';
import { requestView } from '../../../test/support/requests';
import { show } from '../../../test/support/screen';
import { choose, typeDay, unfold } from '../../../test/support/fields';
import { NO_CONDITIONS, type TraceConditions } from '../../core/trace/conditions';
import type { StepView, TraceView } from '../../core/trace/views';
import { ConditionRows } from './ConditionRows';
import { TraceStage } from './TraceStage';
import type { RequestActs } from '../shared/acts';

const step = (more: Partial<StepView> = {}): StepView => ({
  system_id: 'sys_shop',
  round: 1,
  state: 'done',
  scanned: 1200,
  found: 3,
  tries: 1,
  error_code: null,
  error_text: null,
  next_try_at: null,
  started_at: '2026-11-24T08:00:00Z',
  finished_at: '2026-11-24T08:00:04Z',
  left_out: 0,
  name: 'Web shop',
  ...more,
});
const trace = (more: Partial<TraceView> = {}): TraceView => ({
  id: 'trc_1',
  state: 'finished',
  round: 1,
  matches: [match('a'), match('c', { topics: ['health', 'messages'] })],
  undecided: 2,
  helpers: [],
  problems: [],
  gone: [],
  conditions: NO_CONDITIONS,
  keys: [
    { id: 'tky_1', kind: 'email', value: 'lone@mail.example', round: 1, taught: false, isStruck: false },
    { id: 'tky_2', kind: 'phone', value: '+4520304050', round: 2, taught: true, isStruck: false },
  ],
  alike: [],
  steps: [step()],
  ...more,
});

const before = global.fetch;
let served: TraceView;
beforeAll(() => {
  HTMLElement.prototype.scrollIntoView = () => {};
  global.fetch = (async (address: string) => ({
    ok: true,
    json: async () =>
      address.includes('/trace/')
        ? served
        : {
            id: address.split('/').at(-1),
            title: `Opened ${address.split('/').at(-1)}`,
            fields: [],
            record: {},
            text: null,
            files: [],
            others: [],
            marks: [],
            proposed: [],
            redacted: null,
          },
  })) as unknown as typeof fetch;
});
afterAll(() => void (global.fetch = before));

function stage(view: TraceView) {
  served = view;
  const called: unknown[][] = [];
  const actions = new Proxy(
    {},
    {
      get:
        (_, name) =>
        async (...args: unknown[]) => (called.push([name, ...args]), { ok: true, value: null }),
    },
  ) as RequestActs;
  show(<TraceStage request={requestView()} first={view} actions={actions} />);
  return called;
}
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

test('what the trace before found and this one did not is told, by name', () => {
  stage(trace({ gone: [{ system: 'Web shop', title: 'Order 11', place: 'orders/11' }] }));
  expect(screen.getByText('1 record of the trace before was not found again')).toBeTruthy();
  unfold('1 record of the trace before was not found again');
  expect(screen.getByText(/Web shop · Order 11/)).toBeTruthy();
});

test('conditions are rows that make a sentence; half a row is handed on to nobody', async () => {
  const handed: (TraceConditions | null)[] = [];
  show(
    <ConditionRows
      start={NO_CONDITIONS}
      systems={['Web shop', 'Support mailbox']}
      change={(conditions) => void handed.push(conditions)}
    />,
  );
  expect(screen.getByText('Every record of the person.')).toBeTruthy();
  fireEvent.click(button('Add a condition'));
  expect(handed.at(-1)).toBeNull();
  await typeDay('What, row 1', '2026-01-01');
  await typeDay('To, row 1', '2026-03-31');
  fireEvent.click(button('Add a condition'));
  choose('All or any', 'or');
  choose('Where, row 2', 'system');
  choose('Not, row 2', 'does not');
  choose('What, row 2', 'Web shop');
  expect(
    screen.getByText(
      'Only records where the date is between Thu 1 Jan 2026 and Tue 31 Mar 2026 or the system does not say “Web shop”.',
    ),
  ).toBeTruthy();
  expect(handed.at(-1)).toMatchObject({
    join: 'any',
    rows: [
      { where: 'date', does: 'between', what: '2026-01-01', to: '2026-03-31', not: false },
      { where: 'system', does: 'says', what: 'Web shop', not: true },
    ],
  });
  fireEvent.click(button('Take row 1 away'));
  choose('Where, row 1', 'a field');
  expect(handed.at(-1)).toBeNull();
  fireEvent.change(screen.getByLabelText('Name of the field, row 1'), { target: { value: 'status' } });
  expect(handed.at(-1)!.rows).toHaveLength(1);
});

test('a trace is stopped while it runs and goes on from there; each system says how much it looked at and how fast', async () => {
  const called = stage(
    trace({
      state: 'running',
      steps: [
        step(),
        step({ name: 'Mailbox', system_id: 'sys_mail', state: 'running', finished_at: null, scanned: 40, found: 0 }),
      ],
    }),
  );
  expect(screen.getByText('of 1,200, 300/s')).toBeTruthy();
  fireEvent.click(button('Stop the trace'));
  await waitFor(() => expect(called).toContainEqual(['stopTrace', { ref: 'BK-2026-0412' }]));
});

test('a stopped one goes on; people left out and conditions are said', async () => {
  const called = stage(
    trace({
      state: 'stopped',
      conditions: { join: 'all', rows: [{ where: 'system', does: 'is', what: 'Web shop', to: null, not: false }] },
      steps: [step({ left_out: 2 }), step({ name: 'Mailbox', state: 'queued' })],
    }),
  );
  expect(screen.getByText('2 no longer active left out')).toBeTruthy();
  expect(screen.getByText(/^Only records where the system is “Web shop”\. What lies outside/)).toBeTruthy();
  fireEvent.click(button('Go on with the trace'));
  await waitFor(() => expect(called).toContainEqual(['resumeTrace', { ref: 'BK-2026-0412' }]));
});

test('a key that is not theirs is struck, and searched by again', async () => {
  const called = stage(
    trace({
      keys: [
        { id: 'tky_1', kind: 'email', value: 'lone@mail.example', round: 1, taught: false, isStruck: false },
        { id: 'tky_2', kind: 'phone', value: '+4520304050', round: 2, taught: true, isStruck: true },
      ],
    }),
  );
  expect(screen.getByText('Searched by email · 1 struck')).toBeTruthy();
  unfold(/^Searched by/);
  fireEvent.click(button('Not theirs: strike'));
  fireEvent.click(button('Search by it again'));
  await waitFor(() =>
    expect(called.filter(([name]) => name === 'strike')).toEqual([
      ['strike', { ref: 'BK-2026-0412', keyId: 'tky_1', isStruck: true }],
      ['strike', { ref: 'BK-2026-0412', keyId: 'tky_2', isStruck: false }],
    ]),
  );
});

test('matches are looked through by topic, or only what is new; S asks for a second reader', async () => {
  const called = stage(
    trace({
      matches: [
        match('a', { news: 'new' }),
        match('c', { topics: ['health', 'messages'], news: 'same' }),
        match('d', { isOutside: true }),
      ],
    }),
  );
  await screen.findByText('Opened a');
  choose('Show', /^health/);
  await screen.findByText('Opened c');
  expect(screen.queryByText(/Record a/)).toBeNull();
  await waitFor(() => expect(document.querySelector('[role=listbox]')).toBeNull());
  fireEvent.keyDown(window, { key: 's' });
  await waitFor(() =>
    expect(called).toContainEqual(['askSecondReader', { ref: 'BK-2026-0412', matchId: 'c', isWanted: true }]),
  );
  choose('Show', /^new or changed/);
  expect(screen.getByText(/Record a · new/)).toBeTruthy();
  choose('Show', /^outside/);
  expect(screen.getByText(/outside of the conditions/, { selector: 'td span' })).toBeTruthy();
});

test('how much is left is said, and at which pace', async () => {
  stage(trace({ matches: ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => match(id)) }));
  await screen.findByText('Opened a');
  expect(screen.getByText('6 left')).toBeTruthy();
  for (const _ of ['a', 'b', 'c', 'd']) fireEvent.keyDown(window, { key: 't' });
  await screen.findByText(/2 left, about 1 min/);
});
