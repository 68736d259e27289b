'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Role } from '../../core/access/roles';
import type { Colleague, Invited } from '../../core/access/views';
import { sayInstant } from '../../core/shared/days';
import { Grid } from '../grid/Grid';
import type { GridColumn } from '../grid/gridTypes';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { spellOut } from '../../core/words/spellOut';
import { RolesDialog } from './RolesDialog';
import { ShownOnce } from './ShownOnce';

const idOf = ({ id }: Colleague) => id;

type Acts = Pick<SetupActs, 'setColleagueActive' | 'inviteAgain' | 'setColleagueRoles'>;

/** Who works here, in which roles; an administrator can keep somebody out at once. */
export function ColleagueTable({
  colleagues,
  own,
  zone,
  mayChange,
  actions,
}: {
  colleagues: Colleague[];
  own: string;
  zone: string;
  mayChange: boolean;
  actions: Acts;
}) {
  const [changing, setChanging] = useState<Colleague | null>(null);
  const [link, setLink] = useState<string | null>(null);
  const again = async (id: string): Promise<ActionResult<Invited>> => {
    const result = await actions.inviteAgain({ id });
    if (result.ok) setLink(result.value.link);
    return result;
  };
  const columns: GridColumn<Colleague>[] = [
    { id: 'name', title: 'name', isFixed: true, text: ({ name }) => name, show: ({ name }) => <b>{name}</b> },
    { id: 'sign-in', title: 'sign-in', grow: 2, text: ({ email }) => email },
    { id: 'roles', title: 'roles', grow: 1.4, text: ({ roles }) => roles.map(spellOut).join(', ') },
    { id: 'state', title: 'state', grow: 1, text: (one) => stateOf(one, zone) },
    {
      id: 'act',
      title: '',
      width: 250,
      text: () => null,
      show: (one) =>
        mayChange && one.id !== own ? (
          <span className="row">
            {one.isInvited && one.active ? (
              <ActButton act={() => again(one.id)} done="Another invitation is made">
                Invite again
              </ActButton>
            ) : (
              <Button variant="outlined" onClick={() => setChanging(one)}>
                Roles
              </Button>
            )}
            <ActButton
              act={() => actions.setColleagueActive({ id: one.id, active: !one.active })}
              done={one.active ? 'Kept out and signed out everywhere' : 'Let in again'}
            >
              {one.active ? 'Keep out' : 'Let in'}
            </ActButton>
          </span>
        ) : null,
    },
  ];
  return (
    <section className="sheet" aria-labelledby="colleagues">
      <header>
        <h2 id="colleagues">People and roles</h2>
      </header>
      {link && (
        <div className="pad">
          <ShownOnce what="Mail does not go out yet. Hand this address over yourself; it works once:" secret={link} />
        </div>
      )}
      <Grid
        list="colleagues"
        label="People and roles"
        rows={colleagues}
        idOf={idOf}
        columns={columns}
        empty="Nobody works here yet."
      />
      {changing && (
        <RolesDialog
          key={changing.id}
          name={changing.name}
          roles={changing.roles}
          close={() => setChanging(null)}
          save={(roles: Role[]) => actions.setColleagueRoles({ id: changing.id, roles })}
        />
      )}
    </section>
  );
}

function stateOf({ active, isInvited, invitedUntil }: Colleague, zone: string): string {
  if (!active) return '– kept out';
  if (!isInvited) return '✓ active';
  return invitedUntil ? `invited until ${sayInstant(invitedUntil, zone)}` : 'invitation ran out';
}
