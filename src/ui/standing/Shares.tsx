import { spellOut } from '../../core/words/spellOut';
import type { OverviewView } from '../../core/standing/views';
import { percent } from './ratesChart';

const number = new Intl.NumberFormat('en');
const YES = new Set(['granted', 'always-on', 'default-permitted']);
const WAITS = new Set(['awaiting-confirmation', 'lapsed', 'outdated', 'under-age']);

const CLASSES = ['yes', 'wait', 'no', 'silent'];
const classOf = (standing: string) =>
  YES.has(standing) ? 'yes' : WAITS.has(standing) ? 'wait' : standing === 'not-asked' ? 'silent' : 'no';

/** By purpose: of how many people it is permitted, and how the others stand. */
export function Shares({ view }: { view: OverviewView }) {
  const shares = view.shares.map((share) => ({
    ...share,
    part: share.people === 0 ? 0 : share.permitted / share.people,
  }));
  return (
    <section className="sheet" style={{ marginBottom: 14 }} aria-labelledby="shares">
      <header>
        <h2 id="shares">Share permitted, by purpose</h2>
        <span className="muted share swatches" style={{ border: 0, padding: 0 }}>
          <span>
            <i className="yes" />
            yes
          </span>
          <span>
            <i className="wait" />
            not (any more) certain
          </span>
          <span>
            <i className="no" />
            no
          </span>
          <span>
            <i className="silent" />
            nothing said
          </span>
        </span>
      </header>
      {shares.every(({ people }) => people === 0) ? (
        <p className="empty">Nobody had made a choice by then.</p>
      ) : (
        shares.map(({ id, title, people, permitted, standings, part }) => (
          <div key={id} className="share">
            <b>{title}</b>
            <div
              className="bar"
              role="img"
              aria-label={`${title}: ${percent(part)} permitted; ${standings.map(([standing, n]) => `${n} ${standing}`).join(', ')}`}
              title={standings.map(([standing, n]) => `${number.format(n)} ${spellOut(standing)}`).join(' · ')}
            >
              {standings
                .toSorted((a, b) => CLASSES.indexOf(classOf(a[0])) - CLASSES.indexOf(classOf(b[0])))
                .map(([standing, n]) => (
                  <i
                    key={standing}
                    className={classOf(standing)}
                    style={{ width: `${(n / Math.max(1, people)) * 100}%` }}
                  />
                ))}
            </div>
            <span className="num" title={`${number.format(permitted)} of ${number.format(people)} people`}>
              <b>{percent(part)}</b> <span className="muted">{number.format(permitted)}</span>
            </span>
          </div>
        ))
      )}
    </section>
  );
}
