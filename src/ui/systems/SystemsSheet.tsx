'use client';

import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { sayInstant } from '../../core/shared/days';
import type { RegisterEntry } from '../../core/packs/cover';
import { sayKind } from '../../core/systems/kinds';
import { ActButton } from '../shared/ActButton';
import type { SystemActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';

interface SystemShown {
  id: string;
  name: string;
  kind: string;
  owner: string | null;
  isTraced: boolean;
  reachedAt: string | null;
  error: string | null;
  collections: RegisterEntry[];
}

/** The register: what holds personal data, for what, for how long, who owns it, is it reachable. */
export function SystemsSheet({
  systems,
  mayTest,
  mayAdd,
  zone,
  testSystem,
}: {
  systems: SystemShown[];
  mayTest: boolean;
  mayAdd: boolean;
  zone: string;
  testSystem: SystemActs['testSystem'];
}) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Systems</h1>
          <p className="sub">
            The register of what holds personal data. The information of a pack’s cover letter comes from here.
          </p>
        </div>
        <div className="row">
          <Button component={Link} href="/systems/words">
            Words in other languages
          </Button>
          {mayAdd && (
            <Button component={Link} href="/systems/new" variant="contained">
              Add a system
            </Button>
          )}
        </div>
      </div>
      {systems.length === 0 && <p className="sheet empty">There is no system that you answer for.</p>}
      <div className="stack">
        {systems.map((system) => (
          <section key={system.id} className="sheet wrap" tabIndex={0} aria-labelledby={system.id}>
            <header>
              <h2 id={system.id}>
                <Link href={`/systems/${system.id}`}>{system.name}</Link>{' '}
                <span className="muted" style={{ font: '13px var(--sans)' }}>
                  {sayKind(system.kind)} · {system.owner}
                </span>
              </h2>
              <div className="row">
                <span className={system.error ? 'late' : 'muted'}>
                  {system.error
                    ? `✕ ${system.error}`
                    : system.reachedAt
                      ? `✓ reached ${sayInstant(system.reachedAt, zone)}`
                      : system.isTraced
                        ? 'not reached yet'
                        : 'not searched'}
                </span>
                {mayTest && system.kind !== 'by-hand' && system.kind !== 'import' && system.kind !== 'bookend' && (
                  <ActButton
                    act={async () => {
                      const result = await testSystem({ id: system.id });
                      return result.ok && !result.value.ok
                        ? { ok: false, message: `${result.value.what} ${result.value.advice}` }
                        : result;
                    }}
                    done={`${system.name} answers`}
                  >
                    Reach it
                  </ActButton>
                )}
              </div>
            </header>
            {system.collections.length > 0 && (
              <ListTable>
                <thead>
                  <tr>
                    <th>collection</th>
                    <th>used for</th>
                    <th>holds</th>
                    <th>goes to</th>
                    <th>kept</th>
                  </tr>
                </thead>
                <tbody>
                  {system.collections.map((entry) => (
                    <tr key={entry.collection}>
                      <td className="top">
                        <b>{entry.collection}</b>
                      </td>
                      <td className="top">{entry.purposes.join(', ')}</td>
                      <td className="top">{entry.categories.join(', ')}</td>
                      <td className="top">{entry.recipients.join(', ') || '–'}</td>
                      <td className="top">{entry.retention}</td>
                    </tr>
                  ))}
                </tbody>
              </ListTable>
            )}
          </section>
        ))}
      </div>
    </>
  );
}
