'use client';

import { spellOut } from '../../core/words/spellOut';
import { memo } from 'react';
import type { MatchLine, Verdict } from '../../core/trace/views';
import { BandMark } from '../shared/BandMark';

export interface Row extends MatchLine {
  children: MatchLine[];
  /** Nearly the same, judged with it. */
  alike: MatchLine[];
}

/** One match in the list; made anew only when it is chosen or judged, since a list can have hundreds. */
export const MatchRow = memo(function MatchRow({
  row,
  verdict,
  selected,
  select,
}: {
  row: Row;
  verdict: Verdict | null;
  selected: boolean;
  select: (id: string) => void;
}) {
  return (
    <tr
      className={selected ? 'sel' : ''}
      aria-selected={selected}
      data-verdict={verdict ?? 'open'}
      onClick={() => select(row.id)}
    >
      <td>
        <BandMark band={row.band} />
      </td>
      <td>
        <b>{row.systemName}</b> · {row.collection}
        <br />
        <span className="muted">
          {row.title.slice(0, 46)}
          {row.children.length > 0 ? ` and ${row.children.length} that hang on it` : ''}
          {row.alike.length > 0 ? ` and ${row.alike.length} nearly the same` : ''}
          {row.isRedacted ? ' · redacted' : row.isShared ? ' · quotes others' : ''}
          {row.news === 'new' || row.news === 'changed' ? ` · ${row.news}` : ''}
          {row.isOutside ? ' · outside of the conditions' : ''}
          {row.second
            ? row.second.verdict
              ? ` · second reader: ${spellOut(row.second.verdict)}`
              : ' · waits for a second reader'
            : ''}
        </span>
      </td>
      <td className="num">{row.weight.toFixed(1)}</td>
      <td className="nowrap">
        <VerdictWord verdict={verdict} />
      </td>
    </tr>
  );
});

function VerdictWord({ verdict }: { verdict: Verdict | null }) {
  if (verdict === null) return <span className="unsure">?</span>;
  if (verdict === 'unsure') return <span className="unsure">unsure</span>;
  return verdict === 'theirs' ? <b>✓ theirs</b> : <span className="muted">– not theirs</span>;
}
