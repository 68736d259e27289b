'use client';

import { spellOut } from '../../core/words/spellOut';
import { useState } from 'react';
import { HOLDS, type Holds } from '../../core/systems/fieldHolds';
import { FIELD_ROLES, type FieldRole } from '../../core/systems/fieldRoles';
import type { FieldLine, SystemView } from '../../core/systems/views';
import { ActButton } from '../shared/ActButton';
import type { SystemActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';
import { Fold } from '../shared/Fold';
import { Choose } from '../fields/Choose';

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
    <Fold
      isOpen={open > 0}
      summary={
        <>
          <span className="mono">{collection}</span>{' '}
          <span className="muted">
            {fields.length} fields{open > 0 ? `, ${open} to confirm` : ''}
          </span>
        </>
      }
    >
      <div className="wrap" tabIndex={0} aria-label={`Fields of ${collection}`}>
        <ListTable>
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
                    <Choose
                      label={`${collection} ${field.field} holds`}
                      isQuiet
                      value={now(field)}
                      every="nothing of a person"
                      options={HOLDS.map((holds) => [holds, spellOut(holds)] as const)}
                      choose={(holds) => setChanged({ ...changed, [field.field]: holds as Holds | null })}
                      width={188}
                    />
                  ) : (
                    spellOut(now(field) ?? 'nothing of a person')
                  )}
                  {field.isConfirmed && <span className="muted"> ✓ confirmed</span>}
                </td>
                <td className="nowrap">
                  {now(field) === null ? (
                    <span className="muted">–</span>
                  ) : system.mayChange && !isMapped ? (
                    <Choose
                      label={`${collection} ${field.field} whose`}
                      isQuiet
                      value={roleOf(field)}
                      options={FIELD_ROLES.map((role) => [role, WHOSE[role]] as const)}
                      choose={(role) => setRoles({ ...roles, [field.field]: role as FieldRole })}
                    />
                  ) : (
                    WHOSE[roleOf(field)]
                  )}
                </td>
                <td className="muted">{field.because}</td>
                <td className="muted">
                  {Object.entries(field.contains)
                    .map(([kind, n]) => `${spellOut(kind)} × ${n}`)
                    .join(', ') || '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </ListTable>
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
    </Fold>
  );
}
