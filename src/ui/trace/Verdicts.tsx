'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import type { MatchLine, Verdict } from '../../core/trace/views';

/** One key a verdict. */
export const KEYS: Record<string, Verdict> = { t: 'theirs', n: 'not-theirs', u: 'unsure' };

/** What the keys do, for whoever uses the mouse. */
export function Verdicts({
  verdict: given,
  second,
  judge,
  askSecond,
}: {
  verdict: Verdict | null;
  second: MatchLine['second'];
  judge: (verdict: Verdict) => void;
  askSecond: () => void;
}) {
  return (
    <div className="verdicts">
      {Object.entries(KEYS).map(([key, verdict]) => (
        <Button key={key} variant={given === verdict ? 'contained' : 'outlined'} onClick={() => judge(verdict)}>
          <kbd>{key.toUpperCase()}</kbd> {spellOut(verdict)}
        </Button>
      ))}
      <span className="muted" style={{ alignSelf: 'center' }}>
        <kbd>J</kbd> next <kbd>Z</kbd> undo
      </span>
      <Button variant={second ? 'contained' : 'outlined'} disabled={second?.verdict != null} onClick={askSecond}>
        <kbd>S</kbd> second reader
      </Button>
    </div>
  );
}
