'use client';

import Link from 'next/link';
import { parseAsString, useQueryState } from 'nuqs';
import { dayIn, sayDay, sayInstant } from '../../core/shared/days';
import type { PersonView } from '../../core/ledger/views';
import { StandingMark } from '../shared/StandingMark';
import { LinksPanel, type LinkActions } from './LinksPanel';
import { Ribbon } from './Ribbon';
import './people.css';

const say = (value: string, zone: string) => (value.length === 10 ? sayDay(value) : sayInstant(value, zone));

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
  links: LinkActions | null;
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
        <label className="asof">
          As it was on{' '}
          <input
            type="date"
            value={on ?? today}
            max={today}
            onChange={(event) => void setOn(event.target.value === today ? null : event.target.value)}
          />
        </label>
      </div>
      <section className="sheet" style={{ marginBottom: 14 }} aria-labelledby="standing">
        <header>
          <h2 id="standing">Standing{on ? ` on ${sayDay(on)}` : ''}</h2>
          <span className="muted">computed from the choices</span>
        </header>
        <table className="list">
          <thead>
            <tr>
              <th>purpose</th>
              <th>standing</th>
              <th>may we</th>
              <th>since</th>
              <th>why</th>
            </tr>
          </thead>
          <tbody>
            {person.standings.map((one) => (
              <tr key={one.purpose}>
                <td title={one.plain}>
                  <b>{one.title}</b>
                </td>
                <td>
                  <StandingMark standing={one.standing} />
                </td>
                <td>{one.permitted ? 'yes' : <b>no</b>}</td>
                <td className="nowrap muted">{one.since ? sayDay(dayIn(one.since, zone)) : '–'}</td>
                <td className="muted">
                  {one.reasons.map(({ text, source }) => `${text}${source ? ` (${source})` : ''}`).join(' ')}
                  {one.mayAskAgainFrom && ` May be asked again from ${sayDay(one.mayAskAgainFrom)}.`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
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
        <section className="sheet" aria-labelledby="identifiers">
          <header>
            <h2 id="identifiers">Identifiers</h2>
          </header>
          {person.identifiers.length === 0 ? (
            <p className="empty">None.</p>
          ) : (
            <table className="list">
              <thead>
                <tr>
                  <th>kind</th>
                  <th>value</th>
                  <th>first seen in</th>
                </tr>
              </thead>
              <tbody>
                {person.identifiers.map((one, i) => (
                  <tr key={i}>
                    <td>{one.kind.replace('-', ' ')}</td>
                    <td>{one.value}</td>
                    <td className="muted">{one.source}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
        <section className="sheet" aria-labelledby="requests">
          <header>
            <h2 id="requests">Requests</h2>
          </header>
          {person.requests.length === 0 ? (
            <p className="empty">None.</p>
          ) : (
            <table className="list">
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
            </table>
          )}
        </section>
      </div>
      {!person.erasedAt && <LinksPanel person={person} zone={zone} actions={links} />}
      <section className="sheet wrap" tabIndex={0} style={{ marginTop: 14 }} aria-labelledby="choices">
        <header>
          <h2 id="choices">Choices</h2>
          <span className="muted">never changed, never removed</span>
        </header>
        {person.choices.length === 0 ? (
          <p className="empty">This person has made no choice yet.</p>
        ) : (
          <table className="list">
            <thead>
              <tr>
                <th className="num">seq</th>
                <th>when</th>
                <th>purpose</th>
                <th>answer</th>
                <th>asked by</th>
                <th>from</th>
                <th className="num">folio</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {[...person.choices].reverse().map((one) => (
                <tr key={one.id}>
                  <td className="num">{one.seq}</td>
                  <td className="nowrap" title={`recorded ${sayInstant(one.recordedAt, zone)}`}>
                    {say(one.occurredAt, zone)}
                  </td>
                  <td>{titles.get(one.purpose) ?? one.purpose}</td>
                  <td>
                    <b>{one.answer}</b>
                  </td>
                  <td className="muted">
                    {one.ask ? `${one.ask} v${one.askVersion}` : '–'}
                    {one.place ? `, ${one.place}` : ''}
                  </td>
                  <td className="muted">{one.system}</td>
                  <td className="num">{one.folio}</td>
                  <td>
                    <a href={`/ledger/receipts/${one.id}`}>receipt</a>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </>
  );
}
