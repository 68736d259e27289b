'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { DOES, PLACES, sayConditions, type TraceCondition, type TraceConditions } from '../../core/trace/conditions';

const EMPTY: TraceCondition = { where: 'date', does: 'between', what: '', to: '', not: false };
const FIELD = 'field';

/** Conditions of a trace, row by row, with the sentence they make. Only whole ones are handed on; null while one is not. */
export function ConditionRows({
  start,
  systems,
  change,
}: {
  start: TraceConditions;
  systems: readonly string[];
  change: (conditions: TraceConditions | null) => void;
}) {
  const [conditions, setConditions] = useState(start);
  const put = (next: TraceConditions) => {
    setConditions(next);
    change(isWhole(next) ? next : null);
  };
  const set = (at: number, more: Partial<TraceCondition>) =>
    put({ ...conditions, rows: conditions.rows.map((row, i) => (i === at ? { ...row, ...more } : row)) });
  return (
    <fieldset className="conditions">
      <legend className="muted">Conditions</legend>
      {conditions.rows.map((row, i) => {
        const isField = !(PLACES as readonly string[]).includes(row.where);
        const type = row.where === 'date' ? 'date' : 'text';
        const name = `row ${i + 1}`;
        return (
          <div key={i} className="filters tight">
            {i > 0 && (
              <select
                aria-label="All or any"
                value={conditions.join}
                onChange={(event) => put({ ...conditions, join: event.target.value as TraceConditions['join'] })}
              >
                <option value="all">and</option>
                <option value="any">or</option>
              </select>
            )}
            <select
              aria-label={`Where, ${name}`}
              value={isField ? FIELD : row.where}
              onChange={(event) =>
                set(
                  i,
                  event.target.value === FIELD
                    ? { where: '' }
                    : {
                        where: event.target.value,
                        what: '',
                        to: event.target.value === 'date' ? '' : null,
                        does: event.target.value === 'date' ? 'between' : 'says',
                      },
                )
              }
            >
              {PLACES.map((place) => (
                <option key={place}>{place}</option>
              ))}
              <option value={FIELD}>a field</option>
            </select>
            {isField && (
              <input
                aria-label={`Name of the field, ${name}`}
                placeholder="status"
                value={row.where}
                onChange={(event) => set(i, { where: event.target.value })}
              />
            )}
            <select
              aria-label={`Not, ${name}`}
              value={row.not ? 'not' : ''}
              onChange={(event) => set(i, { not: event.target.value === 'not' })}
            >
              <option value="">does</option>
              <option value="not">does not</option>
            </select>
            <select
              aria-label={`Does, ${name}`}
              value={row.does}
              onChange={(event) =>
                set(i, {
                  does: event.target.value as TraceCondition['does'],
                  to: event.target.value === 'between' ? (row.to ?? '') : null,
                })
              }
            >
              {DOES.map((does) => (
                <option key={does} value={does}>
                  {does === 'says' ? 'say' : does === 'is' ? 'equal' : 'lie between'}
                </option>
              ))}
            </select>
            {row.where === 'system' ? (
              <select
                aria-label={`What, ${name}`}
                value={row.what}
                onChange={(event) => set(i, { what: event.target.value })}
              >
                <option value="">which?</option>
                {systems.map((system) => (
                  <option key={system}>{system}</option>
                ))}
              </select>
            ) : (
              <input
                type={type}
                aria-label={`What, ${name}`}
                value={row.what}
                onChange={(event) => set(i, { what: event.target.value })}
              />
            )}
            {row.does === 'between' && (
              <>
                <span className="muted">and</span>
                <input
                  type={type}
                  aria-label={`To, ${name}`}
                  value={row.to ?? ''}
                  onChange={(event) => set(i, { to: event.target.value })}
                />
              </>
            )}
            <button
              type="button"
              className="plain"
              aria-label={`Take ${name} away`}
              onClick={() => put({ ...conditions, rows: conditions.rows.filter((_, n) => n !== i) })}
            >
              ×
            </button>
          </div>
        );
      })}
      <div className="row">
        <Button
          variant="text"
          onClick={() => put({ ...conditions, rows: [...conditions.rows, EMPTY] })}
          disabled={conditions.rows.length >= 12}
        >
          Add a condition
        </Button>
        <span className="muted" aria-live="polite">
          {isWhole(conditions) ? sayConditions(conditions) : 'Fill in each row, or take it away.'}
        </span>
      </div>
      {conditions.rows.length > 0 && (
        <p className="muted">What lies outside is found and shown, but is no part of the answer; the letter says so.</p>
      )}
    </fieldset>
  );
}

function isWhole({ rows }: TraceConditions): boolean {
  return rows.every(
    ({ where, does, what, to }) =>
      where.trim() !== '' && what.trim() !== '' && (does !== 'between' || Boolean(to?.trim())),
  );
}
