'use client';

import Link from '../shared/Link';
import { parseAsString, useQueryState } from 'nuqs';
import { sayInstant } from '../../core/shared/days';
import type { PersonView } from '../../core/people/views';
import { LinksPanel, type LinkActs } from './LinksPanel';
import { Choices, Identifiers, Standings } from './PersonTables';
import { Ribbon } from './Ribbon';
import { ListTable } from '../shared/ListTable';
import { DayField } from '../fields/DayField';
import './people.css';

/** Everything about one person: identifiers, standing per purpose with since-when and why, choices through time. */
export function PersonSheet({
  person,
  today,
  on,
  zone,
  links,
}: {
  person: PersonView;
  today: string;
  on: string | null;
  zone: string;
  links: LinkActs | null;
}) {
  const [, setOn] = useQueryState('on', parseAsString.withOptions({ shallow: false }));
  const titles = new Map(person.standings.map(({ purpose, title }) => [purpose, title]));
  return (
    <>
      <div className="page-head">
        <div>
          <h1>{person.erasedAt ? 'Erased person' : (person.name ?? 'Person without a name')}</h1>
          <p className="sub">
            {person.erasedAt
              ? `Erased ${sayInstant(person.erasedAt, zone)}. The choices stay in the ledger; nobody can read whose they were.`
              : [person.country, person.isMasked ? 'masked for your role' : null].filter(Boolean).join(' · ')}
          </p>
        </div>
        <DayField
          label="As it was on"
          isFilter
          value={on ?? today}
          max={today}
          choose={(day) => void setOn(day === null || day === today ? null : day)}
        />
      </div>
      <Standings person={person} on={on} zone={zone} />
      {person.standings.some(({ isConflict }) => isConflict) && (
        <p className="note bad" role="status" style={{ marginBottom: 14 }}>
          The linked identities said different things about{' '}
          {person.standings
            .filter(({ isConflict }) => isConflict)
            .map(({ title }) => title)
            .join(', ')}
          . The more restrictive reading holds until the person is asked again.
        </p>
      )}
      {person.choices.length > 0 && (
        <Ribbon choices={person.choices} titles={titles} today={today} on={on} zone={zone} />
      )}
      <div className="two" style={{ marginTop: 14 }}>
        <Identifiers person={person} />
        <section className="sheet" aria-labelledby="requests">
          <header>
            <h2 id="requests">Requests</h2>
          </header>
          {person.requests.length === 0 ? (
            <p className="empty">None.</p>
          ) : (
            <ListTable>
              <tbody>
                {person.requests.map((one) => (
                  <tr key={one.ref}>
                    <td className="mono">
                      <Link href={`/requests/${one.ref}`}>{one.ref}</Link>
                    </td>
                    <td>{one.right}</td>
                    <td>{one.stage}</td>
                  </tr>
                ))}
              </tbody>
            </ListTable>
          )}
        </section>
      </div>
      {!person.erasedAt && <LinksPanel person={person} zone={zone} actions={links} />}
      <Choices person={person} titles={titles} zone={zone} />
    </>
  );
}
