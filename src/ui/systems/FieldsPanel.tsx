'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { HOLDS, type Holds } from '../../core/systems/fieldHolds';
import { FIELD_ROLES, type FieldRole } from '../../core/systems/fieldRoles';
import type { FieldLine, SystemView } from '../../core/systems/views';
import { ActButton } from '../shared/ActButton';
import type { SystemActs } from '../shared/acts';

const NOTHING = 'nothing';
const WHOSE: Readonly<Record<FieldRole, string>> = { subject: 'the record’s person', other: 'another party' };

/** The fields of one collection: what each seems to hold and why, and what a person says it does. */
export function FieldsPanel({
  system,
  collection,
  confirmFields,
}: {
  system: SystemView;
  collection: string;
  confirmFields: SystemActs['confirmFields'];
}) {
  const fields = system.fields.filter((field) => field.collection === collection);
  const [changed, setChanged] = useState<Record<string, Holds | null>>({});
  const [roles, setRoles] = useState<Record<string, FieldRole>>({});
  const roleOf = (field: FieldLine) => roles[field.field] ?? field.role;
  const now = (field: FieldLine) =>
    field.field in changed ? changed[field.field]! : field.isConfirmed ? field.holds : field.proposed;
  const open = fields.filter(({ proposed, isConfirmed }) => proposed !== null && !isConfirmed).length;
  const different = fields.filter(
    (field) => !field.isConfirmed || now(field) !== field.holds || roleOf(field) !== field.role,
  );
  const isMapped = system.kind === 'rest';
  return (
    <details className="collection" open={open > 0}>
      <summary>
        <span className="mono">{collection}</span>{' '}
        <span className="muted">
          {fields.length} fields{open > 0 ? `, ${open} to confirm` : ''}
        </span>
      </summary>
      <div className="wrap" tabIndex={0} aria-label={`Fields of ${collection}`}>
        <table className="list">
          <thead>
            <tr>
              <th>field</th>
              <th>type</th>
              <th>holds</th>
              <th>whose</th>
              <th>why</th>
              <th>seen in values</th>
            </tr>
          </thead>
          <tbody>
            {fields.map((field) => (
              <tr key={field.field}>
                <td className="mono">{field.field}</td>
                <td className="muted">{field.type}</td>
                <td className="nowrap">
                  {system.mayChange && !isMapped ? (
                    <select
                      aria-label={`${collection} ${field.field} holds`}
                      value={now(field) ?? NOTHING}
                      onChange={(event) =>
                        setChanged({
                          ...changed,
                          [field.field]: event.target.value === NOTHING ? null : (event.target.value as Holds),
                        })
                      }
                    >
                      <option value={NOTHING}>nothing of a person</option>
                      {HOLDS.map((holds) => (
                        <option key={holds} value={holds}>
                          {holds.replace('-', ' ')}
                        </option>
                      ))}
                    </select>
                  ) : (
                    (now(field)?.replace('-', ' ') ?? 'nothing of a person')
                  )}
                  {field.isConfirmed && <span className="muted"> ✓ confirmed</span>}
                </td>
                <td className="nowrap">
                  {now(field) === null ? (
                    <span className="muted">–</span>
                  ) : system.mayChange && !isMapped ? (
                    <TextField
                      select
                      size="small"
                      variant="standard"
                      sx={{ '& .MuiInputBase-root': { fontSize: 13 } }}
                      value={roleOf(field)}
                      slotProps={{ select: { inputProps: { 'aria-label': `${collection} ${field.field} whose` } } }}
                      onChange={(event) => setRoles({ ...roles, [field.field]: event.target.value as FieldRole })}
                    >
                      {FIELD_ROLES.map((role) => (
                        <MenuItem key={role} value={role}>
                          {WHOSE[role]}
                        </MenuItem>
                      ))}
                    </TextField>
                  ) : (
                    WHOSE[roleOf(field)]
                  )}
                </td>
                <td className="muted">{field.because}</td>
                <td className="muted">
                  {Object.entries(field.contains)
                    .map(([kind, n]) => `${kind.replace(/-/g, ' ')} × ${n}`)
                    .join(', ') || '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {system.mayChange && !isMapped && (
        <div className="row pad">
          <ActButton
            disabled={different.length === 0}
            act={async () => {
              const result = await confirmFields({
                system: system.id,
                collection,
                holds: Object.fromEntries(fields.map((field) => [field.field, now(field)])),
                roles: Object.fromEntries(fields.map((field) => [field.field, roleOf(field)])),
              });
              if (result.ok) {
                setChanged({});
                setRoles({});
              }
              return result;
            }}
            done={`${collection} is searched by what you confirmed`}
          >
            {different.length === 0 ? 'All confirmed' : `Confirm ${fields.length} fields`}
          </ActButton>
        </div>
      )}
      {isMapped && <p className="muted pad">The mapping says what its fields hold.</p>}
    </details>
  );
}
