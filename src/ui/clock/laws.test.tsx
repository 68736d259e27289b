/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { draftOf } from '../../core/clock/lawDraft';
import { regimeById } from '../../core/clock/regimes';
import type { LawsView } from '../../core/clock/views';
import { show } from '../../../test/support/screen';
import { LawsPanel, type LawActions } from './LawsPanel';

const kentucky = regimeById('us-ky')!;
const line = {
  regime: kentucky.id,
  title: kentucky.title,
  effectiveFrom: kentucky.effectiveFrom,
  respond: kentucky.respond,
  extension: kentucky.extension,
  source: kentucky.source,
  isConfirmed: false,
  adoptedBy: null,
  reason: null,
};
const view = (more: Partial<LawsView> = {}): LawsView => ({
  lines: [line, { ...line, effectiveFrom: '2026-11-15', isConfirmed: true, adoptedBy: 'Ib Hald', reason: 'amended' }],
  notMet: [],
  drafts: [draftOf(kentucky)],
  mayChange: true,
  ...more,
});

test('a changed row is looked at before it is adopted: what it would move is listed', async () => {
  const called: unknown[] = [];
  const preview = {
    under: 2,
    moved: [{ ref: 'BK-2026-00031', receivedOn: '2026-11-20', was: '2027-01-04', will: '2026-12-20' }],
    broken: [],
  };
  const actions: LawActions = {
    previewLaw: async (values) => (called.push(['preview', values.respondIn]), { ok: true, value: preview }),
    adoptLaw: async (values) => (called.push(['adopt', values.respondIn]), { ok: true, value: preview }),
    stateLaw: async () => ({ ok: true, value: null }),
  };
  show(<LawsPanel view={view()} actions={actions} />);
  expect(screen.getByText('▲ as shipped, not confirmed')).toBeTruthy();
  expect(screen.getByText('Ib Hald: amended')).toBeTruthy();
  // Of a law only the newest row is changed.
  expect(screen.getAllByText('Change')).toHaveLength(1);
  fireEvent.click(screen.getByText('Change'));
  fireEvent.change(screen.getByLabelText('Answer within'), { target: { value: '30' } });
  fireEvent.click(screen.getByText('See what it would move'));
  expect(await screen.findByText('Say why in a sentence.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Why it is changed'), { target: { value: 'amended in spring' } });
  fireEvent.click(screen.getByText('See what it would move'));
  expect(await screen.findByText('2 open requests are under this law; 1 moves.')).toBeTruthy();
  expect(screen.getByText(/due Mon 4 Jan 2027 becomes Sun 20 Dec 2026/)).toBeTruthy();
  fireEvent.click(screen.getByText('Adopt this row'));
  await waitFor(() =>
    expect(called).toEqual([
      ['preview', 30],
      ['adopt', 30],
    ]),
  );
});

test('whoever may only look is offered nothing; what does not bind is said with its reason', () => {
  show(
    <LawsPanel
      view={view({ mayChange: false, notMet: [{ regime: 'us-ky', reason: 'fewer than 100,000 people' }] })}
      actions={{} as LawActions}
    />,
  );
  expect(screen.queryByText('Change')).toBeNull();
  expect(screen.getAllByText(/stated not to bind us: fewer than 100,000 people/).length).toBeGreaterThan(0);
});
