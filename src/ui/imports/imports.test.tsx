/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { run } from '../../../test/support/runs';
import { narrow, show } from '../../../test/support/screen';
import { choose, chosen } from '../../../test/support/fields';
import type { HeldLine, ImportView } from '../../core/imports/views';
import { proposeMapping } from '../../core/imports/mapping';
import { HeldLines } from './HeldLines';
import { ImportResult } from './ImportResult';
import { MappingForm } from './MappingForm';

beforeAll(narrow);

const ZONE = 'Europe/Copenhagen';

describe('held lines', () => {
  const held: HeldLine[] = [
    { line: 4, status: 'quarantined', reasons: [{ code: 'line-wrong', problem: 'No such day.' }], raw: 'a;b' },
    { line: 5, status: 'suppressed', reasons: [], raw: null },
  ];

  test('one in quarantine is corrected; still wrong, it says why and keeps what was typed', async () => {
    const sent: [number, string][] = [];
    const page = show(
      <HeldLines
        lines={held}
        correct={{
          importId: 'imp_1',
          correctLine: async ({ line, raw }) => (
            sent.push([line, raw]),
            {
              ok: true,
              value:
                raw === 'good'
                  ? { status: 'recorded', reasons: [] }
                  : { status: 'quarantined', reasons: [{ code: 'line-wrong', problem: 'Still no such day.' }] },
            }
          ),
        }}
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
    bytes: 100,
    way: 'page',
    error: null,
    fileName: 'till.csv',
    system: 'Shop tills',
    at: '2026-11-24T07:00:00Z',
    run: null,
  };
  const actions = {
    startImport: async () => ({ ok: true as const, value: null }),
    mapImport: async () => ({ ok: true as const, value: null }),
    correctLine: async () => ({ ok: true as const, value: { status: 'recorded' as const, reasons: [] } }),
    rerunHeld: async () => ({ ok: true as const, value: { lines: 1, recorded: 1 } }),
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
        view={view({
          summary: {
            ...summary,
            state: 'running',
            run: run({ kind: 'run-import', state: 'running', done: 1, total: 3 }),
          },
        })}
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
    const columns = ['Navn', 'E-mail', 'Svar', 'Dato', 'Emne'];
    const page = show(
      <MappingForm
        toMap={{
          columns,
          mapping: { ...proposeMapping(columns), answers: { JA: 'grant' } },
          sample: ['Ida;i@mail.example;OK;2026-01-01;News'],
          words: { Svar: ['Ja', 'perhaps'], Emne: ['News', 'camps'] },
          purposes: [
            { id: 'newsletter', title: 'Newsletter' },
            { id: 'camps', title: 'Camps' },
          ],
        }}
        importId="imp_1"
        mapImport={async (values) => (sent.push(values), { ok: true, value: null })}
      />,
    );
    expect(chosen('e-mail')).toBe('E-mail');
    choose('family name', 'Navn');
    const constants = screen.getByText('The same in every line, where no column says it').closest('fieldset')!;
    fireEvent.change(within(constants).getByLabelText('purpose'), { target: { value: 'newsletter' } });
    expect(screen.getByText(/“PERHAPS” has no answer yet/)).toBeTruthy();
    choose('“PERHAPS” means', 'refuse');
    expect(screen.queryByText(/has no answer yet/)).toBeNull();
    fireEvent.change(screen.getByLabelText('Another word'), { target: { value: 'ok' } });
    fireEvent.keyDown(screen.getByLabelText('Another word'), { key: 'Enter' });
    expect(sent).toEqual([]);
    choose('“OK” means', 'grant');
    choose('purpose', 'Emne');
    expect(chosen('“camps” is')).toBe('Camps');
    choose('“News” is', 'Newsletter');
    choose('How its days are written', /day first/);
    const keep: HTMLButtonElement = screen.getByText('Keep it and try the file out');
    expect(keep.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Name of the mapping'), { target: { value: 'the fair' } });
    fireEvent.click(keep);
    await waitFor(() => expect(page.refreshed()).toBe(1));
    expect(sent[0]).toMatchObject({
      importId: 'imp_1',
      name: 'the fair',
      mapping: {
        columns: { email: 'E-mail', familyName: 'Navn', answer: 'Svar', occurredAt: 'Dato' },
        constants: { purpose: 'newsletter' },
        answers: { JA: 'grant', PERHAPS: 'refuse', OK: 'grant' },
        purposes: { News: 'newsletter' },
        dates: 'day-first',
      },
    });
  });
});
