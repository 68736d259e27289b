'use client';

import TextField from '@mui/material/TextField';
import Link from '../shared/Link';
import { useState } from 'react';
import type { PersonView } from '../../core/people/views';
import { sayInstant } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import type { PeopleActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';

export type LinkActs = Pick<PeopleActs, 'linkPersons' | 'unlinkPersons'>;

/** Identities that are one human being: linked with a reason, and unlinked exactly. */
export function LinksPanel({ person, zone, actions }: { person: PersonView; zone: string; actions: LinkActs | null }) {
  const [other, setOther] = useState('');
  const [reason, setReason] = useState('');
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="links">
      <header>
        <h2 id="links">The same human being</h2>
        <span className="muted">choices are never merged; standing is read over all of them</span>
      </header>
      {person.links.length === 0 ? (
        <p className="empty" style={{ padding: '6px 14px 12px' }}>
          No other identity is linked.
        </p>
      ) : (
        <ListTable>
          <tbody>
            {person.links.map((one) => (
              <tr key={one.id}>
                <td>
                  <Link href={`/people/${one.id}`}>{one.name ?? 'without a name'}</Link>
                </td>
                <td className="muted">{one.reason}</td>
                <td className="nowrap muted">since {sayInstant(one.since, zone)}</td>
                <td style={{ textAlign: 'right' }}>
                  {actions && (
                    <ActButton
                      act={() => actions.unlinkPersons({ a: person.id, b: one.id, reason })}
                      disabled={reason.trim().length < 5}
                      done="Unlinked; each stands as before"
                    >
                      Unlink
                    </ActButton>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      )}
      {actions && (
        <div className="pad row">
          <TextField
            label="Other person (per_…, or the address of their page)"
            value={other}
            onChange={(event) => setOther(event.target.value)}
            sx={{ maxWidth: 320 }}
          />
          <TextField
            label="Why"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            sx={{ maxWidth: 260 }}
          />
          <ActButton
            act={() => actions.linkPersons({ a: person.id, b: other, reason })}
            disabled={other.trim() === '' || reason.trim().length < 5}
            done="Linked"
          >
            Link
          </ActButton>
        </div>
      )}
    </section>
  );
}
