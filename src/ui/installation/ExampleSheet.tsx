'use client';

import type { ExampleView } from '../../core/installation/views';
import { sayPeriod } from '../../core/keeping/retention';
import { spellOut } from '../../core/words/spellOut';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';

/** Purposes, questions and rules with which a small shop may begin. */
export function ExampleSheet({ view, takeExample }: { view: ExampleView } & Pick<SetupActs, 'takeExample'>) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>An example to begin with</h1>
          <p className="sub">
            For a small shop: one purpose that needs no consent, two that do, how they are asked for, what has to stay,
            a notice and the letters, in four languages. Taken over, all of it can be changed.
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
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="example-kept">
        <header>
          <h2 id="example-kept">What has to stay</h2>
          <span className="muted">keeps nothing until it is told in which system the records are</span>
        </header>
        <ListTable>
          <tbody>
            {view.kept.map(({ what, law, years }) => (
              <tr key={`${law} ${what}`}>
                <td>{what}</td>
                <td>{sayPeriod({ years })}</td>
                <td>{law}</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      </section>
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="example-letters">
        <header>
          <h2 id="example-letters">Letters</h2>
          <span className="muted">in use from the beginning</span>
        </header>
        <p className="pad">
          {view.letters} letters, each in four languages, from the acknowledgement to the answer to an appeal. Whoever
          works on requests reads and changes them under Requests → Letters: a letter that you change is yours from then
          on; one that you leave gets better words with the next release.
        </p>
      </section>
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="example-notice">
        <header>
          <h2 id="example-notice">Notice</h2>
          <span className="muted">what people are told</span>
        </header>
        <p className="pad">{view.notice}</p>
      </section>
      <div className="row" style={{ marginTop: 14 }}>
        {view.mayTake ? (
          <ActButton
            primary
            act={() => takeExample()}
            done="Taken over; change it under Ledger → Purposes, Asks and Setup → Retention"
          >
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
