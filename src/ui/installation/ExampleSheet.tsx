'use client';

import type { ExampleView } from '../../core/installation/views';
import { spellOut } from '../../core/words/spellOut';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';

/** Purposes and questions with which a small shop may begin. */
export function ExampleSheet({ view, takeExample }: { view: ExampleView } & Pick<SetupActs, 'takeExample'>) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>An example to begin with</h1>
          <p className="sub">
            For a small shop: one purpose that needs no consent, two that do, how they are asked for and a notice, in
            four languages. Taken over, all of it is changed under Ledger → Purposes and Ledger → Asks.
          </p>
        </div>
      </div>
      <section className="sheet" aria-labelledby="example-purposes">
        <header>
          <h2 id="example-purposes">Purposes</h2>
        </header>
        <ListTable>
          <tbody>
            {view.purposes.map(({ id, kind, title, plain }) => (
              <tr key={id}>
                <td>
                  <b>{title}</b>
                </td>
                <td>{spellOut(kind)}</td>
                <td>{plain}</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="example-asks">
        <header>
          <h2 id="example-asks">Questions</h2>
          <span className="muted">each for a box that nobody has ticked beforehand</span>
        </header>
        <ListTable>
          <tbody>
            {view.asks.map(({ id, place, words }) => (
              <tr key={id}>
                <td className="mono">{id}</td>
                <td>{place}</td>
                <td>“{words}”</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="example-notice">
        <header>
          <h2 id="example-notice">Notice</h2>
          <span className="muted">what people are told; letters have their templates already</span>
        </header>
        <p className="pad">{view.notice}</p>
      </section>
      <div className="row" style={{ marginTop: 14 }}>
        {view.mayTake ? (
          <ActButton primary act={() => takeExample()} done="Taken over; change it under Ledger → Purposes">
            Take it over
          </ActButton>
        ) : (
          <span className="muted">
            Purposes were said already, or you may not say them here. <Link href="/setup">Back to what is open</Link>
          </span>
        )}
      </div>
    </>
  );
}
