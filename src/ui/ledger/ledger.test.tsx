/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { STANDINGS } from '../../core/consent/types';
import type { AudienceView, DriftView, HeldLine, ImportView, PurposeShown, Script } from '../../core/consent/views';
import { proposeMapping } from '../../core/imports/mapping';
import { Chart } from '../parts/Chart';
import { StandingMark } from '../parts/StandingMark';
import { AudienceSheet } from './AudienceSheet';
import { CounterSheet } from './CounterSheet';
import { DriftSheet } from './DriftSheet';
import { HeldLines } from './HeldLines';
import { ImportResult } from './ImportResult';
import { MappingForm } from './MappingForm';
import { PurposesSheet } from './PurposesSheet';

const ZONE = 'Europe/Copenhagen';

test('every standing has a shape of its own, and its word', () => {
  const shapes = STANDINGS.map((standing) => {
    const { container, unmount } = show(<StandingMark standing={standing} />);
    const [svg, words] = [container.querySelector('svg')!.innerHTML.replace(/var\(--\w+(-\d)?\)/g, 'x'), container.textContent];
    unmount();
    expect(words).toBe(standing.replaceAll('-', ' '));
    return svg;
  });
  expect(new Set(shapes).size).toBe(STANDINGS.length);
});

test('a chart has the same figures as a table, and says where it is empty', () => {
  const { unmount } = show(<Chart title="Rates" empty="Nobody was asked." table={{ columns: ['week', 'yes'], rows: [['1 Jun', 3], ['8 Jun', null]] }} option={() => ({ xAxis: { type: 'category' }, yAxis: {}, series: [] })} />);
  fireEvent.click(screen.getByText('as a table'));
  expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual(['weekyes', '1 Jun3', '8 Jun–']);
  unmount();
  show(<Chart title="Rates" empty="Nobody was asked." table={{ columns: [], rows: [] }} option={() => ({})} />);
  expect(screen.getByText('Nobody was asked.')).toBeTruthy();
  expect(screen.queryByText('CSV')).toBeNull();
});

describe('held lines', () => {
  const held: HeldLine[] = [{ line: 4, status: 'quarantined', reasons: [{ code: 'line-wrong', text: 'No such day.' }], raw: 'a;b' }, { line: 5, status: 'suppressed', reasons: [], raw: null }];

  test('one in quarantine is corrected; still wrong, it says why and keeps what was typed', async () => {
    const sent: [number, string][] = [];
    const page = show(<HeldLines lines={held} correct={async (line, raw) => (sent.push([line, raw]), { ok: true, value: raw === 'good' ? { status: 'recorded', reasons: [] } : { status: 'quarantined', reasons: [{ code: 'x', text: 'Still no such day.' }] } })} />);
    expect(screen.queryByLabelText('Correct line 5')).toBeNull();
    fireEvent.click(screen.getByLabelText('Correct line 4'));
    const field = () => screen.getByLabelText('Line 4, corrected') as HTMLInputElement;
    expect(field().value).toBe('a;b');
    fireEvent.change(field(), { target: { value: 'bad' } });
    fireEvent.click(screen.getByText('Run it'));
    await waitFor(() => expect(screen.getByText('Still held: Still no such day.')).toBeTruthy());
    expect(field().value).toBe('bad');
    fireEvent.change(field(), { target: { value: 'good' } });
    fireEvent.click(screen.getByText('Run it'));
    await waitFor(() => expect(screen.getByText('Line 4: recorded')).toBeTruthy());
    expect(sent).toEqual([[4, 'bad'], [4, 'good']]);
    expect(page.refreshed()).toBe(1);
  });

  test('an auditor’s view offers nothing to press', () => {
    show(<HeldLines lines={held} />);
    expect(screen.queryByText('Correct')).toBeNull();
  });
});

