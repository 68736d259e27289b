'use client';

import { ROLES, type Role } from '../../core/access/roles';
import { spellOut } from '../../core/words/spellOut';
import { Tick } from '../fields/Tick';

/** What each role is for, in a line. */
const ABOUT: Readonly<Record<Role, string>> = {
  coordinator: 'works on requests and the ledger',
  reviewer: 'judges what was found, in requests they are asked into',
  supervisor: 'sees every request, publishes purposes, signs',
  'retention-keeper': 'says what has to be kept, and for how long',
  'hold-keeper': 'stops what must not be erased for now',
  'system-owner': 'answers for a system',
  'counter-staff': 'records choices of the person before them',
  auditor: 'sees the same, masked, and the whole trail',
  administrator: 'runs the installation; sees no personal data by that',
};

/** Which roles somebody has; they add up. */
export function RolesField({
  roles,
  set,
  error,
}: {
  roles: readonly Role[];
  set: (roles: Role[]) => void;
  error?: string | undefined;
}) {
  return (
    <fieldset className="stack roles" aria-describedby="roles-said">
      <legend>Roles; they add up</legend>
      {ROLES.map((role) => (
        <Tick
          key={role}
          checked={roles.includes(role)}
          set={(on) => set(on ? [...roles, role] : roles.filter((one) => one !== role))}
        >
          {spellOut(role)} <span className="muted">{ABOUT[role]}</span>
        </Tick>
      ))}
      <p id="roles-said" className={error ? 'late' : 'visually-hidden'} role={error ? 'alert' : undefined}>
        {error ?? 'Choose at least one.'}
      </p>
    </fieldset>
  );
}
