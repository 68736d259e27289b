import Link from '../shared/Link';
import type { Desk } from '../../core/desk/views';
import { sayDay } from '../../core/shared/days';
import { Runway } from './Runway';
import { ListTable } from '../shared/ListTable';
import { FirstMinute } from './FirstMinute';
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
      <FirstMinute />
      {/* Whoever does not work on requests begins with what is theirs. */}
      {!mayOpen && <Panels panels={desk.panels} />}
      {seesRequests && <Runway today={desk.today} lines={desk.lines} />}
      {mayOpen && <Panels panels={desk.panels} />}
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
                      <Link href={one.href}>{one.ref ?? 'look'}</Link>
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
  if (!seesRequests) {
    const looks = desk.panels.flatMap(({ lines }) => lines).filter(({ state }) => state === 'bad' || state === 'look');
    if (desk.panels.length === 0) return 'The places on the left are yours.';
    if (looks.length === 0) return 'Nothing needs a look.';
    return looks.length === 1 ? 'One thing needs a look.' : `${looks.length} things need a look.`;
  }
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

const MARKS = { good: '✓', look: '▲', bad: '✕', plain: '' } as const;
const LOOKS = { good: '', look: 'ochre', bad: 'late', plain: '' } as const;

/** What the roles of whoever looks begin with. */
function Panels({ panels }: { panels: Desk['panels'] }) {
  if (panels.length === 0) return null;
  return (
    <div className="two" style={{ marginTop: 14 }}>
      {panels.map(({ id, title, note, lines, empty }) => (
        <section key={id} className="sheet" aria-labelledby={`panel-${id}`}>
          <header>
            <h2 id={`panel-${id}`}>{title}</h2>
            {note && <span className="muted">{note}</span>}
          </header>
          {lines.length === 0 ? (
            <p className="empty">{empty}</p>
          ) : (
            <ListTable>
              <tbody>
                {lines.map((one, i) => (
                  <tr key={i}>
                    <td className="top">
                      {MARKS[one.state] && <span className={LOOKS[one.state]}>{MARKS[one.state]} </span>}
                      <b>{one.what}</b>
                      {one.more && <div className="muted">{one.more}</div>}
                    </td>
                    <td className="top nowrap" style={{ textAlign: 'right' }}>
                      <Link href={one.href}>{one.act}</Link>
                    </td>
                  </tr>
                ))}
              </tbody>
            </ListTable>
          )}
        </section>
      ))}
    </div>
  );
}