describe('one import', () => {
  const summary = { id: 'imp_1', state: 'checked', total: 3, recorded: 0, duplicate: 0, conflict: 0, suppressed: 0, quarantined: 0, encoding: 'UTF-8', done_lines: 0, checked_lines: 3, bytes: 100, way: 'page', error: null, fileName: 'till.csv', system: 'Shop tills', at: '2026-11-24T07:00:00Z' };
  const actions = { run: async () => ({ ok: true as const, value: null }), map: async () => ({ ok: true as const, value: null }), correct: async () => ({ ok: true as const, value: { status: 'recorded' as const, reasons: [] } }), rerun: async () => ({ ok: true as const, value: { lines: 1, recorded: 1 } }) };
  const view = (more: Partial<ImportView>): ImportView => ({ summary, held: [], next: null, preview: null, toMap: null, ...more });

  test('before: what would happen; while: how far; after: what became of each; failed: why', () => {
    const counts = { recorded: 2, duplicate: 0, conflict: 0, suppressed: 0, quarantined: 1 };
    const { rerender } = show(<ImportResult view={view({ preview: { counts, held: [], isPartial: false } })} zone={ZONE} actions={actions} />);
    expect(screen.getByText(/3 lines\. This is what would happen/)).toBeTruthy();
    expect(screen.getByText('Take in 3 lines')).toBeTruthy();
    rerender(<ImportResult view={view({ preview: { counts, held: [], isPartial: true } })} zone={ZONE} actions={actions} />);
    expect(screen.getByText('Take in the whole file')).toBeTruthy();
    rerender(<ImportResult view={view({ summary: { ...summary, state: 'running', done_lines: 1 } })} zone={ZONE} actions={actions} />);
    expect(screen.getByText(/1 of 3 lines\. You can leave/)).toBeTruthy();
    rerender(<ImportResult view={view({ summary: { ...summary, state: 'finished', quarantined: 1 }, held: [{ line: 2, status: 'quarantined', reasons: [], raw: 'x' }] })} zone={ZONE} actions={actions} />);
    expect(screen.getByText('Run 1 held line again')).toBeTruthy();
    rerender(<ImportResult view={view({ summary: { ...summary, state: 'failed', error: 'file-empty' } })} zone={ZONE} actions={actions} />);
    expect(screen.getByText(/could not be read\. .+ Nothing of it is in the ledger/)).toBeTruthy();
  });

  test('a mapping is said once: columns, constants where no column says it, and the file’s words', async () => {
    const sent: Record<string, unknown>[] = [];
    const columns = ['Navn', 'E-mail', 'Svar', 'Dato'];
    const page = show(<MappingForm columns={columns} proposal={{ ...proposeMapping(columns), answers: { JA: 'grant' } }} sample={['Ida;i@mail.example;OK;2026-01-01']} map={async (values) => (sent.push(values as Record<string, unknown>), { ok: true, value: null })} />);
    expect((screen.getByLabelText('e-mail') as HTMLSelectElement).value).toBe('E-mail');
    fireEvent.change(screen.getByLabelText('family name'), { target: { value: 'Navn' } });
    const constants = screen.getByText('The same in every line, where no column says it').closest('fieldset')!;
    fireEvent.change(within(constants).getByLabelText('purpose'), { target: { value: 'newsletter' } });
    fireEvent.click(screen.getByText('Another word'));
    fireEvent.change(screen.getByLabelText('word 2'), { target: { value: 'ok' } });
    fireEvent.change(screen.getByLabelText('means 2'), { target: { value: 'refuse' } });
    const keep = screen.getByText('Keep it and try the file out') as HTMLButtonElement;
    expect(keep.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Name of the mapping'), { target: { value: 'the fair' } });
    fireEvent.click(keep);
    await waitFor(() => expect(page.refreshed()).toBe(1));
    expect(sent[0]).toMatchObject({ name: 'the fair', columns: { email: 'E-mail', familyName: 'Navn', answer: 'Svar', occurredAt: 'Dato' }, constants: { purpose: 'newsletter' }, answers: { JA: 'grant', OK: 'refuse' } });
  });
});

describe('drift', () => {
  const item = (id: string, direction: 'looser' | 'stricter') => ({ id, who: `P ${id}`, personId: `per_${id}`, system: 'List', purpose: 'Newsletter', direction, standing: 'withdrawn', since: '2026-11-20T10:00:00Z', foundAt: '2026-11-24T07:00:00Z', state: 'open', detail: null });
  const view = (more: Partial<DriftView> = {}): DriftView => ({
    systems: [{ id: 's', name: 'List', run: { state: 'finished', compared: 10, unknown: 1, found: 2, error: null, at: '2026-11-24T07:00:00Z' } }],
    board: [{ systemId: 's', system: 'List', purpose: 'newsletter', title: 'Newsletter', direction: 'looser', ages: { today: 1, 'this week': 2, older: 0 }, inWork: 0, open: 3 }, { systemId: 's', system: 'List', purpose: 'newsletter', title: 'Newsletter', direction: 'stricter', ages: { today: 1, 'this week': 0, older: 0 }, inWork: 0, open: 1 }],
    items: [item('a', 'looser'), item('b', 'stricter')], next: null, follow: { medianHours: 3.5, worstHours: 60, count: 4, open: 1, weeks: [] } as unknown as DriftView['follow'], mayCorrect: true, ...more,
  });

  test('looser is put right, stricter is believed, one or all that were counted', async () => {
    const done: unknown[] = [];
    const act = (name: string) => async (chosen: unknown) => (done.push([name, chosen]), { ok: true as const, value: { count: 1 } });
    show(<DriftSheet view={view()} zone={ZONE} actions={{ compare: async () => ({ ok: true, value: { runs: [] } }), correct: act('correct'), believe: act('believe') }} />);
    for (const words of ['Put 3 right', 'Believe 1', 'Put right', 'Believe']) fireEvent.click(screen.getByText(words));
    await waitFor(() => expect(done).toHaveLength(4));
    expect(done).toEqual([['correct', { systemId: 's', purpose: 'newsletter', count: 3 }], ['believe', { systemId: 's', purpose: 'newsletter', count: 1 }], ['correct', { ids: ['a'] }], ['believe', { ids: ['b'] }]]);
    expect(screen.getByText(/1 not followed everywhere yet/)).toBeTruthy();
  });

  test('who may only look has nothing to press; agreement is said', () => {
    show(<DriftSheet view={view({ mayCorrect: false, board: [], items: [] })} zone={ZONE} actions={{ compare: async () => ({ ok: true, value: { runs: [] } }), correct: async () => ({ ok: true, value: { count: 0 } }), believe: async () => ({ ok: true, value: { count: 0 } }) }} />);
    expect(screen.queryByText(/Put|Believe|Compare every/)).toBeNull();
    expect(screen.getByText('Ledger and systems agree, as of the newest comparisons.')).toBeTruthy();
  });
});

describe('the counter', () => {
  const scripts: Script[] = [{ ask: 'till', version: 2, place: 'at the till', purposes: [{ id: 'newsletter', title: 'Newsletter' }], words: { en: 'May we?', da: 'Må vi?' } }];

  test('nobody is known: a new person begins; the answer goes with script, place and language', async () => {
    const sent: unknown[] = [];
    show(<CounterSheet scripts={scripts} actions={{ find: async () => ({ ok: true, value: [] }), record: async (values) => (sent.push(values), { ok: true, value: { status: 'recorded', reasons: [] } }) }} />);
    expect(screen.getByText('Må vi?').getAttribute('lang')).toBe('da');
    fireEvent.change(screen.getByLabelText('Exact value'), { target: { value: 'ida@mail.example' } });
    fireEvent.click(screen.getByText('Look'));
    await waitFor(() => expect(screen.getByText(/Nobody is known by that/)).toBeTruthy());
    fireEvent.change(screen.getByLabelText('Family name'), { target: { value: 'Holt' } });
    fireEvent.change(screen.getByPlaceholderText('Aarhus, or on the phone'), { target: { value: 'Aarhus' } });
    expect((screen.getByText('Record the answer') as HTMLButtonElement).disabled).toBe(true);
    fireEvent.click(screen.getByLabelText('No'));
    fireEvent.click(screen.getByText('Record the answer'));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual({ identifier: { kind: 'email', value: 'ida@mail.example' }, ask: 'till', askVersion: 2, purpose: 'newsletter', answer: 'refuse', place: 'Aarhus', language: 'da', givenName: null, familyName: 'Holt' });
  });

  test('what was held says why and keeps what was typed', async () => {
    show(<CounterSheet scripts={scripts} actions={{ find: async () => ({ ok: true, value: [] }), record: async () => ({ ok: true, value: { status: 'quarantined', reasons: [{ text: 'Several people share it.' }] } }) }} />);
    fireEvent.change(screen.getByLabelText('Exact value'), { target: { value: 'ida@mail.example' } });
    fireEvent.click(screen.getByLabelText('Yes'));
    fireEvent.click(screen.getByText('Record the answer'));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('quarantined: Several people share it.'));
    expect((screen.getByLabelText('Exact value') as HTMLInputElement).value).toBe('ida@mail.example');
  });
});

