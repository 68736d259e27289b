import type { Band } from '../../core/matching/score';

const FILLED: Record<Band, number> = { certain: 3, likely: 2, possible: 1, unlikely: 0 };
const COLOUR: Record<Band, string> = {
  certain: 'var(--cloth)',
  likely: 'var(--slate)',
  possible: 'var(--ink-2)',
  unlikely: 'var(--ink-3)',
};

/** A band as three bars and its word. */
export function BandMark({ band }: { band: Band }) {
  return (
    <span className="nowrap" style={{ color: COLOUR[band], fontWeight: band === 'possible' ? 400 : 600 }}>
      <svg
        width="14"
        height="11"
        viewBox="0 0 14 11"
        aria-hidden="true"
        style={{ marginRight: 6, verticalAlign: '-1px' }}
      >
        {[0, 1, 2].map((i) => (
          <rect
            key={i}
            x={i * 5 + 0.5}
            y={7 - i * 3}
            width="3"
            height={3.5 + i * 3}
            fill={i < FILLED[band] ? 'currentColor' : 'none'}
            stroke="currentColor"
            strokeWidth="0.8"
          />
        ))}
      </svg>
      {band}
    </span>
  );
}
