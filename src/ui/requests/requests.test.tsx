/** @jest-environment jsdom */
import { SHIPPED_LAWS } from '../../core/clock/shippedLaws';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { REF, requestLine, requestView } from '../../../test/support/requests';
import { show } from '../../../test/support/screen';
import type { MatchLine, MatchOpened, PlanView, TraceView } from '../../core/requests/views';
import type { ActionResult } from '../shared/actionResult';
import { AnswerStage } from './AnswerStage';
import { CarryOutStage } from '../carryOut/CarryOutStage';
import { ClockPanel } from '../clock/ClockPanel';
import { DecideStage } from './DecideStage';
import { IdentityStage } from '../identity/IdentityStage';
import { NewRequestForm } from '../intake/NewRequestForm';
import { PlanPanel } from '../erasure/PlanPanel';
import { ClockWord, RequestList } from './RequestList';
import { TraceStage } from '../trace/TraceStage';
import type { RequestActions } from './actions';

const ZONE = 'Europe/Copenhagen';

/** Every act, written down; those that are given answer as they say. */
function acts(given: Partial<Record<keyof RequestActions, ActionResult<never> | { ok: true; value: object }>> = {}) {
  const called: [string, ...unknown[]][] = [];
  const actions = new Proxy(
    {},
    {
      get:
        (_, name: keyof RequestActions) =>
        async (...args: unknown[]) => (called.push([name, ...args]), given[name] ?? { ok: true, value: {} }),
    },
  ) as RequestActions;
  return { called, actions };
}
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });

describe('identity', () => {
  const identity = {
    state: 'none',
    method: null,
    addresses: [
      { address: 'l…@mail.example', isAsking: true },
      { address: 'l…@work.example', isAsking: false },
    ],
    tries: null,
    methods: [],
    factTriesLeft: 3,
    factsNeeded: 3,
  };

  test('a code goes to the address that was chosen, and to none where none is on file', async () => {
    const { called, actions } = acts();
    const { unmount } = show(<IdentityStage request={requestView({ identity })} actions={actions} />);
    expect(screen.queryByRole('button', { name: /could not be established/ })).toBeNull();
    fireEvent.click(screen.getByLabelText(/l…@work.example/));
    fireEvent.click(button(/Mail a code/));
    await waitFor(() => expect(called).toEqual([['askForIdentity', REF, 'l…@work.example']]));
    unmount();
    show(<IdentityStage request={requestView({ identity: { ...identity, addresses: [] } })} actions={actions} />);
    expect(button(/Mail a code/).disabled).toBe(true);
    expect(screen.getByText(/No address is on file/)).toBeTruthy();
  });

  test('five wrong codes are said, with what can be done; a refusal of the server is said too', async () => {
    const { actions } = acts({ identityRefused: { ok: false, message: 'It was answered already.' } });
    show(<IdentityStage request={requestView({ identity: { ...identity, state: 'failed' } })} actions={actions} />);
    expect(screen.getByText(/wrong five times/)).toBeTruthy();
    fireEvent.click(button(/could not be established/));
    await waitFor(() => expect(screen.getByText('It was answered already.')).toBeTruthy());
  });
});

