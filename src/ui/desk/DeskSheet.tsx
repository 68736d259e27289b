import Link from 'next/link';
import type { Desk } from '../../core/desk/views';
import { sayDay } from '../../core/shared/days';
import { Runway } from './Runway';
import { ListTable } from '../shared/ListTable';
import './desk.css';

/** What is due, what is stuck and on whom, what came in. */
export function DeskSheet({ desk, mayOpen, seesRequests }: { desk: Desk; mayOpen: boolean; seesRequests: boolean }) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>{sayDay(desk.today).replace(/ \d{4}$/, '')}</h1>
          <p className="sub">{summary(desk, seesRequests)}</p>
        </div>
        {mayOpen && (
          <Link href="/requests/new" className="go-link">
            Open a request <kbd>o</kbd>
          </Link>
        )}
      </div>
      {seesRequests && <Runway today={desk.today} lines={desk.lines} />}
      <div className="two" style={{ marginTop: 14 }}>
        <section className="sheet" aria-labelledby="waiting">
          <header>
            <h2 id="waiting">Waiting on</h2>
          </header>
          {desk.waiting.length === 0 ? (
            <p className="empty">Nobody else is holding anything up.</p>
          ) : (
            <ListTable>
              <tbody>
                {desk.waiting.map((one, i) => (
                  <tr key={i}>
                    <td className="top nowrap">
                      <b>{one.who}</b>
                    </td>
                    <td className="top">{one.what}</td>
                    <td className="top nowrap" style={{ textAlign: 'right' }}>
                      <Link href={one.href}>{one.ref ? one.ref.replace(/^BK-\d{4}-0?/, 'BK-') : 'look'}</Link>
                    </td>
                  </tr>
                ))}
              </tbody>
            </ListTable>
          )}
        </section>
        <section className="sheet" aria-labelledby="came-in">
          <header>
            <h2 id="came-in">Came in</h2>
          </header>
          {desk.cameIn.length === 0 ? (
            <p className="empty">Nothing new since the day before yesterday.</p>
          ) : (
            <ListTable>
              <tbody>
                {desk.cameIn.map((one, i) => (
                  <tr key={i}>
                    <td className="top num">
                      <b>{one.count}</b>
                    </td>
                    <td className="top">{one.what}</td>
                    <td className="top" style={{ textAlign: 'right' }}>
                      <Link href={one.href}>{one.act}</Link>
                    </td>
                  </tr>
                ))}
              </tbody>
            </ListTable>
          )}
        </section>
      </div>
    </>
  );
}

function summary(desk: Desk, seesRequests: boolean): string {
  if (!seesRequests) return 'Your role has no requests. The places on the left are yours.';
  if (desk.open === 0) return 'No request is open.';
  const overdue = desk.lines.filter(({ state }) => state === 'overdue').length;
  const week = desk.lines.filter(({ state, workingDaysLeft }) => state !== 'overdue' && workingDaysLeft <= 5).length;
  const ours = desk.lines.filter(({ next }) => next.waitsOn === 'us').length;
  const count = (n: number, one: string, many: string) =>
    n === 0 ? null : n === 1 ? one : many.replace('#', String(n));
  const parts = [
    count(overdue, 'one answer is overdue', '# answers are overdue'),
    count(week, 'one is due within a week', '# are due within a week'),
    count(ours, 'one waits on us', '# wait on us'),
  ].filter(Boolean);
  const text = parts.length > 0 ? parts.join(', ') : `${desk.open} open, none due within a week`;
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}
