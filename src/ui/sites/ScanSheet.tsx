'use client';

import { useState } from 'react';
import { sayInstant } from '../../core/shared/days';
import { FAULT_SAID } from '../../core/sites/trackerSaid';
import type { ScanTracker, ScanView } from '../../core/sites/views';
import { OneOf } from '../fields/OneOf';
import { RunProgress, type StopRun } from '../runs/RunProgress';
import { ActButton } from '../shared/ActButton';
import type { SiteActs } from '../shared/acts';
import { Fold } from '../shared/Fold';
import Link from '../shared/Link';
import { RefreshWhile } from '../shared/RefreshWhile';
import { ScanPlanForm } from './ScanPlanForm';
import { TrackerTable } from './TrackerTable';
import { TrackerWordsForm } from './TrackerWordsForm';

type Acts = Pick<SiteActs, 'startScan' | 'planScan' | 'sayTracker'> & { stop: StopRun };
type Show = 'wrong' | 'unknown' | 'all';

const CUT = ' It took longer than two hours: not every page was looked at.';
const many = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`;

const fits = (show: Show) => (one: ScanTracker) =>
  show === 'all' || (show === 'wrong' ? one.findings.length > 0 : one.words === null);

/** What a real browser saw on a site’s pages, and what is wrong about it. */
export function ScanSheet({ view, zone, actions }: { view: ScanView; zone: string; actions: Acts }) {
  const [show, setShow] = useState<Show>('wrong');
  const [described, setDescribed] = useState<ScanTracker | null>(null);
  const wrong = view.trackers.filter(fits('wrong')).length;
  const unknown = view.trackers.filter(fits('unknown')).length;
  const isRunning = view.run?.state === 'running';
  const shown = view.trackers.filter(fits(show));
  return (
    <>
      <RefreshWhile isMoving={isRunning} />
      <div className="page-head">
        <div>
          <h1>Scan: {view.name}</h1>
          <p className="sub">
            {view.scannedAt === null
              ? 'Not scanned yet. A browser that was never there opens the pages without an answer, after a no and after a yes.'
              : `${many(view.pages, 'page')}, ${sayInstant(view.scannedAt, zone)}: ${many(view.trackers.length, 'thing')} seen, ` +
                `${wrong} not in order.${view.wasCut ? CUT : ''}`}{' '}
            <Link href={`/sites/${view.id}`}>Back to the site</Link>
          </p>
        </div>
        {view.mayChange && !isRunning && (
          <ActButton primary act={() => actions.startScan({ id: view.id })} done="The scan has begun">
            Scan now
          </ActButton>
        )}
      </div>
      {view.run && view.run.state !== 'finished' && (
        <section className="note slate" aria-label="Scan" style={{ marginBottom: 14 }}>
          <RunProgress run={saidCause(view.run)} what="Scanning" unit="looks" stop={actions.stop} />
        </section>
      )}
      {view.scannedAt !== null && (
        <>
          <div className="row" style={{ marginBottom: 10 }}>
            <OneOf<Show>
              legend="Show"
              isQuiet
              row
              value={show}
              choose={setShow}
              options={[
                ['wrong', `Not in order (${wrong})`],
                ['unknown', `Nobody has described (${unknown})`],
                ['all', `All (${view.trackers.length})`],
              ]}
            />
          </div>
          {described && (
            <TrackerWordsForm
              key={described.key}
              tracker={described}
              sayTracker={actions.sayTracker}
              onDone={() => setDescribed(null)}
            />
          )}
          <TrackerTable
            trackers={shown}
            {...(view.mayChange ? { onDescribe: setDescribed } : {})}
            empty={show === 'wrong' ? 'Everything that was seen is in order.' : 'Nothing of the kind was seen.'}
          />
          <Differences view={view} />
        </>
      )}
      {view.mayChange && <ScanPlanForm key={JSON.stringify(view.plan)} view={view} planScan={actions.planScan} />}
    </>
  );
}

const saidCause = (run: NonNullable<ScanView['run']>) => ({
  ...run,
  cause: run.cause && (FAULT_SAID[run.cause] ?? run.cause),
});

/** Pages that could not be looked at, and what is not there any more. */
function Differences({ view }: { view: ScanView }) {
  if (view.failed.length === 0 && view.gone.length === 0) return null;
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-label="Pages and differences">
      <div className="pad stack">
        {view.failed.length > 0 && (
          <Fold summary={`${many(view.failed.length, 'look')} failed`}>
            <ul>
              {view.failed.map(({ url, fault }, i) => (
                <li key={`${url} ${i}`}>
                  <span className="mono">{url}</span> {FAULT_SAID[fault] ?? fault}
                </li>
              ))}
            </ul>
          </Fold>
        )}
        {view.gone.length > 0 && (
          <Fold summary={`Gone since the scan before: ${many(view.gone.length, 'thing')}`}>
            <ul>
              {view.gone.map((key) => (
                <li key={key} className="mono">
                  {key}
                </li>
              ))}
            </ul>
          </Fold>
        )}
      </div>
    </section>
  );
}

/** Leads from a site to its scan. */
export function ScanLine({ id }: { id: string }) {
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-label="Scan">
      <div className="pad row between">
        <p>What its pages really keep and call, before and after an answer.</p>
        <Link href={`/sites/${id}/scan`}>To its scan</Link>
      </div>
    </section>
  );
}
