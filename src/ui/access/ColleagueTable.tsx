'use client';

import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';

interface Colleague {
  id: string;
  name: string;
  email: string;
  roles: readonly string[];
  active: boolean;
}

const idOf = ({ id }: Colleague) => id;

/** Who works here, in which roles; an administrator can keep somebody out at once. */
export function ColleagueTable({
  colleagues,
  own,
  mayChange,
  setColleagueActive,
}: {
  colleagues: Colleague[];
  own: string;
  mayChange: boolean;
  setColleagueActive: SetupActs['setColleagueActive'];
}) {
  const columns: GridColumn<Colleague>[] = [
    { id: 'name', title: 'name', isFixed: true, text: ({ name }) => name, show: ({ name }) => <b>{name}</b> },
    { id: 'sign-in', title: 'sign-in', grow: 1.4, text: ({ email }) => email },
    { id: 'roles', title: 'roles', grow: 1.4, text: ({ roles }) => roles.join(', ') },
    { id: 'state', title: 'state', width: 96, text: ({ active }) => (active ? '✓ active' : '– kept out') },
    {
      id: 'act',
      title: '',
      width: 110,
      text: () => null,
      show: (one) =>
        mayChange && one.id !== own ? (
          <ActButton
            act={() => setColleagueActive({ id: one.id, active: !one.active })}
            done={one.active ? 'Kept out and signed out everywhere' : 'Let in again'}
          >
            {one.active ? 'Keep out' : 'Let in'}
          </ActButton>
        ) : null,
    },
  ];
  return (
    <section className="sheet" aria-labelledby="colleagues">
      <header>
        <h2 id="colleagues">People and roles</h2>
      </header>
      <Grid
        list="colleagues"
        label="People and roles"
        rows={colleagues}
        idOf={idOf}
        columns={columns}
        empty="Nobody works here yet."
      />
    </section>
  );
}
