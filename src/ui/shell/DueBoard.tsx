'use client';

import type { ReactNode } from 'react';
import Link from '../shared/Link';
import { usePathname } from 'next/navigation';
import type { Due, DueMark } from '../../core/desk/views';
import { sayShortDay } from '../../core/shared/days';
import { DueMarkShape } from '../shared/DueMarkShape';

const SAY: Record<DueMark['kind'], string> = {
  due: 'answer due',
  acknowledge: 'acknowledge by',
  helper: 'an owner has to have answered',
  extend: 'last day to announce an extension',
  residue: 'residue goes',
};

/** Marks of one day that are drawn; the list of requests has all of them. */
const MOST_A_DAY = 6;

/** The right bookend: a rule of the coming days with every open clock on it. On a request it dims the others. */
export function DueBoard({ due, calendar, onFold }: { due: Due; calendar: string; onFold: () => void }) {
  const here = /^\/requests\/(BK-[\d-]+)/.exec(usePathname())?.[1] ?? null;
  const mark = (one: DueMark, isLate: boolean) => (
    <Link
      key={`${one.ref}${one.kind}${one.day}`}
      href={one.kind === 'residue' ? '/keeping' : `/requests/${one.ref}`}
      className={`m${isLate ? ' late' : ''}`}
      data-dim={(here && here !== one.ref) || undefined}
      title={`${one.ref} ${one.text}: ${SAY[one.kind]} ${sayShortDay(one.day)}${one.isPaused ? ', paused' : ''}`}
    >
      <DueMarkShape kind={one.kind} isPaused={one.isPaused} />
      <span>
        {one.ref} {isLate ? sayShortDay(one.day).slice(4) : one.text}
      </span>
    </Link>
  );
  /** The one that is open first: it is not to be looked for. */
  const few = (marks: readonly DueMark[], draw: (one: DueMark) => ReactNode) => {
    const first =
      marks.length > MOST_A_DAY ? marks.toSorted((a, b) => Number(b.ref === here) - Number(a.ref === here)) : marks;
    return (
      <>
        {first.slice(0, MOST_A_DAY).map(draw)}
        {marks.length > MOST_A_DAY && (
          <Link className="m more" href="/requests">
            <span>and {marks.length - MOST_A_DAY} more</span>
          </Link>
        )}
      </>
    );
  };
  return (
    <aside className="board right due" aria-label="Due">
      <h2>
        Due{' '}
        <button onClick={onFold} title="Fold the Due board">
          {calendar} ›
        </button>
      </h2>
      {due.overdue.length > 0 && (
        <div className="day over">
          <span>overdue</span>
          <div>{few(due.overdue, (one) => mark(one, true))}</div>
        </div>
      )}
      {due.days.map(({ day, isToday, gap, marks }, i) =>
        gap !== null && marks.length === 0 ? (
          <div key={day} className={gap ? 'gap named' : 'gap'}>
            {gap && `${sayShortDay(day).slice(4)} ${gap}`}
          </div>
        ) : (
          <div key={day} className={isToday ? 'day today' : 'day'}>
            <span className="nowrap">{isToday ? 'today' : dayLabel(day, due.days[i - 1]?.day ?? due.today)}</span>
            <div>{few(marks, (one) => mark(one, false))}</div>
          </div>
        ),
      )}
    </aside>
  );
}

/** The month is said where it changes, if only over a weekend that is a thin gap. */
function dayLabel(day: string, before: string): string {
  const [weekday, date, month] = sayShortDay(day).split(' ');
  return day.slice(0, 7) === before.slice(0, 7) ? `${weekday} ${date}` : `${weekday} ${date} ${month}`;
}
