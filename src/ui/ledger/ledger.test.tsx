/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { STANDINGS } from '../../core/ledger/types';
import type {
  AudienceView,
  DriftView,
  HeldLine,
  ImportView,
  LedgerView,
  PurposeShown,
  Script,
} from '../../core/ledger/views';
import type { LedgerFault } from '../../core/ledger/verify';
import { proposeMapping } from '../../core/imports/mapping';
import { Chart } from '../shared/Chart';
import { StandingMark } from '../shared/StandingMark';
import { AudienceSheet } from '../audiences/AudienceSheet';
import { CounterSheet } from './CounterSheet';
import { DriftSheet } from '../drift/DriftSheet';
import { HeldLines } from '../imports/HeldLines';
import { ImportResult } from '../imports/ImportResult';
import { LedgerSheet } from './LedgerSheet';
import { MappingForm } from '../imports/MappingForm';
import { ProofSheet } from './ProofSheet';
import { PurposesSheet } from '../purposes/PurposesSheet';

const ZONE = 'Europe/Copenhagen';

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

describe('held lines', () => {
  const held: HeldLine[] = [
    { line: 4, status: 'quarantined', reasons: [{ code: 'line-wrong', text: 'No such day.' }], raw: 'a;b' },
    { line: 5, status: 'suppressed', reasons: [], raw: null },
  ];

  test('one in quarantine is corrected; still wrong, it says why and keeps what was typed', async () => {
    const sent: [number, string][] = [];
    const page = show(
      <HeldLines
        lines={held}
        correct={async (line, raw) => (
          sent.push([line, raw]),
          {
            ok: true,
            value:
              raw === 'good'
                ? { status: 'recorded', reasons: [] }
                : { status: 'quarantined', reasons: [{ code: 'x', text: 'Still no such day.' }] },
          }
        )}
      />,
    );
    expect(screen.queryByLabelText('Correct line 5')).toBeNull();
    fireEvent.click(screen.getByLabelText('Correct line 4'));
    const field = () => screen.getByLabelText<HTMLInputElement>('Line 4, corrected');
    expect(field().value).toBe('a;b');
    fireEvent.change(field(), { target: { value: 'bad' } });
    fireEvent.click(screen.getByText('Run it'));
    await waitFor(() => expect(screen.getByText('Still held: Still no such day.')).toBeTruthy());
    expect(field().value).toBe('bad');
    fireEvent.change(field(), { target: { value: 'good' } });
    fireEvent.click(screen.getByText('Run it'));
    await waitFor(() => expect(screen.getByText('Line 4: recorded')).toBeTruthy());
    expect(sent).toEqual([
      [4, 'bad'],
      [4, 'good'],
    ]);
    expect(page.refreshed()).toBe(1);
  });

  test('an auditor’s view offers nothing to press', () => {
    show(<HeldLines lines={held} />);
    expect(screen.queryByText('Correct')).toBeNull();
  });
});

