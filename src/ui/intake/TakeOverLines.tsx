import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import type { TakeOverLine } from '../../core/intake/views';
import { sayLaw } from '../../core/clock/lawNames';
import { sayDay } from '../../core/shared/days';
import { spellOut } from '../../core/words/spellOut';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';

/** What would become of each line, or what became of it; those that need somebody first. */
export function TakeOverLines({ lines }: { lines: readonly TakeOverLine[] }) {
  const order = { problem: 0, 'would-open': 1, opened: 1, there: 2 };
  const sorted = [...lines].sort((a, b) => order[a.outcome] - order[b.outcome] || a.line - b.line);
  const count = (outcome: TakeOverLine['outcome']) => lines.filter((line) => line.outcome === outcome).length;
  const late = lines.filter(({ isLate }) => isLate).length;
  const parts = [
    count('would-open') && `${count('would-open')} would be opened`,
    count('opened') && `${count('opened')} opened`,
    count('there') && `${count('there')} there already`,
    count('problem') && `${count('problem')} cannot be read`,
    late && `${late} late already`,
  ].filter(Boolean);
  return (
    <section className="sheet wrap" tabIndex={0} style={{ marginTop: 14 }} aria-label="Lines">
      <header>
        <h2>Line by line</h2>
        <span className="muted">{parts.join(', ')}</span>
      </header>
      <ListTable aria-label="Lines">
        <TableHead>
          <tr>
            {['line', 'who', 'right', 'received', 'due', 'law', 'what becomes of it'].map((name) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </TableHead>
        <TableBody>
          {sorted.map((line) => (
            <tr key={line.line}>
              <td>{line.line}</td>
              <td>{line.who}</td>
              <td>{line.right ? spellOut(line.right) : '–'}</td>
              <td>{line.receivedOn ? sayDay(line.receivedOn) : '–'}</td>
              <td className={line.isLate ? 'late' : undefined}>
                {line.dueOn ? sayDay(line.dueOn) : '–'}
                {line.isLate && ', late'}
              </td>
              <td>{line.law ? sayLaw(line.law) : '–'}</td>
              <td>
                {line.outcome === 'would-open' && 'would be opened'}
                {line.outcome === 'opened' && (
                  <>
                    opened as <Link href={`/requests/${line.ref}`}>{line.ref}</Link>
                  </>
                )}
                {line.outcome === 'there' && (
                  <>
                    was taken over before: <Link href={`/requests/${line.ref}`}>{line.ref}</Link>
                  </>
                )}
                {line.outcome === 'problem' && <span className="late">{line.problems.join(' ')}</span>}
              </td>
            </tr>
          ))}
        </TableBody>
      </ListTable>
    </section>
  );
}
