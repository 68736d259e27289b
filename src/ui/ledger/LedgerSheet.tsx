'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { useMemo } from 'react';
import { parseAsString, useQueryStates } from 'nuqs';
import { ANSWERS } from '../../core/ledger/types';
import { sayDay, sayInstant, sayShortInstant } from '../../core/shared/days';
import type { LedgerLine, LedgerView, SourceLine } from '../../core/ledger/views';
import type { LedgerFault } from '../../core/ledger/verify';
import { Choose } from '../fields/Choose';
import { ActButton } from '../shared/ActButton';
import type { LedgerActs } from '../shared/acts';
import { RunProgress, type StopRun } from '../runs/RunProgress';
import { RefreshWhile } from '../shared/RefreshWhile';
import { DayField } from '../fields/DayField';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';
import '../desk/desk.css';

const number = new Intl.NumberFormat('en');

const idOf = ({ id }: LedgerLine) => id;

function columnsOf({ purposes }: LedgerView, zone: string): GridColumn<LedgerLine>[] {
  const titles = new Map(purposes.map(({ id, title }) => [id, title]));
  const when = ({ occurredAt }: LedgerLine) =>
    occurredAt.length === 10 ? sayDay(occurredAt).slice(4) : sayInstant(occurredAt, zone).slice(4);
  return [
    { id: 'place', title: 'seq', width: 84, isNumber: true, isFixed: true, text: ({ place }) => place },
    {
      id: 'when',
      title: 'when',
      width: 146,
      text: when,
      show: (line) => <span title={`recorded ${sayInstant(line.recorded_at, zone)}`}>{when(line)}</span>,
    },
    { id: 'purpose', title: 'purpose', grow: 1.6, text: ({ purpose }) => titles.get(purpose) ?? purpose },
    { id: 'answer', title: 'answer', width: 84, text: ({ answer }) => answer, show: ({ answer }) => <b>{answer}</b> },
    { id: 'system', title: 'from', text: ({ system }) => system },
    { id: 'ask', title: 'asked by', text: ({ ask, ask_version }) => (ask ? `${spellOut(ask)} v${ask_version}` : '–') },
    { id: 'country', title: 'country', width: 76, text: ({ country }) => country },
    {
      id: 'leaf',
      title: 'folio·leaf',
      width: 92,
      isNumber: true,
      text: ({ folio, leaf_index }) => `${folio ?? ''}·${leaf_index ?? ''}`,
    },
  ];
}

/** What was chosen, where, under which wording; whether the seal holds. Nobody is named here. */
export function LedgerSheet({
  view,
  sources,
  zone,
  mayImport,
  stop,
  startVerification,
}: {
  view: LedgerView;
  sources: readonly SourceLine[];
  zone: string;
  mayImport: boolean;
  startVerification: LedgerActs['startVerification'];
  stop: StopRun;
}) {
  const [filter, setFilter] = useQueryStates(
    {
      purpose: parseAsString,
      answer: parseAsString,
      system: parseAsString,
      from: parseAsString,
      to: parseAsString,
      before: parseAsString,
    },
    { shallow: false },
  );
  const columns = useMemo(() => columnsOf(view, zone), [view, zone]);
  const select = (name: 'purpose' | 'answer' | 'system', every: string, options: { id: string; title: string }[]) => (
    <Choose
      label={name}
      value={filter[name]}
      options={options.map(({ id, title }) => [id, title] as const)}
      every={every}
      choose={(value) => void setFilter({ [name]: value, before: null })}
    />
  );
  return (
    <>
      <RefreshWhile isMoving={view.verification?.state === 'running'} />
      <div className="page-head">
        <div>
          <h1>Ledger</h1>
          <p className="sub">
            {number.format(view.size.choices)} choices in {number.format(view.size.folios)} folios.
          </p>
        </div>
        {mayImport && (
          <Link href="/ledger/imports" className="go-link">
            Import a file
          </Link>
        )}
      </div>
      <Seal view={view} zone={zone} startVerification={startVerification} stop={stop} />
      <Sources sources={sources} zone={zone} />
      <div className="filters">
        {select('purpose', 'every purpose', view.purposes)}
        {select(
          'answer',
          'every answer',
          ANSWERS.map((id) => ({ id, title: id })),
        )}
        {select(
          'system',
          'every system',
          view.systems.map(({ id, name }) => ({ id, title: name })),
        )}
        <DayField label="from" isFilter value={filter.from} choose={(from) => void setFilter({ from, before: null })} />
        <DayField label="to" isFilter value={filter.to} choose={(to) => void setFilter({ to, before: null })} />
        {filter.before && <Button onClick={() => void setFilter({ before: null })}>Newest</Button>}
      </div>
      <section className="sheet">
        <Grid
          list="ledger"
          label="Choices, newest first"
          rows={view.lines}
          idOf={idOf}
          columns={columns}
          empty="No choice fits these filters."
        />
      </section>
      {view.next && (
        <p style={{ marginTop: 10 }}>
          <Button onClick={() => void setFilter({ before: view.next })}>Older</Button>
        </p>
      )}
    </>
  );
}

