'use client';

import { sayShortDay } from '../../core/shared/days';
import type { SiteView } from '../../core/sites/views';
import { ActButton } from '../shared/ActButton';
import type { SiteActs } from '../shared/acts';
import { ScanLine } from './ScanSheet';
import { SiteFigures } from './SiteFigures';
import { SiteSettings } from './SiteForm';
import { TryLine } from './TrySheet';

type Acts = Pick<SiteActs, 'changeSite' | 'closeSite'>;

/** One site: the line for its pages, what its panel turns and holds back, and how it is answered. */
export function SiteSheet({ view, actions }: { view: SiteView; actions: Acts }) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>{view.name}</h1>
          <p className="sub">
            {view.isClosed
              ? 'Taken out of use: no panel is shown and no answer is taken. What was answered stays in the ledger.'
              : view.version === null
                ? `Its ask “${view.ask}” is not in force: no panel is shown.`
                : `Asks by “${view.ask}”, version ${view.version}. ${view.answers} answers in the last week.`}
          </p>
        </div>
        {view.mayChange && (
          <ActButton
            act={() => actions.closeSite({ id: view.id })}
            done="Taken out of use"
            ask={{
              title: `Take ${view.name} out of use?`,
              text:
                'Its pages show no panel any more, and what waits by its mark-up stays held back. The ledger keeps what was ' +
                'answered. It cannot be taken into use again.',
              yes: 'Take it out of use',
            }}
          >
            Take out of use
          </ActButton>
        )}
      </div>
      {!view.isClosed && <ScriptLine view={view} />}
      <ScanLine id={view.id} />
      <TryLine id={view.id} />
      {view.mayChange && (
        <SiteSettings key={`${view.switches}${view.held}`} view={view} changeSite={actions.changeSite} />
      )}
      <SiteFigures counts={view.counts} />
    </>
  );
}

function ScriptLine({ view }: { view: SiteView }) {
  return (
    <section className="sheet" aria-label="On its pages">
      <header>
        <h2>On its pages</h2>
      </header>
      <div className="pad">
        <Live live={view.live} />
        <p>As the first line of the head of each page:</p>
        <pre className="mono">{view.script}</pre>
        <p>What is to wait names the purposes it needs:</p>
        <pre className="mono">
          {
            '<script type="text/plain" data-needs="visits" src="…"></script>\n<iframe data-needs="embedded" data-src="…"></iframe>'
          }
        </pre>
        <p className="muted">
          A link with <span className="mono">data-bookend-open</span> opens the panel again. Scripts ask{' '}
          <span className="mono">bookend.permits(&quot;visits&quot;)</span> or hear{' '}
          <span className="mono">bookend.onChange(…)</span>.
        </p>
      </div>
    </section>
  );
}

/** Which version its pages have really shown. */
function Live({ live }: { live: SiteView['live'] }) {
  if (live.version === null) return <p className="muted">Its pages have shown no panel yet.</p>;
  return (
    <p className={live.isBehind ? 'late' : 'muted'}>
      Its pages show version {live.version} since {sayShortDay(live.since!)}
      {live.isBehind && '; the version in force has not arrived there: look for an old copy of the script'}.
    </p>
  );
}
