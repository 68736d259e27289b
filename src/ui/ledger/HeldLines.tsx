import type { HeldLine } from '../../core/consent/views';

/** Lines that would not, or did not, simply go in; each with its reason and its own text. */
export function HeldLines({ lines }: { lines: readonly HeldLine[] }) {
  return (
    <div className="wrap">
      <table className="list"><thead><tr><th className="num">line</th><th>end</th><th>why</th><th>the line</th></tr></thead>
        <tbody>{lines.map((one) => <tr key={one.line}><td className="num">{one.line}</td><td>{one.status}</td><td>{one.reasons.map(({ text }) => text).join(' ')}</td><td className="mono" style={{ overflowWrap: 'anywhere' }}>{one.raw ?? <span className="muted">not kept</span>}</td></tr>)}</tbody></table>
    </div>
  );
}
