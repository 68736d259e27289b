'use client';

import { useState } from 'react';
import type { SystemView } from '../../core/systems/views';
import { ActButton } from '../shared/ActButton';
import type { SystemActs } from '../shared/acts';

/** Whether traces go there, and whether people who are no longer active are looked for too. */
export function SearchingPanel({
  system,
  changeSearching,
}: {
  system: SystemView;
  changeSearching: SystemActs['changeSearching'];
}) {
  const [isTraced, setTraced] = useState(system.isTraced);
  const [searchesInactive, setInactive] = useState(system.searchesInactive);
  const [at, setAt] = useState(system.inactive ? `${system.inactive.collection}\u0001${system.inactive.field}` : '');
  const [values, setValues] = useState(system.inactive?.values.join(', ') ?? '');
  const [collection, field] = at.split('\u0001');
  const rule =
    collection && field && values.trim()
      ? {
          collection,
          field,
          values: values
            .split(',')
            .map((value) => value.trim())
            .filter(Boolean),
        }
      : null;
  const open = system.fields.filter(({ proposed, isConfirmed }) => proposed !== null && !isConfirmed).length;
  const why = !system.mayChange
    ? 'Only its owner and administrators change this.'
    : isTraced && !system.isTraced && system.kind !== 'by-hand' && system.readAt === null
      ? 'Read what is there first.'
      : isTraced && !system.isTraced && open > 0
        ? `${open === 1 ? 'One field has' : `${open} fields have`} to be confirmed first.`
        : !searchesInactive && !rule
          ? 'Say by which field they are told, and by which values.'
          : null;
  const isSame =
    isTraced === system.isTraced &&
    searchesInactive === system.searchesInactive &&
    JSON.stringify(rule) === JSON.stringify(system.inactive);
  return (
    <section className="sheet" aria-labelledby="searching">
      <header>
        <h2 id="searching">How it is searched</h2>
      </header>
      <div className="pad stack">
        <label className="row">
          <input
            type="checkbox"
            checked={isTraced}
            disabled={!system.mayChange}
            onChange={(event) => setTraced(event.target.checked)}
          />{' '}
          Every trace {system.kind === 'by-hand' ? 'asks its owner' : 'goes there'}
        </label>
        {system.kind !== 'by-hand' && (
          <>
            <label className="row">
              <input
                type="checkbox"
                checked={searchesInactive}
                disabled={!system.mayChange}
                onChange={(event) => setInactive(event.target.checked)}
              />{' '}
              People who are no longer active (closed accounts, former staff, guests) are searched too
            </label>
            {!searchesInactive && (
              <div className="filters">
                <label>
                  They are told by{' '}
                  <select value={at} onChange={(event) => setAt(event.target.value)}>
                    <option value="">choose a field</option>
                    {system.fields.map((one) => (
                      <option key={`${one.collection}.${one.field}`} value={`${one.collection}\u0001${one.field}`}>
                        {one.collection}.{one.field}
                      </option>
                    ))}
                  </select>
                </label>
                <label>
                  being{' '}
                  <input
                    value={values}
                    onChange={(event) => setValues(event.target.value)}
                    placeholder="closed, guest"
                  />
                </label>
              </div>
            )}
            {!searchesInactive && (
              <p className="note">
                What is left out is counted in each trace, and the letter says so: the law asks for all data, active or
                not.
              </p>
            )}
          </>
        )}
        {system.mayChange && (
          <div className="row">
            <ActButton
              primary
              act={() => changeSearching({ system: system.id, isTraced, searchesInactive, inactive: rule })}
              disabled={why !== null || isSame}
              done={isTraced ? `${system.name} is searched from now on` : `${system.name} is not searched`}
            >
              Keep it so
            </ActButton>
            {why && <span className="muted">{why}</span>}
          </div>
        )}
      </div>
    </section>
  );
}
