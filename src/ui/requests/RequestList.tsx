'use client';

import Link from 'next/link';
import { parseAsString, useQueryStates } from 'nuqs';
import { REGIME_IDS } from '../../core/clock/regimes';
import { RIGHTS } from '../../core/requests/rights';
import { STAGES } from '../../core/requests/stages';
import { sayDay, sayShortDay } from '../../core/shared/days';
import type { RequestLine } from '../../core/requests/views';
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
  const [filter, setFilter] = useQueryStates(
    {
      state: parseAsString.withDefault('open'),
      right: parseAsString,
      stage: parseAsString,
      regime: parseAsString,
      owner: parseAsString,
      waits: parseAsString,
      after: parseAsString,
    },
    { shallow: false },
  );
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
      <div className="filters tight">
        <label>
          State{' '}
          <select value={filter.state} onChange={(event) => void setFilter({ state: event.target.value, after: null })}>
            {['open', 'closed', 'all'].map((value) => (
              <option key={value}>{value}</option>
            ))}
          </select>
        </label>
        <label>
          Right{' '}
          <select
            value={filter.right ?? ''}
            onChange={(event) => void setFilter({ right: event.target.value || null, after: null })}
          >
            <option value="">every right</option>
            {RIGHTS.map((value) => (
              <option key={value}>{value}</option>
            ))}
          </select>
        </label>
        <label>
          Stage{' '}
          <select
            value={filter.stage ?? ''}
            onChange={(event) => void setFilter({ stage: event.target.value || null, after: null })}
          >
            <option value="">every stage</option>
            {STAGES.map((value) => (
              <option key={value}>{value}</option>
            ))}
          </select>
        </label>
        <label>
          Law{' '}
          <select
            value={filter.regime ?? ''}
            onChange={(event) => void setFilter({ regime: event.target.value || null, after: null })}
          >
            <option value="">every law</option>
            {REGIME_IDS.map((value) => (
              <option key={value}>{value}</option>
            ))}
          </select>
        </label>
        <label>
          By{' '}
          <select
            value={filter.owner ?? ''}
            onChange={(event) => void setFilter({ owner: event.target.value || null, after: null })}
          >
            <option value="">anybody</option>
            {colleagues.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          Waits on{' '}
          <select
            value={filter.waits ?? ''}
            onChange={(event) => void setFilter({ waits: event.target.value || null, after: null })}
          >
            <option value="">anybody</option>
            <option value="us">us</option>
            <option value="person">the person</option>
            <option value="helper">an owner</option>
            <option value="machine">Bookend</option>
          </select>
        </label>
      </div>
      <section className="sheet wrap" tabIndex={0} aria-label="Requests">
        {lines.length === 0 ? (
          <p className="empty">No request fits these filters.</p>
        ) : (
          <table className="list">
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
          </table>
        )}
      </section>
      {next && (
        <p style={{ marginTop: 10 }}>
          <button className="plain" onClick={() => void setFilter({ after: next })}>
            More
          </button>
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