test('a change of a purpose is looked at before it can be published, and again after each edit', async () => {
  const purpose = { id: 'calls', version: 1, title: 'Calls', plain: 'We may call.', kind: 'consent', parent: null, confirmWithinHours: null, confirmBy: 'source', shelfLifeDays: null, askAgainAfterDays: null, askAgainOnMaterial: false, isSale: false, validFrom: '2020-01-01T00:00:00Z', recordedAt: '2020-01-01T00:00:00Z', kinds: [], channels: [], categories: [], recipients: [], transfers: null, retention: null, balancing: null } as unknown as PurposeShown;
  const tried: { shelfLifeDays: number | null }[] = [];
  show(<PurposesSheet versions={[purpose]} now="2026-11-24T08:00:00Z" zone={ZONE} mayDraft mayPublish tryOut={async (draft) => (tried.push(draft as never), { ok: true, value: { people: 10, altered: 2, gained: 0, lost: 2, changes: [{ from: 'granted', to: 'lapsed', count: 2 }] } })} publish={async () => ({ ok: true, value: { version: 2 } })} />);
  fireEvent.click(screen.getByText('Change'));
  const publish = () => screen.getByText('Publish') as HTMLButtonElement;
  expect(publish().disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('A yes is kept, days'), { target: { value: '30' } });
  fireEvent.click(screen.getByText('What would change?'));
  await waitFor(() => expect(screen.getByText(/2 of 10 people would stand differently: 0 more permitted, 2 fewer/)).toBeTruthy());
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
  const audience: AudienceView = { id: 'aud_1', name: 'november.csv', purpose: 'newsletter', channel: 'email', at: '2026-11-24T07:00:00Z', runs: [{ id: 'r', state: 'finished', lines: 4, permitted: 1, counts: { granted: 1, withdrawn: 2, unreadable: 1 }, at: '2026-11-24T07:00:00Z' }] };
  const asked: string[] = [];
  show(<AudienceSheet audiences={[audience]} purposes={[{ id: 'newsletter', title: 'Newsletter' }]} zone={ZONE} again={async (id) => (asked.push(id), { ok: true, value: { runId: 'x' } })} checkDraft={async () => ({ ok: false, message: 'no' })} />);
  fireEvent.click(screen.getByText('as a table'));
  expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual(expect.arrayContaining(['withdrawn2', 'granted1', 'unreadable1']));
  expect(screen.getByText('answers as CSV').getAttribute('href')).toBe('/ledger/audiences/aud_1/result.csv');
  fireEvent.click(screen.getByText('Ask again'));
  await waitFor(() => expect(asked).toEqual(['aud_1']));
});