describe('one import', () => {
  const summary = {
    id: 'imp_1',
    state: 'checked',
    total: 3,
    recorded: 0,
    duplicate: 0,
    conflict: 0,
    suppressed: 0,
    quarantined: 0,
    encoding: 'UTF-8',
    done_lines: 0,
    checked_lines: 3,
    bytes: 100,
    way: 'page',
    error: null,
    fileName: 'till.csv',
    system: 'Shop tills',
    at: '2026-11-24T07:00:00Z',
  };
  const actions = {
    run: async () => ({ ok: true as const, value: null }),
    map: async () => ({ ok: true as const, value: null }),
    correct: async () => ({ ok: true as const, value: { status: 'recorded' as const, reasons: [] } }),
    rerun: async () => ({ ok: true as const, value: { lines: 1, recorded: 1 } }),
  };
  const view = (more: Partial<ImportView>): ImportView => ({
    summary,
    held: [],
    next: null,
    preview: null,
    toMap: null,
    ...more,
  });

  test('before: what would happen; while: how far; after: what became of each; failed: why', () => {
    const counts = { recorded: 2, duplicate: 0, conflict: 0, suppressed: 0, quarantined: 1 };
    const { rerender } = show(
      <ImportResult view={view({ preview: { counts, held: [], isPartial: false } })} zone={ZONE} actions={actions} />,
    );
    expect(screen.getByText(/3 lines\. This is what would happen/)).toBeTruthy();
    expect(screen.getByText('Take in 3 lines')).toBeTruthy();
    rerender(
      <ImportResult view={view({ preview: { counts, held: [], isPartial: true } })} zone={ZONE} actions={actions} />,
    );
    expect(screen.getByText('Take in the whole file')).toBeTruthy();
    rerender(
      <ImportResult
        view={view({ summary: { ...summary, state: 'running', done_lines: 1 } })}
        zone={ZONE}
        actions={actions}
      />,
    );
    expect(screen.getByText(/1 of 3 lines\. You can leave/)).toBeTruthy();
    rerender(
      <ImportResult
        view={view({
          summary: { ...summary, state: 'finished', quarantined: 1 },
          held: [{ line: 2, status: 'quarantined', reasons: [], raw: 'x' }],
        })}
        zone={ZONE}
        actions={actions}
      />,
    );
    expect(screen.getByText('Run 1 held line again')).toBeTruthy();
    rerender(
      <ImportResult
        view={view({ summary: { ...summary, state: 'failed', error: 'file-empty' } })}
        zone={ZONE}
        actions={actions}
      />,
    );
    expect(screen.getByText(/could not be read\. .+ Nothing of it is in the ledger/)).toBeTruthy();
  });

  test('a mapping is said once: columns, constants where no column says it, and the file’s words', async () => {
    const sent: Record<string, unknown>[] = [];
    const columns = ['Navn', 'E-mail', 'Svar', 'Dato'];
    const page = show(
      <MappingForm
        columns={columns}
        proposal={{ ...proposeMapping(columns), answers: { JA: 'grant' } }}
        sample={['Ida;i@mail.example;OK;2026-01-01']}
        map={async (values) => (sent.push(values as Record<string, unknown>), { ok: true, value: null })}
      />,
    );
    expect(screen.getByLabelText<HTMLSelectElement>('e-mail').value).toBe('E-mail');
    fireEvent.change(screen.getByLabelText('family name'), { target: { value: 'Navn' } });
    const constants = screen.getByText('The same in every line, where no column says it').closest('fieldset')!;
    fireEvent.change(within(constants).getByLabelText('purpose'), { target: { value: 'newsletter' } });
    fireEvent.click(screen.getByText('Another word'));
    fireEvent.change(screen.getByLabelText('word 2'), { target: { value: 'ok' } });
    fireEvent.change(screen.getByLabelText('means 2'), { target: { value: 'refuse' } });
    const keep: HTMLButtonElement = screen.getByText('Keep it and try the file out');
    expect(keep.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Name of the mapping'), { target: { value: 'the fair' } });
    fireEvent.click(keep);
    await waitFor(() => expect(page.refreshed()).toBe(1));
    expect(sent[0]).toMatchObject({
      name: 'the fair',
      columns: { email: 'E-mail', familyName: 'Navn', answer: 'Svar', occurredAt: 'Dato' },
      constants: { purpose: 'newsletter' },
      answers: { JA: 'grant', OK: 'refuse' },
    });
  });
});

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
        run: { state: 'finished', compared: 10, unknown: 1, found: 2, error: null, at: '2026-11-24T07:00:00Z' },
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
          compare: async () => ({ ok: true, value: { runs: [] } }),
          correct: act('correct'),
          believe: act('believe'),
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
      ['correct', { systemId: 's', purpose: 'newsletter', count: 3 }],
      ['believe', { systemId: 's', purpose: 'newsletter', count: 1 }],
      ['correct', { ids: ['a'] }],
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
          compare: async () => ({ ok: true, value: { runs: [] } }),
          correct: async () => ({ ok: true, value: { count: 0 } }),
          believe: async () => ({ ok: true, value: { count: 0 } }),
        }}
      />,
    );
    expect(screen.queryByText(/Put|Believe|Compare every/)).toBeNull();
    expect(screen.getByText('Ledger and systems agree, as of the newest comparisons.')).toBeTruthy();
  });
});

