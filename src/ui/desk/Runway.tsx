import Link from '../shared/Link';
import { addDays, daysBetween, sayDay, sayShortDay, weekdayOf } from '../../core/shared/days';
import type { RequestLine } from '../../core/requests/views';
import { ListTable } from '../shared/ListTable';

const WIDTH = 300;

/**
 * One row per open request from receipt to due date: pauses are gaps, an announced extension is hatched, today is a
 * line.
 */
export function Runway({ today, lines }: { today: string; lines: readonly RequestLine[] }) {
  const start = lines.reduce((least, line) => (line.receivedOn < least ? line.receivedOn : least), addDays(today, -14));
  const last = lines.reduce((most, line) => (line.dueOn > most ? line.dueOn : most), addDays(today, 21));
  const span = Math.max(1, daysBetween(start, last) + 2);
  const x = (day: string) => (daysBetween(start, day) / span) * WIDTH;
  const ticks: string[] = [];
  for (let day = start; day <= last; day = addDays(day, 1)) if (weekdayOf(day) === 1) ticks.push(day);
  const shown = ticks.filter((_, i) => i % Math.ceil(ticks.length / 4) === 0);
  return (
    <section className="sheet runway" aria-labelledby="runway">
      <header>
        <h2 id="runway">Open clocks</h2>
        <span className="muted legend">
          <i className="done" /> received to today <i className="ahead" /> to come <i className="hatched" /> extension{' '}
          <i className="pause" /> waiting for the person
        </span>
      </header>
      {lines.length === 0 ? (
        <p className="empty">No clock is running.</p>
      ) : (
        <div className="wrap" tabIndex={0} role="region" aria-label="Open clocks, row by row">
          <ListTable>
            <thead>
              <tr>
                <th>reference</th>
                <th>right</th>
                <th>who</th>
                <th style={{ width: WIDTH + 20 }}>
                  <svg width={WIDTH} height="14" aria-hidden="true">
                    {shown.map(
                      (day) =>
                        Math.abs(x(day) - x(today)) > 38 &&
                        x(day) < WIDTH - 36 && (
                          <text key={day} x={Math.max(x(day), 0)} y="11" fontSize="11" fill="var(--ink-3)">
                            {sayShortDay(day).slice(4)}
                          </text>
                        ),
                    )}
                    <text x={x(today)} y="11" fontSize="11" fontWeight="600" fill="var(--ochre)" textAnchor="middle">
                      today
                    </text>
                  </svg>
                </th>
                <th>due</th>
                <th>next</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.ref}>
                  <td className="mono nowrap">
                    <Link href={`/requests/${line.ref}`}>{line.ref}</Link>
                  </td>
                  <td>
                    <b>{line.right}</b>
                  </td>
                  <td className="muted who-cell" title={line.who}>
                    {line.who}
                  </td>
                  <td>
                    <Bar line={line} today={today} x={x} shown={shown} />
                  </td>
                  <td className={`nowrap${line.state === 'overdue' ? ' late' : ''}`} title={sayDay(line.dueOn)}>
                    {line.state === 'overdue' ? `${daysBetween(line.dueOn, today)} d late` : sayShortDay(line.dueOn)}
                  </td>
                  <td>
                    <Link
                      href={`/requests/${line.ref}`}
                      className={line.next.waitsOn === 'us' ? (line.state === 'overdue' ? 'late' : '') : 'muted'}
                    >
                      {line.next.text}
                    </Link>
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        </div>
      )}
    </section>
  );
}

function Bar({
  line,
  today,
  x,
  shown,
}: {
  line: RequestLine;
  today: string;
  x: (day: string) => number;
  shown: readonly string[];
}) {
  const colour = line.state === 'overdue' ? 'var(--oxblood)' : 'var(--cloth)';
  const from = x(line.receivedOn);
  const due = x(line.dueOn);
  const first = line.isExtended && line.extendBy ? x(line.extendBy) : due;
  const now = Math.min(x(today), line.state === 'overdue' ? Infinity : due);
  const say =
    `received ${sayDay(line.receivedOn)}, due ${sayDay(line.dueOn)}${line.state === 'paused' ? ', paused' : ''}` +
    `${line.isExtended ? ', extended' : ''}`;
  return (
    <svg width={WIDTH} height="22" role="img" aria-label={say} style={{ display: 'block' }}>
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v6" stroke="var(--cloth)" strokeWidth="2.2" />
        </pattern>
      </defs>
      {shown.map((day) => (
        <path key={day} d={`M${x(day)} 0V22`} stroke="var(--rule)" />
      ))}
      <rect x={from} y="7" width={Math.max(1, first - from)} height="8" fill={colour} opacity=".18" />
      {line.isExtended && (
        <rect x={first} y="7" width={Math.max(1, due - first)} height="8" fill="url(#hatch)" opacity=".55" />
      )}
      <rect
        x={from}
        y="7"
        width={Math.max(1, Math.min(now, line.state === 'overdue' ? now : first) - from)}
        height="8"
        fill={colour}
      />
      {line.pauses.map((pause) => (
        <g key={pause.from}>
          <rect
            x={x(pause.from)}
            y="5"
            width={Math.max(2, x(pause.to ?? today) - x(pause.from))}
            height="12"
            fill="var(--sheet)"
          />
          <path d={`M${x(pause.from)} 11H${x(pause.to ?? today)}`} stroke="var(--ink-3)" strokeDasharray="2 2" />
        </g>
      ))}
      <path d={`M${due} 3v16`} stroke={colour} strokeWidth="2.4" />
      <path d={`M${x(today)} 0V22`} stroke="var(--ochre-mark)" strokeWidth="1.4" />
    </svg>
  );
}
