import { spellOut } from '../../core/words/spellOut';
import { sayReason } from '../../core/words/reasons';
import { dayIn, sayDay, sayInstant } from '../../core/shared/days';
import type { PersonView } from '../../core/people/views';
import { StandingMark } from '../shared/StandingMark';
import { ListTable } from '../shared/ListTable';

const say = (value: string, zone: string) => (value.length === 10 ? sayDay(value) : sayInstant(value, zone));

/** Per purpose: how they stand, since when, and why. */
export function Standings({ person, on, zone }: { person: PersonView; on: string | null; zone: string }) {
  return (
    <section className="sheet" style={{ marginBottom: 14 }} aria-labelledby="standing">
      <header>
        <h2 id="standing">Standing{on ? ` on ${sayDay(on)}` : ''}</h2>
        <span className="muted">computed from the choices</span>
      </header>
      <ListTable>
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
                {one.reasons.map((why) => `${sayReason(why)}${why.source ? ` (${why.source})` : ''}`).join(' ')}
                {one.mayAskAgainFrom && ` May be asked again from ${sayDay(one.mayAskAgainFrom)}.`}
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
    </section>
  );
}

export function Identifiers({ person }: { person: PersonView }) {
  return (
    <section className="sheet" aria-labelledby="identifiers">
      <header>
        <h2 id="identifiers">Identifiers</h2>
      </header>
      {person.identifiers.length === 0 ? (
        <p className="empty">None.</p>
      ) : (
        <ListTable>
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
                <td>{spellOut(one.kind)}</td>
                <td>{one.value}</td>
                <td className="muted">{one.source}</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      )}
    </section>
  );
}

/** What was said, the newest first. @param titles of purposes by id */
export function Choices({
  person,
  titles,
  zone,
}: {
  person: PersonView;
  titles: ReadonlyMap<string, string>;
  zone: string;
}) {
  return (
    <section className="sheet wrap" tabIndex={0} style={{ marginTop: 14 }} aria-labelledby="choices">
      <header>
        <h2 id="choices">Choices</h2>
        <span className="muted">never changed, never removed</span>
      </header>
      {person.choices.length === 0 ? (
        <p className="empty">This person has made no choice yet.</p>
      ) : (
        <ListTable>
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
                <td className="num">{one.number}</td>
                <td className="nowrap" title={`recorded ${sayInstant(one.recordedAt, zone)}`}>
                  {say(one.occurredAt, zone)}
                </td>
                <td>{titles.get(one.purpose) ?? one.purpose}</td>
                <td>
                  <b>{one.answer}</b>
                </td>
                <td className="muted">
                  {one.ask ? `${spellOut(one.ask)} v${one.askVersion}` : '–'}
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
        </ListTable>
      )}
    </section>
  );
}
