import type { StorageView } from '../../core/installation/storageView';
import { ListTable } from '../shared/ListTable';

const MARKS = { good: '✓', look: '!', bad: '✕' } as const;

/** Whether the installation itself is well, and what whoever runs the server types. */
export function StorageSheet({ view }: { view: StorageView }) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Storage and backups</h1>
          <p className="sub">
            A backup holds the database and the sealed files, neither the keys nor the erasure journal: those are kept
            apart from it.
          </p>
        </div>
      </div>
      <section className="sheet" aria-label="How it is">
        <ListTable>
          <tbody>
            {view.parts.map(({ name, state, said }) => (
              <tr key={name}>
                <td>{name}</td>
                <td className={state === 'good' ? '' : 'late'}>
                  {MARKS[state]} {said}
                </td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="typed">
        <header>
          <h2 id="typed">On the server</h2>
        </header>
        <ListTable>
          <tbody>
            {view.commands.map(({ line, about }) => (
              <tr key={line}>
                <td className="mono">{line}</td>
                <td>{about}</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
    </>
  );
}
