import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import { sayInstant } from '../../core/shared/days';
import type { SettingsChange } from '../../core/installation/views';
import { Fold } from '../shared/Fold';
import { ListTable } from '../shared/ListTable';

/** Who said what before, and since. */
export function SettingsHistory({ history, zone }: { history: readonly SettingsChange[]; zone: string }) {
  if (history.length === 0) return null;
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-label="What was changed">
      <div className="pad">
        <Fold summary={`Changed ${history.length === 1 ? 'once' : `${history.length} times`}`}>
          <ListTable aria-label="What was changed">
            <TableHead>
              <tr>
                {['when', 'by', 'setting', 'before', 'since'].map((name) => (
                  <th key={name}>{name}</th>
                ))}
              </tr>
            </TableHead>
            <TableBody>
              {history.flatMap(({ by, at, changed }) =>
                changed.map(({ label, before, after }) => (
                  <tr key={`${at} ${label}`}>
                    <td>{sayInstant(at, zone)}</td>
                    <td>{by}</td>
                    <td>{label}</td>
                    <td>{before || '–'}</td>
                    <td>{after || '–'}</td>
                  </tr>
                )),
              )}
            </TableBody>
          </ListTable>
        </Fold>
      </div>
    </section>
  );
}
