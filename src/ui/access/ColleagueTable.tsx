'use client';

import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';

interface Colleague {
  id: string;
  name: string;
  email: string;
  roles: readonly string[];
  active: boolean;
}

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
  return (
    <section className="sheet wrap" tabIndex={0} aria-labelledby="colleagues">
      <header>
        <h2 id="colleagues">People and roles</h2>
      </header>
      <ListTable>
        <thead>
          <tr>
            <th>name</th>
            <th>sign-in</th>
            <th>roles</th>
            <th>state</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {colleagues.map((one) => (
            <tr key={one.id}>
              <td>
                <b>{one.name}</b>
              </td>
              <td>{one.email}</td>
              <td>{one.roles.join(', ')}</td>
              <td>{one.active ? '✓ active' : '– kept out'}</td>
              <td style={{ textAlign: 'right' }}>
                {mayChange && one.id !== own && (
                  <ActButton
                    act={() => setColleagueActive({ id: one.id, active: !one.active })}
                    done={one.active ? 'Kept out and signed out everywhere' : 'Let in again'}
                  >
                    {one.active ? 'Keep out' : 'Let in'}
                  </ActButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
    </section>
  );
}
