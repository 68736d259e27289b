'use client';

import Link from 'next/link';
import { sayInstant } from '../../core/shared/days';
import type { HeldLine, ImportSummary } from '../../core/consent/views';
import { RefreshWhile } from '../requests/RefreshWhile';
import { CountsLine } from './CountsLine';
import { HeldLines } from './HeldLines';

/** What became of every line of one file. */
export function ImportResult({ summary, held, zone }: { summary: ImportSummary; held: HeldLine[]; zone: string }) {
  return (
    <>
      <RefreshWhile isMoving={summary.state === 'running'} />
      <div className="page-head"><div><h1>{summary.fileName}</h1><p className="sub">{sayInstant(summary.at, zone)} · {summary.encoding} · {summary.state}</p></div><Link href="/ledger/imports">All imports</Link></div>
      <section className="sheet pad stack" role="status">
        {summary.state === 'running' && <><p>{summary.done_lines} of {summary.total} lines. You can leave; it goes on.</p><div className="progress"><i style={{ width: `${(summary.done_lines / Math.max(1, summary.total)) * 100}%` }} /></div></>}
        <p>{summary.total} lines in the file.</p>
        <CountsLine counts={summary} />
      </section>
      <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="held"><header><h2 id="held">Did not simply go in</h2>{held.length > 0 && <a href={`/ledger/imports/${summary.id}/held.csv`}>as CSV</a>}</header>
        {held.length === 0 ? <p className="empty">Every line was recorded.</p> : <HeldLines lines={held} />}
      </section>
    </>
  );
}
