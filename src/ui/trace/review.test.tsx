/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { match } from '../../../test/support/matches';
import { REF, requestView } from '../../../test/support/requests';
import { acts, button } from '../../../test/support/requestActions';
import { show } from '../../../test/support/screen';
import { choose, unfold } from '../../../test/support/fields';
import type { MatchOpened, TraceView } from '../../core/trace/views';
import { TraceStage } from './TraceStage';
import type { RequestActs } from '../shared/acts';

describe('the review', () => {
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
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
    await screen.findByText('Opened a');
    expect(screen.getByText(/Record a and 1 that hang on it/)).toBeTruthy();
    expect(screen.getByRole('img', { name: 'agrees' })).toBeTruthy();
    expect(screen.getByRole('img', { name: 'differs' })).toBeTruthy();
    fireEvent.keyDown(window, { key: 't' });
    await screen.findByText('Opened c');
    expect(screen.getByText(/Speaks of somebody else/)).toBeTruthy();
    await waitFor(() => expect(document.querySelector('mark')?.textContent).toBe('Lone Dam'));
    expect(document.querySelector('p script')).toBeNull();
    fireEvent.keyDown(window, { key: 'N' });
    fireEvent.keyDown(window, { key: 'z' });
    await waitFor(() =>
      expect(called).toEqual([
        ['giveVerdicts', { ref: REF, verdicts: [{ matchId: 'a', verdict: 'theirs' }] }],
        ['giveVerdicts', { ref: REF, verdicts: [{ matchId: 'c', verdict: 'not-theirs' }] }],
        ['giveVerdicts', { ref: REF, verdicts: [{ matchId: 'c', verdict: null }] }],
      ]),
    );
  });

  test('of a long list a page is drawn; going past its end by key turns it, and pages can be chosen', async () => {
    const many = Array.from({ length: 450 }, (_, i) => match(`m${i}`, { verdict: 'theirs' }));
    served = { ...trace, matches: many };
    show(<TraceStage request={requestView()} first={served} actions={acts().actions} />);
    const drawn = () =>
      within(screen.getByRole('region', { name: 'Matches' }))
        .getAllByRole('row')
        .slice(1);
    await screen.findByText('Opened m0');
    expect(drawn()).toHaveLength(200);
    fireEvent.click(button('Go to page 3'));
    await screen.findByText('Opened m400');
    expect(drawn()).toHaveLength(50);
    expect(screen.queryByText('Record m0')).toBeNull();
    fireEvent.keyDown(window, { key: 'k' });
    await screen.findByText('Opened m399');
    expect(drawn()).toHaveLength(200);
    expect(drawn().at(-1)!.getAttribute('aria-selected')).toBe('true');
  });

  test('from the end it goes on with the first that has no verdict yet', async () => {
    const { called, actions } = acts();
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 'j' });
    await screen.findByText('Opened c');
    fireEvent.keyDown(window, { key: 't' });
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 't' });
    await waitFor(() =>
      expect(called).toEqual([
        ['giveVerdicts', { ref: REF, verdicts: [{ matchId: 'c', verdict: 'theirs' }] }],
        ['giveVerdicts', { ref: REF, verdicts: [{ matchId: 'a', verdict: 'theirs' }] }],
      ]),
    );
  });

  test('passages about others are proposed: kept or removed by pressing, one key takes them as they are', async () => {
    const { called, actions } = acts();
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 'j' });
    fireEvent.click(await screen.findByRole('button', { name: 'keep: Regards' }));
    expect(screen.queryByRole('button', { name: /Hand over without/ })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'remove: Regards' }));
    fireEvent.click(button(/Hand over without 1 passage/));
    await waitFor(() =>
      expect(called).toEqual([
        ['redact', { ref: REF, matchId: 'c', passages: [{ start: 0, end: 7, why: 'other-person' }] }],
      ]),
    );
    fireEvent.keyDown(window, { key: 'r' });
    await waitFor(() => expect(called).toHaveLength(2));
  });

  test('a text is read large, and what is selected goes where it stands, not where the same words stand first', async () => {
    const { called, actions } = acts();
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 'j' });
    fireEvent.click(await screen.findByRole('button', { name: 'Read it large' }));
    const large = within(screen.getByRole('dialog', { name: '1 passage of this text would go' }));
    fireEvent.click(large.getByRole('button', { name: 'keep: Regards' }));
    const last = large.getByText('script>', { exact: false }).lastChild!;
    const at = last.textContent!.lastIndexOf('s');
    window.getSelection()!.setBaseAndExtent(last, at, last, at + 1);
    fireEvent.click(large.getByRole('button', { name: 'Remove the selection' }));
    fireEvent.click(large.getByRole('button', { name: 'Hand over without 1 passage' }));
    await waitFor(() => expect(called).toHaveLength(1));
    const { passages } = called[0]![1] as { passages: { start: number; end: number }[] };
    const text = 'Regards, Lone Dam <script>';
    expect(passages).toEqual([{ start: text.lastIndexOf('s'), end: text.lastIndexOf('s') + 1, why: 'reviewer' }]);
    expect(text.indexOf('s')).toBeLessThan(text.lastIndexOf('s'));
    fireEvent.click(large.getByRole('button', { name: 'Back to the review' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  test('what is nearly the same is folded, judged as one, and taken back as one; the threshold is the reviewer’s', async () => {
    const { called, actions } = acts();
    served = { ...trace, alike: [{ a: 'a', b: 'c', similarity: 0.92 }] };
    show(<TraceStage request={requestView()} first={served} actions={actions} />);
    await screen.findByText('Opened a');
    expect(screen.getByText(/and 1 nearly the same/)).toBeTruthy();
    fireEvent.keyDown(window, { key: 't' });
    fireEvent.keyDown(window, { key: 'z' });
    await waitFor(() =>
      expect(called).toEqual([
        [
          'giveVerdicts',
          {
            ref: REF,
            verdicts: [
              { matchId: 'a', verdict: 'theirs' },
              { matchId: 'c', verdict: 'theirs' },
            ],
          },
        ],
        [
          'giveVerdicts',
          {
            ref: REF,
            verdicts: [
              { matchId: 'a', verdict: null },
              { matchId: 'c', verdict: null },
            ],
          },
        ],
      ]),
    );
    choose('Fold what is alike by', '95 % and more');
    expect(screen.queryByText(/nearly the same/)).toBeNull();
  });

  test('a verdict that the server refuses is taken back and said', async () => {
    const { actions } = acts({ giveVerdicts: { ok: false, message: 'Decided meanwhile.' } });
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
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
        giveVerdicts: ({ verdicts }: { verdicts: unknown }) => (
          sent.push(verdicts),
          new Promise(
            (resolve, reject) =>
              void answers.push((result) => (result instanceof Error ? reject(result) : resolve(result))),
          )
        ),
      } as unknown as RequestActs;
      served = { ...trace, matches: ['a', 'd', 'e', 'f'].map((id) => match(id)), undecided: 4 };
      show(<TraceStage request={requestView()} first={served} actions={slow} />);
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
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
    expect(screen.getByRole('status', { name: 'Systems searched' }).textContent).toMatch(
      /✓ Web shop 3 found.*✕ failed Mailbox 0 found, refused \(try 5\)/,
    );
    fireEvent.click(button('Try again'));
    fireEvent.click(button(/^Accept 1 certain group$/));
    await waitFor(() =>
      expect(called).toEqual([
        ['retrySystem', { ref: REF, systemId: 'sys_mail' }],
        ['acceptBand', { ref: REF, band: 'certain' }],
      ]),
    );
  });

  test('an owner who was asked is waited for, or gone on without; what could not be read is named', async () => {
    const { called, actions } = acts();
    show(<TraceStage request={requestView()} first={trace} actions={actions} />);
    expect(screen.getByText(/asked, due Tue 1 Dec 2026/)).toBeTruthy();
    unfold(/could not be read/);
    expect(screen.getByText(/old\/half.pdf/).closest('li')!.textContent).toContain('The PDF is damaged or cut off.');
    fireEvent.click(button('Go on without'));
    expect(called).toEqual([]);
    fireEvent.click(await screen.findByRole('button', { name: /^Go on without ./ }));
    await waitFor(() => expect(called).toEqual([['cancelTask', { ref: REF, taskId: 'hlp_1' }]]));
  });

  test('whoever may not work on it sees the records and has no verdicts to give', async () => {
    const { called, actions } = acts();
    show(<TraceStage request={requestView({ mayWork: false })} first={trace} actions={actions} />);
    await screen.findByText('Opened a');
    fireEvent.keyDown(window, { key: 't' });
    expect(screen.queryByRole('button', { name: /theirs/ })).toBeNull();
    expect(called).toEqual([]);
  });
});