describe('the clock', () => {
  test('an extension needs its reason, says to which day, and is offered once', async () => {
    const { called, actions } = acts();
    const { unmount } = show(<ClockPanel request={requestView()} zone={ZONE} today="2026-11-24" actions={actions} />);
    expect(screen.getByText('(GDPR art. 12(3))')).toBeTruthy();
    expect(button('Extend to Tue 2 Feb 2027').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Reason (the person is told it)'), { target: { value: 'nine workshops' } });
    fireEvent.click(button('Extend to Tue 2 Feb 2027'));
    await waitFor(() => expect(called).toEqual([['clockEvent', REF, 'extended', 'nine workshops', null, false]]));
    unmount();
    show(
      <ClockPanel
        request={requestView({
          isExtended: true,
          events: [{ kind: 'extended', at: '2026-11-20T08:00:00Z', reason: 'nine workshops' }],
        })}
        zone={ZONE}
        today="2026-11-24"
        actions={actions}
      />,
    );
    expect(screen.getByText('Extended already; there is only one extension.')).toBeTruthy();
  });

  test('asking to clarify pauses it; the answer lets it run again', () => {
    const { actions } = acts();
    const { unmount } = show(<ClockPanel request={requestView()} zone={ZONE} today="2026-11-24" actions={actions} />);
    expect(button(/Ask to clarify/).disabled).toBe(true);
    unmount();
    show(
      <ClockPanel
        request={requestView({
          events: [{ kind: 'clarification-asked', at: '2026-11-20T08:00:00Z', reason: 'which shop?' }],
        })}
        zone={ZONE}
        today="2026-11-24"
        actions={actions}
      />,
    );
    expect(screen.getByText(/clarification asked Fri 20 Nov 2026 09:00: which shop\?/)).toBeTruthy();
    expect(button('They have clarified').disabled).toBe(false);
  });

  test.each([
    ['overdue', -3, '■ 3 days late'],
    ['paused', 4, '‖ paused'],
    ['answered-in-time', 0, '✓ in time'],
    ['answered-late', 0, '✓ late'],
    ['running', 1, '▸ 1 day'],
  ])('%s has a word and a shape', (state, left, words) => {
    show(<ClockWord state={state} left={left} />);
    expect(screen.getByText(words)).toBeTruthy();
  });
});

describe('the review', () => {
  const match = (id: string, more: Partial<MatchLine> = {}): MatchLine => ({
    id,
    system: 'shop',
    systemName: 'Web shop',
    collection: 'customers',
    title: `Record ${id}`,
    parent: null,
    place: id,
    band: 'certain',
    weight: 21.4,
    because: '',
    isShared: false,
    isRedacted: false,
    verdict: null,
    topics: ['other'],
    isOutside: false,
    news: null,
    second: null,
    ...more,
  });
  const matches = [
    match('a'),
    match('b', { parent: 'a', collection: 'orders' }),
    match('c', { band: 'possible', weight: 3.2 }),
  ];
  const trace: TraceView = {
    id: 'trc_1',
    state: 'finished',
    round: 1,
    matches,
    undecided: 3,
    helpers: [
      {
        id: 'hlp_1',
        system: 'Workshop cards',
        kind: 'search',
        dueOn: '2026-12-01',
        state: 'open',
        uploads: 0,
        answer: null,
      },
    ],
    problems: [{ system: 'Office files', place: 'old/half.pdf', text: 'The PDF is damaged or cut off.' }],
    gone: [],
    conditions: { join: 'all', rows: [] },
    keys: [{ id: 'tky_1', kind: 'email', value: 'x@mail.example', round: 1, taught: false, isStruck: false }],
    alike: [],
    steps: [
      {
        system_id: 'sys_shop',
        round: 1,
        state: 'done',
        scanned: 9,
        found: 3,
        tries: 1,
        error_code: null,
        error_text: null,
        next_try_at: null,
        started_at: '2026-11-24T08:00:00Z',
        finished_at: '2026-11-24T08:00:03Z',
        left_out: 0,
        name: 'Web shop',
      },
      {
        system_id: 'sys_mail',
        round: 1,
        state: 'failed',
        scanned: 0,
        found: 0,
        tries: 5,
        error_code: 'refused',
        error_text: 'refused',
        next_try_at: null,
        started_at: null,
        finished_at: null,
        left_out: 0,
        name: 'Mailbox',
      },
    ],
  };
  const opened = (id: string): MatchOpened => ({
    id,
    title: `Opened ${id}`,
    fields: [
      { field: 'email', left: 'l@mail.example', right: 'l@mail.example', level: 'exact', weight: 15 },
      { field: 'name', left: 'Lone Dam', right: 'Jens Dam', level: 'different', weight: -4 },
    ] as MatchOpened['fields'],
    record: { id },
    text: id === 'c' ? 'Regards, Lone Dam <script>' : null,
    files: [],
    others: id === 'c' ? ['J. D.'] : [],
    marks: ['Lone Dam'],
    proposed: id === 'c' ? [{ start: 0, end: 7, why: 'other-person' }] : [],
    redacted: null,
  });
  const around = (part: ReactNode) => (
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      {part}
    </QueryClientProvider>
  );
  const before = global.fetch;
  let served = trace;
  beforeEach(() => void (served = trace));
  beforeAll(() => {
    HTMLElement.prototype.scrollIntoView = () => {};
    global.fetch = (async (address: string) => ({
      ok: true,
      json: async () => (address.includes('/trace/') ? served : opened(address.split('/').at(-1)!)),
    })) as unknown as typeof fetch;
  });
  afterAll(() => void (global.fetch = before));

  test('one key a verdict, the next record follows; what hangs on a record is folded under it; Z takes back', async () => {
    const { called, actions } = acts();
    show(around(<TraceStage request={requestView()} first={trace} actions={actions} />));
    await screen.findByText('Opened a');
    expect(screen.getByText(/Record a and 1 that hang on it/)).toBeTruthy();
    expect(screen.getByRole('img', { name: 'agrees' })).toBeTruthy();
    expect(screen.getByRole('img', { name: 'differs' })).toBeTruthy();
    fireEvent.keyDown(window, { key: 't' });
    await screen.findByText('Opened c');
    expect(screen.getByText(/Speaks of somebody else/)).toBeTruthy();
    expect(document.querySelector('mark')!.textContent).toBe('Lone Dam');
    expect(document.querySelector('.words script')).toBeNull();
    fireEvent.keyDown(window, { key: 'N' });
    fireEvent.keyDown(window, { key: 'z' });
    await waitFor(() =>
      expect(called).toEqual([
        ['judge', REF, [{ matchId: 'a', verdict: 'theirs' }]],
        ['judge', REF, [{ matchId: 'c', verdict: 'not-theirs' }]],
        ['judge', REF, [{ matchId: 'c', verdict: null }]],
      ]),
    );
  });

  test('from the end it goes on with the first that has no verdict yet', async () => {
    const { called, actions } = acts();
    show(around(<TraceStage request={requestView()} first={trace} actions={actions} />));
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 'j' });
    await screen.findByText('Opened c');
    fireEvent.keyDown(window, { key: 't' });
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 't' });
    await waitFor(() =>
      expect(called).toEqual([
        ['judge', REF, [{ matchId: 'c', verdict: 'theirs' }]],
        ['judge', REF, [{ matchId: 'a', verdict: 'theirs' }]],
      ]),
    );
  });

  test('passages about others are proposed: kept or removed by pressing, one key takes them as they are', async () => {
    const { called, actions } = acts();
    show(around(<TraceStage request={requestView()} first={trace} actions={actions} />));
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 'j' });
    fireEvent.click(await screen.findByRole('button', { name: 'keep: Regards' }));
    expect(screen.queryByRole('button', { name: /Hand over without/ })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'remove: Regards' }));
    fireEvent.click(button(/Hand over without 1 passage/));
    await waitFor(() =>
      expect(called).toEqual([['redactPassages', REF, 'c', [{ start: 0, end: 7, why: 'other-person' }]]]),
    );
    fireEvent.keyDown(window, { key: 'r' });
    await waitFor(() => expect(called).toHaveLength(2));
  });

  test('what is nearly the same is folded, judged as one, and taken back as one; the threshold is the reviewer’s', async () => {
    const { called, actions } = acts();
    served = { ...trace, alike: [{ a: 'a', b: 'c', similarity: 0.92 }] };
    show(around(<TraceStage request={requestView()} first={served} actions={actions} />));
    await screen.findByText('Opened a');
    expect(screen.getByText(/and 1 nearly the same/)).toBeTruthy();
    fireEvent.keyDown(window, { key: 't' });
    fireEvent.keyDown(window, { key: 'z' });
    await waitFor(() =>
      expect(called).toEqual([
        [
          'judge',
          REF,
          [
            { matchId: 'a', verdict: 'theirs' },
            { matchId: 'c', verdict: 'theirs' },
          ],
        ],
        [
          'judge',
          REF,
          [
            { matchId: 'a', verdict: null },
            { matchId: 'c', verdict: null },
          ],
        ],
      ]),
    );
    fireEvent.change(screen.getByLabelText('Fold what is alike by'), { target: { value: '0.95' } });
    expect(screen.queryByText(/nearly the same/)).toBeNull();
  });

  test('a verdict that the server refuses is taken back and said', async () => {
    const { actions } = acts({ judge: { ok: false, message: 'Decided meanwhile.' } });
    show(around(<TraceStage request={requestView()} first={trace} actions={actions} />));
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 'u' });
    await screen.findByText('Decided meanwhile.');
    expect(within(screen.getByRole('region', { name: 'Matches' })).queryByText('unsure')).toBeNull();
  });

  test(
    'what is given while a call is on its way goes with the next; where the line breaks, what was not ' +
      'saved is shown as it stood, and said',
    async () => {
      const answers: ((result: { ok: true; value: { changed: number } } | Error) => void)[] = [];
      const sent: unknown[] = [];
      const slow = {
        judge: (_ref: string, verdicts: unknown) => (
          sent.push(verdicts),
          new Promise(
            (resolve, reject) =>
              void answers.push((result) => (result instanceof Error ? reject(result) : resolve(result))),
          )
        ),
      } as unknown as RequestActions;
      served = { ...trace, matches: ['a', 'd', 'e', 'f'].map((id) => match(id)), undecided: 4 };
      show(around(<TraceStage request={requestView()} first={served} actions={slow} />));
      await screen.findByText('Opened a');
      for (const key of ['t', 'n', 't', 'u']) fireEvent.keyDown(window, { key });
      expect(sent).toEqual([[{ matchId: 'a', verdict: 'theirs' }]]);
      expect(within(screen.getByRole('region', { name: 'Matches' })).getAllByText('✓ theirs')).toHaveLength(2);
      await act(async () => answers[0]!({ ok: true, value: { changed: 1 } }));
      expect(sent[1]).toEqual([
        { matchId: 'd', verdict: 'not-theirs' },
        { matchId: 'e', verdict: 'theirs' },
        { matchId: 'f', verdict: 'unsure' },
      ]);
      await act(async () => answers[1]!(new Error('offline')));
      await screen.findByText(/The last verdicts could not be saved/);
      expect(within(screen.getByRole('region', { name: 'Matches' })).getAllByText('✓ theirs')).toHaveLength(1);
    },
  );

  test('a system that failed is named with its tries and can be searched again; a band is accepted at once', async () => {
    const { called, actions } = acts();
    show(around(<TraceStage request={requestView()} first={trace} actions={actions} />));
    expect(screen.getByRole('status', { name: 'Systems searched' }).textContent).toMatch(
      /✓ Web shop 3 found.*✕ failed Mailbox 0 found, refused \(try 5\)/,
    );
    fireEvent.click(button('Try again'));
    fireEvent.click(button('Accept 2 certain'));
    await waitFor(() =>
      expect(called).toEqual([
        ['searchAgain', REF, 'sys_mail'],
        ['judgeBand', REF, 'certain'],
      ]),
    );
  });

  test('an owner who was asked is waited for, or gone on without; what could not be read is named', async () => {
    const { called, actions } = acts();
    show(around(<TraceStage request={requestView()} first={trace} actions={actions} />));
    expect(screen.getByText(/asked, due Tue 1 Dec 2026/)).toBeTruthy();
    expect(screen.getByText(/old\/half.pdf/).closest('li')!.textContent).toContain('The PDF is damaged or cut off.');
    fireEvent.click(button('Go on without'));
    expect(called).toEqual([]);
    fireEvent.click(await screen.findByRole('button', { name: /^Go on without ./ }));
    await waitFor(() => expect(called).toEqual([['withoutHelper', REF, 'hlp_1']]));
  });

  test('whoever may not work on it sees the records and has no verdicts to give', async () => {
    const { called, actions } = acts();
    show(around(<TraceStage request={requestView({ mayWork: false })} first={trace} actions={actions} />));
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 't' });
    expect(screen.queryByRole('button', { name: /theirs/ })).toBeNull();
    expect(called).toEqual([]);
  });
});

