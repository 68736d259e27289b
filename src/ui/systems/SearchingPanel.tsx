'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { canBeRead } from '../../core/systems/kinds';
import type { SystemView } from '../../core/systems/views';
import { ActButton } from '../shared/ActButton';
import type { SystemActs } from '../shared/acts';
import { Tick } from '../fields/Tick';
import { TrySearch } from './TrySearch';
import { Choose } from '../fields/Choose';

/** Whether traces go there, and whether people who are no longer active are looked for too. */
export function SearchingPanel({
  system,
  changeSearching,
  trySearch,
}: { system: SystemView } & Pick<SystemActs, 'changeSearching' | 'trySearch'>) {
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
  // Everything that is needed was said, and nothing else is being changed.
  const mayBeSwitchedOn =
    !system.isTraced && isSame && why === null && (system.kind === 'by-hand' || (system.readAt !== null && open === 0));
  return (
    <section className="sheet" aria-labelledby="searching">
      <header>
        <h2 id="searching">How it is searched</h2>
      </header>
      <div className="pad stack">
        <Tick checked={isTraced} disabled={!system.mayChange} set={setTraced}>
          Every trace {system.kind === 'by-hand' ? 'asks its owner' : 'goes there'}
        </Tick>
        {system.kind !== 'by-hand' && (
          <>
            <Tick checked={searchesInactive} disabled={!system.mayChange} set={setInactive}>
              People who are no longer active (closed accounts, former staff, guests) are searched too
            </Tick>
            {!searchesInactive && (
              <div className="filters">
                <Choose
                  label="They are told by"
                  value={at}
                  every="choose a field"
                  options={system.fields.map(
                    (one) => [`${one.collection}\u0001${one.field}`, `${one.collection}.${one.field}`] as const,
                  )}
                  choose={(place) => setAt(place ?? '')}
                />
                <TextField
                  label="being"
                  value={values}
                  onChange={(event) => setValues(event.target.value)}
                  placeholder="closed, guest"
                  fullWidth={false}
                  slotProps={{ inputLabel: { shrink: true } }}
                />
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
            {mayBeSwitchedOn && (
              <ActButton
                primary
                act={async () => {
                  const result = await changeSearching({
                    system: system.id,
                    isTraced: true,
                    searchesInactive,
                    inactive: rule,
                  });
                  if (result.ok) setTraced(true);
                  return result;
                }}
                done={`${system.name} is searched from now on`}
              >
                Switch it on
              </ActButton>
            )}
            <ActButton
              primary={!mayBeSwitchedOn}
              act={() => changeSearching({ system: system.id, isTraced, searchesInactive, inactive: rule })}
              disabled={why !== null || isSame}
              done={isTraced ? `${system.name} is searched from now on` : `${system.name} is not searched`}
            >
              Keep it so
            </ActButton>
            {why && <span className="muted">{why}</span>}
          </div>
        )}
        {system.mayChange && system.readAt !== null && canBeRead(system.kind) && (
          <TrySearch id={system.id} trySearch={trySearch} />
        )}
      </div>
    </section>
  );
}
