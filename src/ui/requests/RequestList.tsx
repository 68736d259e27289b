'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { sayDay, sayShortDay } from '../../core/shared/days';
import type { RequestLine } from '../../core/requests/views';
import { RequestFilters, useRequestFilter } from './RequestFilters';
import { ListTable } from '../shared/ListTable';
import '../desk/desk.css';

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
  const [, setFilter] = useRequestFilter();
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Requests</h1>
          <p className="sub">{open} open, the next due first.</p>
        </div>
        {mayOpen && (
          <div className="row">
            {waiting > 0 && <Link href="/requests/inbox">{waiting} came by mail</Link>}
            <Link href="/requests/new" className="go-link">
              Open a request <kbd>o</kbd>
            </Link>
          </div>
        )}
      </div>
      <RequestFilters colleagues={colleagues} />
      <section className="sheet wrap" tabIndex={0} aria-label="Requests">
        {lines.length === 0 ? (
          <p className="empty">No request fits these filters.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>reference</th>
                <th>right</th>
                <th>who</th>
                <th>received</th>
                <th>due</th>
                <th>working days</th>
                <th>next</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.ref}>
                  <td className="mono nowrap">
                    <Link href={`/requests/${line.ref}`}>{line.ref}</Link>
                  </td>
                  <td className="nowrap" title={line.regimes.join(' and ')}>
                    <b>{line.right}</b>
                    {line.regimes.some((one) => one !== 'eu-gdpr') && (
                      <>
                        <br />
                        <span className="muted">{line.regimes.join(' + ')}</span>
                      </>
                    )}
                  </td>
                  <td className="ellipsis" style={{ maxWidth: 130 }} title={line.who}>
                    {line.who}
                  </td>
                  <td className="nowrap muted">{sayShortDay(line.receivedOn)}</td>
                  <td className="nowrap" title={sayDay(line.dueOn)}>
                    {sayShortDay(line.dueOn)}
                  </td>
                  <td className="nowrap">
                    <ClockWord state={line.state} left={line.workingDaysLeft} />
                    {line.missedTarget && (
                      <span className="ochre" title={`our own mark to ${line.missedTarget} is missed`}>
                        {' '}
                        ▲
                      </span>
                    )}
                  </td>
                  <td className="ellipsis" style={{ maxWidth: 168 }} title={`${line.stage}: ${line.next.text}`}>
                    {line.stage === 'closed' && line.outcome ? line.outcome.replace(/-/g, ' ') : line.next.text}
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
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