/** Who delivers choices, and who has fallen silent. */
function Sources({ sources, zone }: { sources: readonly SourceLine[]; zone: string }) {
  if (sources.length === 0) return null;
  const usual = (gap: number | null) =>
    gap === null ? 'too new to tell what is usual' : gap <= 1 ? 'usually every day' : `usually every ${gap} days`;
  return (
    <ul className="sources" aria-label="Sources">
      {sources.map((one) => (
        <li key={one.id} title={usual(one.usualGapDays)} className={one.isSilent ? 'late' : ''}>
          <b>
            {one.isSilent ? '✕' : '✓'} {one.name}
          </b>{' '}
          {one.isSilent
            ? `silent for ${one.silentDays} days, ${usual(one.usualGapDays)}`
            : `${one.lastAt ? sayShortInstant(one.lastAt, zone) : 'never'}${one.lastWeek > 0 ? `, ${one.lastWeek} this week` : ''}`}
        </li>
      ))}
    </ul>
  );
}

function Seal({
  view,
  zone,
  startVerification,
  stop,
}: {
  view: LedgerView;
  zone: string;
  startVerification: LedgerActs['startVerification'];
  stop: StopRun;
}) {
  const run = view.verification;
  const isGood = run?.state === 'finished' && run.faults.length === 0;
  return (
    <section
      className={`note ${run?.state !== 'finished' ? 'slate' : isGood ? 'good' : 'bad'}`}
      style={{ marginBottom: 14 }}
      role="status"
      aria-label="Seal"
    >
      {run && <RunProgress run={run} what="Verifying" unit="folios" stop={stop} />}
      <div className="row between" style={{ flexWrap: 'nowrap' }}>
        <div>
          {!run && <p>The ledger has not been verified yet.</p>}
          {run?.state === 'finished' && <p>{sayVerified(run, zone)}</p>}
          {view.head && (
            <p className="mono muted">
              head {view.head.root.slice(0, 16)}…, signed {sayInstant(view.head.signedAt, zone)}
            </p>
          )}
        </div>
        {run?.state !== 'running' && <ActButton act={() => startVerification()}>Verify the ledger</ActButton>}
      </div>
    </section>
  );
}

function sayVerified({ faults, finishedAt, counts }: NonNullable<LedgerView['verification']>, zone: string): string {
  if (faults.length === 0)
    return (
      `✓ Verified ${sayInstant(finishedAt!, zone)}: ${number.format(counts['choices'] ?? 0)} choices ` +
      'agree with the signed head.'
    );
  const some = faults.slice(0, 4).map(sayFault).join(' ');
  return `✕ ${faults.length} ${faults.length === 1 ? 'fault' : 'faults'}. ${some}`;
}

function sayFault(fault: LedgerFault): string {
  return `${fault.tree > 0 ? `Tree ${fault.tree}: ` : ''}${sayIn(fault)}`;
}

function sayIn(fault: LedgerFault): string {
  switch (fault.code) {
    case 'choice-altered':
      return `Folio ${fault.folio}, leaf ${fault.leaf}: the choice was altered.`;
    case 'sealed-part-altered':
      return `Folio ${fault.folio}, leaf ${fault.leaf}: the sealed part was altered.`;
    case 'numbers-altered':
      return `Folio ${fault.folio}, leaf ${fault.leaf}: the numbers by which it is counted are not those of the choice.`;
    case 'choices-missing':
      return `Folio ${fault.folio} has ${fault.found} choices; ${fault.expected} were sealed.`;
    case 'folio-root-wrong':
      return `Folio ${fault.folio}: its root does not follow from its choices.`;
    case 'folio-missing':
      return `Folio ${fault.folio} is missing.`;
    case 'head-signature-wrong':
      return 'The head’s signature is not ours: the chain was rewritten.';
    case 'head-root-wrong':
      return 'The tree does not lead to the signed head.';
    case 'deposit-differs':
      return `The witness has another head of ${fault.size} folios: the ledger was rewritten.`;
    case 'deposit-beyond':
      return `The witness has a head of ${fault.size} folios; some are gone.`;
    case 'head-size-wrong':
      return `The signed head counts ${fault.expected} folios; ${fault.found} are here.`;
  }
}
