import { addDays, dayIn, daysBetween, sayDay } from '../../core/shared/days';
import { isNo } from '../../core/standing/timeline';
import type { Answer } from '../../core/ledger/types';

const LEFT = 150;
const WIDTH = 620;
const ROW = 22;

interface RibbonChoice {
  id: string;
  purpose: string;
  answer: string;
  occurredAt: string;
}

/** Choices through time, one line per purpose: a filled mark is a yes, a struck one a no; the cursor is the day looked at. */
export function Ribbon({
  choices,
  titles,
  today,
  on,
  zone,
}: {
  choices: readonly RibbonChoice[];
  titles: ReadonlyMap<string, string>;
  today: string;
  on: string | null;
  zone: string;
}) {
  const days = choices.map(({ occurredAt }) => dayIn(occurredAt, zone)).sort();
  const start = addDays(days[0]!, -14);
  const span = Math.max(30, daysBetween(start, today) + 7);
  const x = (day: string) => LEFT + (daysBetween(start, day) / span) * (WIDTH - LEFT - 10);
  const purposes = [...new Set(choices.map(({ purpose }) => purpose))];
  const cursor = x(on ?? today);
  return (
    <section className="sheet ribbon" aria-label="Choices through time">
      <svg
        width="100%"
        viewBox={`0 0 ${WIDTH} ${purposes.length * ROW + 34}`}
        role="img"
        aria-label={`${choices.length} choices from ${sayDay(days[0]!)} to ${sayDay(days.at(-1)!)}; the table below lists them`}
        fontSize="11"
      >
        {purposes.map((purpose, i) => {
          const y = 16 + i * ROW;
          const own = choices
            .filter((choice) => choice.purpose === purpose)
            .sort((a, b) => (a.occurredAt < b.occurredAt ? -1 : 1));
          return (
            <g key={purpose}>
              <text x="14" y={y + 4} fill="var(--ink)">
                {(titles.get(purpose) ?? purpose).slice(0, 24)}
              </text>
              <path d={`M${LEFT} ${y}H${WIDTH - 10}`} stroke="var(--rule)" />
              {own.map((choice, n) => {
                const from = x(dayIn(choice.occurredAt, zone));
                const next = own[n + 1];
                const no = isNo(choice.answer as Answer);
                return (
                  <g key={choice.id}>
                    <path
                      d={`M${from} ${y}H${next ? x(dayIn(next.occurredAt, zone)) : x(today)}`}
                      stroke={no ? 'var(--oxblood)' : 'var(--cloth)'}
                      strokeWidth={no ? 1.5 : 5}
                      strokeDasharray={no ? '3 3' : undefined}
                      opacity={no ? 0.8 : 0.35}
                    />
                    {no ? (
                      <>
                        <circle
                          cx={from}
                          cy={y}
                          r="4.6"
                          fill="var(--sheet)"
                          stroke="var(--oxblood)"
                          strokeWidth="1.6"
                        />
                        <path d={`M${from - 2.6} ${y}h5.2`} stroke="var(--oxblood)" strokeWidth="1.6" />
                      </>
                    ) : (
                      <circle cx={from} cy={y} r="5" fill="var(--cloth)" />
                    )}
                    <title>{`${choice.answer}, ${sayDay(dayIn(choice.occurredAt, zone))}`}</title>
                  </g>
                );
              })}
            </g>
          );
        })}
        <path d={`M${cursor} 4V${purposes.length * ROW + 12}`} stroke="var(--ochre-mark)" strokeWidth="1.4" />
        <text
          x={Math.min(cursor, WIDTH - 40)}
          y={purposes.length * ROW + 26}
          textAnchor="middle"
          fill="var(--ochre)"
          fontWeight="600"
        >
          {on ? sayDay(on) : 'today'}
        </text>
        <text x={LEFT} y={purposes.length * ROW + 26} fill="var(--ink-3)">
          {sayDay(start)}
        </text>
      </svg>
    </section>
  );
}
