'use client';

import Link from '../shared/Link';
import type { ImportView } from '../../core/imports/views';
import { sayInstant } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import type { LedgerActs } from '../shared/acts';
import { sayKeptCode } from '../../core/words/refusals';
import { RunProgress } from '../runs/RunProgress';
import { RefreshWhile } from '../shared/RefreshWhile';
import { CountsLine } from './CountsLine';
import { HeldLines } from './HeldLines';
import { MappingForm } from './MappingForm';

type Actions = Pick<LedgerActs, 'startImport' | 'mapImport' | 'correctLine' | 'rerunHeld'>;

/** One file from its first look to what became of every line. */
export function ImportResult({ view, zone, actions }: { view: ImportView; zone: string; actions: Actions }) {
  const { summary, held, preview, toMap } = view;
  const isMoving = summary.state === 'running' || summary.state === 'checking';
  return (
    <>
      <RefreshWhile isMoving={isMoving} />
      <div className="page-head">
        <div>
          <h1>{summary.fileName}</h1>
          <p className="sub">
            {summary.system} · {sayInstant(summary.at, zone)} · read as {summary.encoding} · {summary.state}
          </p>
        </div>
        <Link href="/ledger/imports">All imports</Link>
      </div>
      <section className="sheet pad stack" role="status">
        {summary.state === 'failed' && (
          <p className="note bad">
            This file could not be read. {summary.error ? sayKeptCode(summary.error) : ''} Nothing of it is in the
            ledger.
          </p>
        )}
        {toMap && <MappingForm toMap={toMap} importId={summary.id} mapImport={actions.mapImport} />}
        {summary.state === 'checking' && summary.run && (
          <RunProgress run={summary.run} what="Trying it out, nothing is recorded" unit="lines" />
        )}
        {summary.state === 'checked' && preview && (
          <>
            <p>
              {summary.total} lines{preview.isPartial ? ', the beginning of the file' : ''}. This is what would happen:
            </p>
            <CountsLine counts={preview.counts} />
            <div className="row">
              <ActButton primary act={() => actions.startImport({ importId: summary.id })}>
                Take in {preview.isPartial ? 'the whole file' : `${summary.total} lines`}
              </ActButton>
              <span className="muted">Lines in quarantine are kept, sealed, with their reason.</span>
            </div>
            {preview.held.length > 0 && <HeldLines lines={preview.held} />}
          </>
        )}
        {summary.state === 'running' && (
          <>
            {summary.run && <RunProgress run={summary.run} what="Taking it in" unit="lines" />}
            <CountsLine counts={summary} />
          </>
        )}
        {summary.state === 'finished' && (
          <>
            <p>{summary.total} lines in the file.</p>
            <CountsLine counts={summary} />
          </>
        )}
      </section>
      {(summary.state === 'finished' || (summary.state === 'running' && held.length > 0)) && (
        <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="held">
          <header>
            <h2 id="held">Did not simply go in</h2>
            {held.length > 0 && (
              <span className="row">
                {summary.state === 'finished' && summary.quarantined > 0 && (
                  <ActButton
                    act={() => actions.rerunHeld({ importId: summary.id })}
                    done="Every held line was run again"
                  >
                    Run {summary.quarantined} held {summary.quarantined === 1 ? 'line' : 'lines'} again
                  </ActButton>
                )}
                <a href={`/ledger/imports/${summary.id}/held.csv`}>as CSV</a>
              </span>
            )}
          </header>
          {held.length === 0 ? (
            <p className="empty">Every line was recorded.</p>
          ) : (
            <HeldLines
              key={summary.quarantined}
              lines={held}
              {...(summary.state === 'finished'
                ? { correct: { importId: summary.id, correctLine: actions.correctLine } }
                : {})}
            />
          )}
          {view.next !== null && (
            <p className="pad">
              <Link href={`/ledger/imports/${summary.id}?after=${view.next}`}>More lines</Link>
            </p>
          )}
        </section>
      )}
    </>
  );
}
