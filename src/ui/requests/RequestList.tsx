'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { sayDay, sayShortDay } from '../../core/shared/days';
import { orderIn, sayOrder, type RequestOrder } from '../../core/requests/order';
import type { RequestLine } from '../../core/requests/views';
import { RequestFilters, useRequestFilter } from './RequestFilters';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';
import { sayLaws } from '../../core/clock/lawNames';
import '../desk/desk.css';

const refOf = ({ ref }: RequestLine) => ref;
const hrefOf = ({ ref }: RequestLine) => `/requests/${ref}`;
const nextOf = (line: RequestLine) =>
  line.stage === 'closed' && line.outcome ? spellOut(line.outcome) : line.next.text;

const COLUMNS: readonly GridColumn<RequestLine>[] = [
  {
    id: 'reference',
    title: 'reference',
    width: 116,
    isFixed: true,
    text: refOf,
    show: (line) => (
      <Link className="mono" href={hrefOf(line)}>
        {line.ref}
      </Link>
    ),
  },
  { id: 'right', title: 'right', width: 88, text: ({ right }) => right, show: ({ right }) => <b>{right}</b> },
  { id: 'laws', title: 'laws', width: 76, text: ({ regimes }) => sayLaws(regimes) },
  { id: 'who', title: 'who', text: ({ who }) => who },
  {
    id: 'received',
    title: 'received',
    width: 96,
    sort: 'received',
    text: (line) => sayShortDay(line.receivedOn),
    isAside: true,
  },
  {
    id: 'due',
    title: 'due',
    sort: 'due',
    width: 92,
    text: (line) => line.dueOn,
    show: (line) => <span title={sayDay(line.dueOn)}>{sayShortDay(line.dueOn)}</span>,
  },
  {
    id: 'left',
    title: 'working days',
    width: 108,
    text: (line) => line.workingDaysLeft,
    show: (line) => (
      <span className="nowrap">
        <ClockWord state={line.state} left={line.workingDaysLeft} />
        {line.missedTarget && (
          <span className="ochre" title={`our own mark to ${line.missedTarget} is missed`}>
            {' '}
            ▲
          </span>
        )}
      </span>
    ),
  },
  { id: 'stage', title: 'stage', width: 96, text: ({ stage }) => stage, isAside: true },
  { id: 'next', title: 'next', grow: 1.5, text: nextOf },
];

/** Requests by their clock; the filters live in the address. */
export function RequestList({
  lines,
  open,
  next,
  mayOpen,
  colleagues = [],
  waiting = 0,
}: {
  lines: RequestLine[];
  open: number;
  next: string | null;
  mayOpen: boolean;
  colleagues?: { id: string; name: string }[];
  waiting?: number;
}) {
  const [filter, setFilter] = useRequestFilter();
  const order = orderIn(filter.sort);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Requests</h1>
          <p className="sub">
            {open} open, {order?.by === 'received' ? 'by when they came in' : 'the next due first'}.
          </p>
        </div>
        {mayOpen && (
          <div className="row">
            <Link href="/requests/take-over">Take over</Link>
            {waiting > 0 && <Link href="/requests/inbox">{waiting} came by mail</Link>}
            <Link href="/requests/new" className="go-link">
              Open a request <kbd>o</kbd>
            </Link>
          </div>
        )}
      </div>
      <RequestFilters colleagues={colleagues} />
      <section className="sheet">
        <Grid
          list="requests"
          label="Requests"
          rows={lines}
          idOf={refOf}
          columns={COLUMNS}
          hrefOf={hrefOf}
          sorted={order}
          sort={(column, isDown) =>
            void setFilter({ sort: column && sayOrder({ by: column as RequestOrder['by'], isDown }), after: null })
          }
          empty={<>No request fits these filters. {mayOpen && <Link href="/requests/new">Open one</Link>}</>}
        />
      </section>
      {next && (
        <p style={{ marginTop: 10 }}>
          <Button onClick={() => void setFilter({ after: next })}>More</Button>
        </p>
      )}
    </>
  );
}

/** The clock's state in a word and a shape. */
export function ClockWord({ state, left }: { state: string; left: number }) {
  const days = (n: number) => `${n} ${n === 1 ? 'day' : 'days'}`;
  if (state === 'overdue') return <b className="late">■ {days(-left)} late</b>;
  if (state === 'paused') return <span className="ochre">‖ paused</span>;
  if (state === 'answered-in-time') return <span>✓ in time</span>;
  if (state === 'answered-late') return <span className="late">✓ late</span>;
  return <span className={left <= 5 ? 'ochre' : ''}>▸ {days(left)}</span>;
}
