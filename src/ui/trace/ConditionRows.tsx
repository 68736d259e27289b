'use client';

import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { DOES, PLACES, sayConditions, type TraceCondition, type TraceConditions } from '../../core/trace/conditions';
import { DayField } from '../fields/DayField';
import { Choose } from '../fields/Choose';

const EMPTY: TraceCondition = { where: 'date', does: 'between', what: '', to: '', not: false };
const FIELD = 'field';
const SAYS = { says: 'say', is: 'equal', between: 'lie between' } as const;

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
        const name = `row ${i + 1}`;
        return (
          <div key={i} className="filters tight">
            {i > 0 && (
              <Choose
                label="All or any"
                isQuiet
                value={conditions.join}
                options={[
                  ['all', 'and'],
                  ['any', 'or'],
                ]}
                choose={(join) => put({ ...conditions, join: join as TraceConditions['join'] })}
              />
            )}
            <Choose
              label={`Where, ${name}`}
              isQuiet
              value={isField ? FIELD : row.where}
              options={[...PLACES, [FIELD, 'a field']]}
              choose={(where) =>
                set(
                  i,
                  where === FIELD
                    ? { where: '' }
                    : {
                        where: where!,
                        what: '',
                        to: where === 'date' ? '' : null,
                        does: where === 'date' ? 'between' : 'says',
                      },
                )
              }
            />
            {isField && (
              <TextField
                fullWidth={false}
                slotProps={{ htmlInput: { 'aria-label': `Name of the field, ${name}` } }}
                placeholder="status"
                value={row.where}
                onChange={(event) => set(i, { where: event.target.value })}
              />
            )}
            <Choose
              label={`Not, ${name}`}
              isQuiet
              value={row.not ? 'not' : ''}
              options={[['not', 'does not']]}
              every="does"
              choose={(not) => set(i, { not: not === 'not' })}
            />
            <Choose
              label={`Does, ${name}`}
              isQuiet
              value={row.does}
              options={DOES.map((does) => [does, SAYS[does]] as const)}
              choose={(does) =>
                set(i, { does: does as TraceCondition['does'], to: does === 'between' ? (row.to ?? '') : null })
              }
            />
            {row.where === 'system' ? (
              <Choose
                label={`What, ${name}`}
                isQuiet
                value={row.what}
                every="which?"
                options={systems}
                choose={(what) => set(i, { what: what ?? '' })}
              />
            ) : (
              <What
                isDay={row.where === 'date'}
                label={`What, ${name}`}
                value={row.what}
                set={(what) => set(i, { what })}
              />
            )}
            {row.does === 'between' && (
              <>
                <span className="muted">and</span>
                <What
                  isDay={row.where === 'date'}
                  label={`To, ${name}`}
                  value={row.to ?? ''}
                  set={(to) => set(i, { to })}
                />
              </>
            )}
            <IconButton
              size="small"
              aria-label={`Take ${name} away`}
              onClick={() => put({ ...conditions, rows: conditions.rows.filter((_, n) => n !== i) })}
            >
              ×
            </IconButton>
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

function What({
  isDay,
  label,
  value,
  set,
}: {
  isDay: boolean;
  label: string;
  value: string;
  set: (value: string) => void;
}) {
  if (isDay) return <DayField label={label} isQuiet value={value} choose={(day) => set(day ?? '')} />;
  return (
    <TextField
      fullWidth={false}
      slotProps={{ htmlInput: { 'aria-label': label } }}
      value={value}
      onChange={(event) => set(event.target.value)}
    />
  );
}

function isWhole({ rows }: TraceConditions): boolean {
  return rows.every(
    ({ where, does, what, to }) =>
      where.trim() !== '' && what.trim() !== '' && (does !== 'between' || Boolean(to?.trim())),
  );
}