describe('the decision', () => {
  test('nothing goes out without a ground and a reason', async () => {
    const { called, actions } = acts();
    show(<DecideStage request={requestView({ stage: 'decide' })} actions={actions} />);
    fireEvent.click(button('Refuse'));
    expect(screen.getByText(/goes out at once/)).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Reason, in a sentence'), { target: { value: 'no' } });
    fireEvent.click(button('Refuse and answer'));
    await screen.findByText('Choose the ground.');
    expect(screen.getByText('Say why in a sentence: the person may ask.')).toBeTruthy();
    expect(called).toEqual([]);
    fireEvent.mouseDown(screen.getByRole('combobox'));
    fireEvent.click(screen.getByRole('option', { name: 'No data about this person' }));
    fireEvent.change(screen.getByLabelText('Reason, in a sentence'), {
      target: { value: 'Nothing was found in nine systems.' },
    });
    fireEvent.click(button('Refuse and answer'));
    await waitFor(() =>
      expect(called).toEqual([
        ['decideOn', REF, { outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found in nine systems.' }],
      ]),
    );
  });

  test('one that was made is shown and cannot be made again', () => {
    show(
      <DecideStage
        request={requestView({
          decision: { outcome: 'fulfil', ground: 'art-15', reason: 'Access.', by: 'Signe', at: null },
        })}
        actions={acts().actions}
      />,
    );
    expect(screen.getByText('art-15')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('the erasure plan', () => {
  const plan = (more: Partial<PlanView> = {}): PlanView => ({
    id: 'pln_1',
    state: 'draft',
    phase: 'outside',
    frozenOn: '2026-11-24',
    fingerprint: 'ab'.repeat(32),
    totals: { erase: 3, anonymise: 1, keep: 2, systems: 2 },
    k: 3,
    done: 1,
    operations: 4,
    error: null,
    lines: [
      {
        position: 0,
        system: 'Web shop',
        collection: 'invoices',
        title: 'Invoice 7',
        action: 'keep',
        rule: 'retention',
        restrict: false,
        doer: 'connector',
        keepUntil: '2031-12-31',
        reasons: [{ code: 'law', text: 'Kept for five years.' }],
        state: null,
      },
    ],
    anonymous: 1,
    recipients: [],
    ...more,
  });

  test('it takes the reference in full, and a reason where few look alike', async () => {
    const { called, actions } = acts();
    show(<PlanPanel request={requestView({ right: 'erasure', plan: plan() })} actions={actions} />);
    expect(screen.getByText('Kept for five years.')).toBeTruthy();
    expect(button('Erase 4 records in 2 systems').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/Only 3 look alike/), { target: { value: 'a small village' } });
    fireEvent.change(screen.getByLabelText('Reference'), { target: { value: REF } });
    fireEvent.click(button('Erase 4 records in 2 systems'));
    await waitFor(() => expect(called).toEqual([['confirmErasure', REF, REF, 'a small village']]));
  });

  test('while it runs it says how far it is, and what failed; it cannot be confirmed again', () => {
    show(
      <PlanPanel
        request={requestView({
          right: 'erasure',
          plan: plan({ state: 'executing', error: 'The newsletter service is down.' }),
        })}
        actions={acts().actions}
      />,
    );
    expect(screen.getByRole('status').textContent).toMatch(
      /1 of 4 done.*The newsletter service is down. It is tried again./,
    );
    expect(screen.queryByLabelText('Reference')).toBeNull();
  });

  test('without one, making it is offered to whoever may work', async () => {
    const { called, actions } = acts();
    const { unmount } = show(<PlanPanel request={requestView({ right: 'erasure' })} actions={actions} />);
    fireEvent.click(button('Make the erasure plan'));
    await waitFor(() => expect(called).toEqual([['workOutPlan', REF]]));
    unmount();
    show(<PlanPanel request={requestView({ right: 'erasure', mayWork: false })} actions={actions} />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('carrying out and answering', () => {
  const pack = {
    state: 'ready',
    files: 7,
    bytes: 40_000,
    withheld: 2,
    sha256: 'cd'.repeat(32),
    confirmedAt: null,
    openedAt: null,
    error: null,
    missing: [],
  };

  test('the second word is shown once, after the pack went out', async () => {
    const { called, actions } = acts({ handOverPack: { ok: true, value: { secret: 'copper-lantern' } } });
    const page = show(<AnswerStage request={requestView({ pack })} zone={ZONE} actions={actions} />);
    expect(screen.queryByText('copper-lantern')).toBeNull();
    fireEvent.click(button('Send the pack and close'));
    expect(called).toEqual([]);
    fireEvent.click(await screen.findByRole('button', { name: 'Send it and close' }));
    await screen.findByText('copper-lantern');
    // It stays until it is noted: neither Escape nor a look elsewhere takes it away.
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(page.refreshed()).toBe(0);
    expect(screen.getByText('copper-lantern')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'It is noted' }));
    await waitFor(() => expect(screen.queryByText('copper-lantern')).toBeNull());
    expect(page.refreshed()).toBe(1);
  });

  test('a pack that was built says what is in it; a letter that may have come twice says so', () => {
    const { unmount } = show(<CarryOutStage request={requestView({ pack })} actions={acts().actions} />);
    expect(screen.getByText(/7 files, 40 kB, 2 withheld/)).toBeTruthy();
    expect(button('Build it again')).toBeTruthy();
    unmount();
    show(
      <AnswerStage
        request={requestView({
          pack: { ...pack, state: 'sent', confirmedAt: '2026-11-24T09:00:00Z' },
          letters: [
            {
              id: 'let_1',
              template: 'pack-ready',
              state: 'sent',
              at: '2026-11-24T08:00:00Z',
              tries: 2,
              error: null,
              nextTryAt: null,
            },
          ],
        })}
        zone={ZONE}
        actions={acts().actions}
      />,
    );
    expect(screen.getByText('sent, 2 tries: may have come twice')).toBeTruthy();
    expect(screen.getByText('✓ Received Tue 24 Nov 2026 10:00.')).toBeTruthy();
  });

  test('what is done by hand is answered in words, not with an empty letter', async () => {
    const { called, actions } = acts();
    show(
      <AnswerStage request={requestView({ right: 'rectification', stage: 'answer' })} zone={ZONE} actions={actions} />,
    );
    fireEvent.change(screen.getByLabelText(/What was done/), { target: { value: 'Done' } });
    expect(button('Answer and close').disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/What was done/), { target: { value: 'The address was corrected.' } });
    fireEvent.click(button('Answer and close'));
    fireEvent.click(await screen.findByRole('button', { name: 'Send it and close' }));
    await waitFor(() => expect(called).toEqual([['answerWith', REF, 'The address was corrected.']]));
  });
});

describe('opening and finding', () => {
  test('what is missing is named, nothing is sent; what the server says stands at its field and what was typed stays', async () => {
    const sent: unknown[] = [];
    show(
      <NewRequestForm
        today="2026-11-24"
        laws={SHIPPED_LAWS}
        standpoint={{ established: ['DK'], notMet: [] }}
        open={async (values) => (
          sent.push(values),
          { ok: false, message: 'Look at the day.', fields: { receivedOn: 'That day has not come.' } }
        )}
      />,
    );
    fireEvent.click(button('Open the request'));
    await screen.findByText('Choose the right that is exercised.');
    expect(screen.getAllByText('Who asks?')).toHaveLength(2);
    expect(sent).toEqual([]);
    for (const [label, option] of [
      ['Right', 'access'],
      ['How it came', 'phone'],
    ] as const) {
      fireEvent.mouseDown(screen.getByRole('combobox', { name: new RegExp(`^${label}`) }));
      fireEvent.click(screen.getByRole('option', { name: option }));
    }
    fireEvent.change(screen.getByLabelText('Given name'), { target: { value: 'Lone' } });
    fireEvent.change(screen.getByLabelText('Family name'), { target: { value: 'Dam' } });
    fireEvent.click(button('Open the request'));
    await screen.findByText('That day has not come.');
    expect(sent).toEqual([
      expect.objectContaining({ right: 'access', channel: 'phone', receivedOn: '2026-11-24', givenName: 'Lone' }),
    ]);
    expect(screen.getByLabelText<HTMLInputElement>('Given name').value).toBe('Lone');
  });

  test('the list says who is next and why, or that nothing fits', () => {
    const { unmount } = show(<RequestList lines={[requestLine()]} open={1} next={null} mayOpen />);
    expect(screen.getByRole('link', { name: REF }).getAttribute('href')).toBe(`/requests/${REF}`);
    expect(screen.getByText('Ask for proof of identity')).toBeTruthy();
    unmount();
    show(<RequestList lines={[]} open={0} next={null} mayOpen={false} />, '?state=closed');
    expect(screen.getByText('No request fits these filters.')).toBeTruthy();
    expect(screen.queryByText(/Open a request/)).toBeNull();
  });
});
