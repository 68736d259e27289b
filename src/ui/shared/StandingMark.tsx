import { spellOut } from '../../core/words/spellOut';
import type { ReactNode } from 'react';
import type { Standing } from '../../core/ledger/types';

const C = 'var(--cloth)';
const O = 'var(--oxblood)';
const Y = 'var(--ochre)';
const I = 'var(--ink-2)';

/**
 * One family of fourteen shapes: a ring is a person's say. Filled is yes, empty or struck is no, broken is not (any more)
 * certain, a square is a rule rather than a say. Each differs in shape, not in colour alone; drawn for 14 px.
 */
const SHAPES: Record<Standing, ReactNode> = {
  'always-on': <rect x="2" y="2" width="10" height="10" fill={C} />,
  'not-asked': <circle cx="7" cy="7" r="4.8" fill="none" stroke={I} strokeWidth="1.4" />,
  'default-permitted': (
    <>
      <rect x="2.2" y="2.2" width="9.6" height="9.6" fill="none" stroke={C} strokeWidth="1.6" />
      <circle cx="7" cy="7" r="2" fill={C} />
    </>
  ),
  'awaiting-confirmation': (
    <>
      <circle cx="7" cy="7" r="4.8" fill="none" stroke={Y} strokeWidth="1.6" />
      <path d="M7 4.2V7l2 1.4" fill="none" stroke={Y} strokeWidth="1.4" />
    </>
  ),
  granted: <circle cx="7" cy="7" r="5.5" fill={C} />,
  refused: (
    <>
      <circle cx="7" cy="7" r="4.8" fill="none" stroke={O} strokeWidth="1.6" />
      <path d="M4.2 7h5.6" stroke={O} strokeWidth="1.8" />
    </>
  ),
  withdrawn: (
    <>
      <circle cx="7" cy="7" r="4.8" fill="none" stroke={O} strokeWidth="1.6" />
      <path d="M7 2.2a4.8 4.8 0 0 0 0 9.6z" fill={O} />
    </>
  ),
  objected: (
    <>
      <rect x="2.2" y="2.2" width="9.6" height="9.6" fill="none" stroke={O} strokeWidth="1.6" />
      <path d="M4.4 7h5.2" stroke={O} strokeWidth="1.8" />
    </>
  ),
  'opted-out': (
    <>
      <circle cx="7" cy="7" r="4.8" fill="none" stroke={O} strokeWidth="1.6" />
      <path d="M3.6 10.4l6.8-6.8" stroke={O} strokeWidth="1.5" />
    </>
  ),
  lapsed: <circle cx="7" cy="7" r="4.8" fill="none" stroke={Y} strokeWidth="1.9" strokeDasharray="2.2 2" />,
  outdated: (
    <>
      <circle cx="7" cy="7" r="4.8" fill="none" stroke={Y} strokeWidth="1.9" strokeDasharray="2.2 2" />
      <circle cx="7" cy="7" r="1.9" fill={Y} />
    </>
  ),
  'under-age': (
    <>
      <path d="M7 2l5 9.6H2z" fill="none" stroke={Y} strokeWidth="1.6" strokeLinejoin="round" />
    </>
  ),
  restricted: (
    <>
      <rect x="2.2" y="2.2" width="9.6" height="9.6" fill="none" stroke={I} strokeWidth="1.6" />
      <path d="M5.4 4.4v5.2M8.6 4.4v5.2" stroke={I} strokeWidth="1.6" />
    </>
  ),
  erased: <path d="M3 3l8 8M11 3l-8 8" stroke={I} strokeWidth="1.7" />,
};

export function sayStanding(standing: Standing): string {
  return spellOut(standing);
}

export function StandingMark({ standing }: { standing: Standing }) {
  return (
    <span className="nowrap">
      <svg
        width="14"
        height="14"
        viewBox="0 0 14 14"
        aria-hidden="true"
        style={{ verticalAlign: '-2px', marginRight: 6 }}
      >
        {SHAPES[standing]}
      </svg>
      {sayStanding(standing)}
    </span>
  );
}