describe('the counter', () => {
  const scripts: Script[] = [
    {
      ask: 'till',
      version: 2,
      place: 'at the till',
      purposes: [{ id: 'newsletter', title: 'Newsletter' }],
      words: { en: 'May we?', da: 'Må vi?' },
    },
  ];

  test('nobody is known: a new person begins; the answer goes with script, place and language', async () => {
    const sent: unknown[] = [];
    show(
      <CounterSheet
        scripts={scripts}
        actions={{
          find: async () => ({ ok: true, value: [] }),
          record: async (values) => (sent.push(values), { ok: true, value: { status: 'recorded', reasons: [] } }),
        }}
      />,
    );
    expect(screen.getByText('Må vi?').getAttribute('lang')).toBe('da');
    fireEvent.change(screen.getByLabelText('Exact value'), { target: { value: 'ida@mail.example' } });
    fireEvent.click(screen.getByText('Look'));
    await waitFor(() => expect(screen.getByText(/Nobody is known by that/)).toBeTruthy());
    fireEvent.change(screen.getByLabelText('Family name'), { target: { value: 'Holt' } });
    fireEvent.change(screen.getByPlaceholderText('Aarhus, or on the phone'), { target: { value: 'Aarhus' } });
    expect(screen.getByText<HTMLButtonElement>('Record the answer').disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('No'));
    fireEvent.click(screen.getByText('Record the answer'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual({
      identifier: { kind: 'email', value: 'ida@mail.example' },
      ask: 'till',
      askVersion: 2,
      purpose: 'newsletter',
      answer: 'refuse',
      place: 'Aarhus',
      language: 'da',
      givenName: null,
      familyName: 'Holt',
    });
  });

  test('what was held says why and keeps what was typed', async () => {
    show(
      <CounterSheet
        scripts={scripts}
        actions={{
          find: async () => ({ ok: true, value: [] }),
          record: async () => ({
            ok: true,
            value: { status: 'quarantined', reasons: [{ text: 'Several people share it.' }] },
          }),
        }}
      />,
    );
    fireEvent.change(screen.getByLabelText('Exact value'), { target: { value: 'ida@mail.example' } });
    fireEvent.click(screen.getByLabelText('Yes'));
    fireEvent.click(screen.getByText('Record the answer'));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('quarantined: Several people share it.'));
    expect(screen.getByLabelText<HTMLInputElement>('Exact value').value).toBe('ida@mail.example');
  });
});

test('a change of a purpose is looked at before it can be published, and again after each edit', async () => {
  const purpose = {
    id: 'calls',
    version: 1,
    title: 'Calls',
    plain: 'We may call.',
    kind: 'consent',
    parent: null,
    confirmWithinHours: null,
    confirmBy: 'source',
    shelfLifeDays: null,
    askAgainAfterDays: null,
    askAgainOnMaterial: false,
    isSale: false,
    validFrom: '2020-01-01T00:00:00Z',
    recordedAt: '2020-01-01T00:00:00Z',
    kinds: [],
    channels: [],
    categories: [],
    recipients: [],
    transfers: null,
    retention: null,
    balancing: null,
  } as unknown as PurposeShown;
  const tried: { shelfLifeDays: number | null }[] = [];
  show(
    <PurposesSheet
      versions={[purpose]}
      now="2026-11-24T08:00:00Z"
      zone={ZONE}
      mayDraft
      mayPublish
      tryOut={async (draft) => (
        tried.push(draft as never),
        {
          ok: true,
          value: { people: 10, altered: 2, gained: 0, lost: 2, changes: [{ from: 'granted', to: 'lapsed', count: 2 }] },
        }
      )}
      publish={async () => ({ ok: true, value: { version: 2 } })}
    />,
  );
  fireEvent.click(screen.getByText('Change'));
  const publish = () => screen.getByText<HTMLButtonElement>('Publish');
  expect(publish().disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('A yes is kept, days'), { target: { value: '30' } });
  fireEvent.click(screen.getByText('What would change?'));
  await waitFor(() =>
    expect(screen.getByText(/2 of 10 people would stand differently: 0 more permitted, 2 fewer/)).toBeTruthy(),
  );
  expect(tried[0]!.shelfLifeDays).toBe(30);
  expect(publish().disabled).toBe(false);
  fireEvent.change(screen.getByLabelText('A yes is kept, days'), { target: { value: '60' } });
  expect(publish().disabled).toBe(true);
  fireEvent.click(screen.getByText('What would change?'));
  await waitFor(() => expect(publish().disabled).toBe(false));
  fireEvent.click(publish());
  await waitFor(() => expect(screen.getByText('Published as version 2')).toBeTruthy());
});

test('a list’s answers are counted by reason; it can be asked again', async () => {
  const audience: AudienceView = {
    id: 'aud_1',
    name: 'november.csv',
    purpose: 'newsletter',
    channel: 'email',
    at: '2026-11-24T07:00:00Z',
    runs: [
      {
        id: 'r',
        state: 'finished',
        lines: 4,
        permitted: 1,
        counts: { granted: 1, withdrawn: 2, unreadable: 1 },
        at: '2026-11-24T07:00:00Z',
      },
    ],
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
      again={async (id) => (asked.push(id), { ok: true, value: { runId: 'x' } })}
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

describe('proof', () => {
  const head = { size: 12, root: 'ab'.repeat(32), signedAt: '2026-11-24T08:00:00Z', signature: 'x', publicKey: 'y' };
  type Props = Parameters<typeof ProofSheet>[0];
  const sheet = (more: Partial<Props> = {}, actions: Partial<Props['actions']> = {}) => {
    const fail = async (): Promise<never> => {
      throw new Error('no connection');
    };
    return (
      <ProofSheet
        head={head}
        deposit={null}
        exports={[]}
        purposes={[{ id: 'newsletter', title: 'Newsletter' }]}
        zone={ZONE}
        mayRemove={false}
        removal={null}
        rebuild={null}
        {...more}
        actions={{ deposit: fail, prove: fail, makeExport: fail, rebuild: fail, count: fail, remove: fail, ...actions }}
      />
    );
  };
  const rebuild = {
    isRunning: false,
    onlyLook: false,
    people: 40,
    differing: 0,
    doneShare: 1,
    at: '2026-11-24T08:00:00Z',
  };

  test.each([
    [{ ...rebuild, isRunning: true, people: 10, doneShare: 0.25 }, '10 people compared so far'],
    [rebuild, 'The standing of all 40 people is what their choices say.'],
    [
      { ...rebuild, differing: 2, onlyLook: true },
      '2 of 40 people had another standing than their choices say; nothing was changed.',
    ],
    [{ ...rebuild, differing: 2 }, 'all were put right.'],
  ])('a rebuild says how far it is or what it found: %j', (view, words) => {
    show(sheet({ rebuild: view }));
    expect(
      within(screen.getByRole('region', { name: 'Standing against the choices' })).getByRole('status').textContent,
    ).toContain(words);
  });

  test('comparing only and rebuilding are two acts', async () => {
    const asked: boolean[] = [];
    show(sheet({}, { rebuild: async (onlyLook) => (asked.push(onlyLook), { ok: true, value: { id: 'reb_1' } }) }));
    fireEvent.click(screen.getByRole('button', { name: 'Compare only' }));
    await waitFor(() => expect(asked).toEqual([true]));
    await waitFor(() =>
      expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Rebuild every standing' }).disabled).toBe(false),
    );
    fireEvent.click(screen.getByRole('button', { name: 'Rebuild every standing' }));
    await waitFor(() => expect(asked).toEqual([true, false]));
  });

  test('a head that no witness has is said; a choice that is not there cannot be proven', async () => {
    show(sheet({}, { prove: async () => ({ ok: false, message: 'There is no such choice.' }) }));
    expect(screen.getByText('No head has been deposited with the witness yet.')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Choice (cho_…)'), { target: { value: 'cho_none' } });
    fireEvent.click(screen.getByRole('button', { name: 'Prove it' }));
    await screen.findByText('There is no such choice.');
  });

  test('sealed parts are counted first, and their number typed; a supervisor alone is offered it', async () => {
    const removed: [string, number][] = [];
    const { unmount } = show(
      sheet(
        { mayRemove: true },
        {
          count: async () => ({ ok: true, value: { count: 7 } }),
          remove: async (day, typed) => (
            removed.push([day, typed]),
            typed === 7 ? { ok: true, value: { id: 'rem_1' } } : { ok: false, message: 'There are 7.' }
          ),
        },
      ),
    );
    fireEvent.change(screen.getByLabelText('recorded before'), { target: { value: '2020-01-01' } });
    fireEvent.click(screen.getByRole('button', { name: 'Count them' }));
    fireEvent.change(await screen.findByLabelText('Number'), { target: { value: '8' } });
    fireEvent.click(screen.getByRole('button', { name: 'Remove 7 sealed parts' }));
    await screen.findByText('There are 7.');
    fireEvent.change(screen.getByLabelText('Number'), { target: { value: '7' } });
    fireEvent.click(screen.getByRole('button', { name: 'Remove 7 sealed parts' }));
    await waitFor(() =>
      expect(removed).toEqual([
        ['2020-01-01', 8],
        ['2020-01-01', 7],
      ]),
    );
    unmount();
    show(sheet());
    expect(screen.queryByRole('button', { name: 'Count them' })).toBeNull();
  });

  test('an export that cannot be asked for loses nothing of the form', async () => {
    show(sheet());
    fireEvent.change(screen.getByLabelText('from'), { target: { value: '2026-01-01' } });
    fireEvent.submit(screen.getByRole('form', { name: 'Export' }));
    await screen.findByText(/What you typed is still here/);
    expect(screen.getByLabelText<HTMLInputElement>('from').value).toBe('2026-01-01');
  });
});

describe('the seal', () => {
  const view = (verification: LedgerView['verification']): LedgerView => ({
    size: { choices: 4084, folios: 12 },
    head: { root: 'cd'.repeat(32), signedAt: '2026-11-24T08:00:00Z' },
    verification,
    purposes: [],
    systems: [],
    lines: [],
    next: null,
  });
  const run = {
    state: 'finished',
    folios_total: 12,
    folios_done: 12,
    choices_done: 4084,
    faults: [] as LedgerFault[],
    started_at: '2026-11-24T08:00:00Z',
    finished_at: '2026-11-24T08:01:00Z',
  };
  const seal = (verification: LedgerView['verification']) => {
    const { unmount } = show(
      <LedgerSheet
        view={view(verification)}
        sources={[]}
        zone={ZONE}
        mayImport={false}
        verify={async () => ({ ok: true, value: { id: 'ver_1' } })}
      />,
    );
    const said = screen.getByRole('status', { name: 'Seal' }).textContent;
    const isOff = screen.getByRole<HTMLButtonElement>('button', { name: 'Verify the ledger' }).disabled;
    unmount();
    return { said, isOff };
  };

  test('not yet, how far, agreed', () => {
    expect(seal(null).said).toContain('has not been verified yet');
    expect(seal({ ...run, state: 'running', folios_done: 3 })).toMatchObject({
      said: expect.stringContaining('3 of 12 folios') as string,
      isOff: true,
    });
    expect(seal(run)).toMatchObject({
      said: expect.stringContaining('✓ Verified Tue 24 Nov 2026 09:01: 4,084 choices agree') as string,
      isOff: false,
    });
  });

  test.each<[LedgerFault, string]>([
    [{ code: 'choice-altered', folio: 3, leaf: 1, choice: 'c' }, 'Folio 3, leaf 1: the choice was altered.'],
    [{ code: 'sealed-part-altered', folio: 3, leaf: 1, choice: 'c' }, 'the sealed part was altered'],
    [{ code: 'numbers-altered', folio: 3, leaf: 1, choice: 'c' }, 'the numbers by which it is counted'],
    [{ code: 'choices-missing', folio: 3, expected: 5, found: 4 }, 'Folio 3 has 4 choices; 5 were sealed.'],
    [{ code: 'folio-root-wrong', folio: 3 }, 'does not follow from its choices'],
    [{ code: 'folio-missing', folio: 3 }, 'Folio 3 is missing.'],
    [{ code: 'head-signature-wrong', size: 12 }, 'signature is not ours'],
    [{ code: 'head-root-wrong', size: 12, expected: 'a', found: 'b' }, 'does not lead to the signed head'],
    [{ code: 'head-size-wrong', expected: 12, found: 11 }, 'counts 12 folios; 11 are here'],
    [{ code: 'deposit-differs', size: 12, signedAt: '2026-11-24T08:00:00Z' }, 'another head of 12 folios'],
    [{ code: 'deposit-beyond', size: 12, signedAt: '2026-11-24T08:00:00Z' }, 'some are gone'],
  ])('%j is said in words', (fault, words) => {
    const { said } = seal({ ...run, faults: [fault] });
    expect(said).toContain('✕ 1 fault.');
    expect(said).toContain(words);
  });
});
