'use client';

import Button from '@mui/material/Button';
import { useOwnView } from '../grid/ownView';

const CARDS = [
  [
    'Left: the places',
    'In the order of the work, each with the count that matters. Ctrl K finds people, requests and commands from anywhere.',
  ],
  [
    'Between: one sheet',
    'A request is one sheet with its stages below each other. What is done is folded to a line that says how it ended.',
  ],
  [
    'Right: what is due',
    'Every open clock on its day; what is late stands above today. A mark leads to its work. ? lists the keys of a page.',
  ],
] as const;

/** Where things are, said once: it can be closed for good. */
export function FirstMinute() {
  const { view, close } = useOwnView();
  if (view.closed.includes('first-minute')) return null;
  return (
    <section className="first-minute" aria-label="Where things are">
      {CARDS.map(([title, text]) => (
        <div key={title} className="sheet pad">
          <h2>{title}</h2>
          <p className="muted">{text}</p>
        </div>
      ))}
      <Button variant="text" onClick={() => close('first-minute')}>
        I know where things are
      </Button>
    </section>
  );
}
