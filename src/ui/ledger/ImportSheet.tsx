'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { sayInstant } from '../../core/shared/days';
import type { ImportPreview, ImportSummary } from '../../core/consent/views';
import type { ActionResult } from '../parts/actionResult';
import { CountsLine } from './CountsLine';
import { HeldLines } from './HeldLines';

/** A till file: chosen, tried out without a trace, then taken in. */
export function ImportSheet({ imports, zone, check, run }: { imports: ImportSummary[]; zone: string; check: (form: FormData) => Promise<ActionResult<ImportPreview>>; run: (id: string) => Promise<ActionResult> }) {
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, setBusy] = useState<'checking' | 'starting' | null>(null);
  const router = useRouter();
  const onCheck = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setBusy('checking');
    setFailure(null);
    const result = await check(new FormData(event.currentTarget)).catch((): ActionResult<ImportPreview> => ({ ok: false, message: 'The file did not arrive. Nothing was imported; try again.' }));
    setBusy(null);
    setPreview(result.ok ? result.value : null);
    if (!result.ok) setFailure(result.message);
  };
  const onRun = async () => {
    if (!preview) return;
    setBusy('starting');
    const result = await run(preview.id).catch((): ActionResult => ({ ok: false, message: 'The server did not answer. Look at the list below before you try again.' }));
    setBusy(null);
    if (result.ok) router.push(`/ledger/imports/${preview.id}`);
    else setFailure(result.message);
  };
  return (
    <>
      <div className="page-head"><div><h1>Import a till file</h1><p className="sub">First a dry run: what would happen to every line. Nothing is recorded until you say so.</p></div></div>
      <section className="sheet pad" style={{ marginBottom: 14 }}>
        <form onSubmit={(event) => void onCheck(event)} className="row">
          <label>Till file (CSV) <input type="file" name="file" accept=".csv,text/csv" required onChange={() => setPreview(null)} /></label>
          <Button type="submit" variant={preview ? 'outlined' : 'contained'} disabled={busy !== null}>{busy === 'checking' ? 'Trying it out…' : 'Try it out'}</Button>
        </form>
        {failure && <p className="note bad" role="alert" style={{ marginTop: 10 }}>{failure}</p>}
        {preview && (
          <div className="stack" style={{ marginTop: 12 }} role="status">
            <p>{preview.total} lines, read as {preview.encoding}. This is what would happen:</p>
            <CountsLine counts={preview.counts} />
            <div className="row"><Button variant="contained" disabled={busy !== null} onClick={() => void onRun()}>Take in {preview.total} lines</Button><span className="muted">Lines in quarantine are kept, sealed, with their reason.</span></div>
            {preview.held.length > 0 && <HeldLines lines={preview.held} />}
          </div>
        )}
      </section>
      <section className="sheet wrap" aria-labelledby="before"><header><h2 id="before">Imports before</h2></header>
        {imports.length === 0 ? <p className="empty">No file has been taken in yet.</p> : (
          <table className="list"><thead><tr><th>file</th><th>when</th><th>state</th><th className="num">lines</th><th className="num">recorded</th><th className="num">duplicate</th><th className="num">conflict</th><th className="num">suppressed</th><th className="num">quarantine</th></tr></thead>
            <tbody>{imports.map((one) => <tr key={one.id}><td><Link href={`/ledger/imports/${one.id}`}>{one.fileName}</Link></td><td className="nowrap muted">{sayInstant(one.at, zone)}</td><td>{one.state}</td><td className="num">{one.total}</td><td className="num">{one.recorded}</td><td className="num">{one.duplicate}</td><td className="num">{one.conflict}</td><td className="num">{one.suppressed}</td><td className="num">{one.quarantined}</td></tr>)}</tbody></table>
        )}
      </section>
    </>
  );
}
